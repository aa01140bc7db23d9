<script lang="ts">
  import { Popover, Portal } from '@skeletonlabs/skeleton-svelte';
  import { TRACKS, type Track, type Tracks } from './tracks.svelte';

  interface Props {
    tracks: Tracks;
  }

  let { tracks }: Props = $props();
</script>

<Popover positioning={{ placement: 'top-start' }}>
  <Popover.Trigger class="tool" title="Which tracks the column shows">Tracks</Popover.Trigger>
  <Portal>
    <Popover.Positioner class="z-50">
      <Popover.Content class="popover-sheet">
        <p class="panel-title">Tracks of the column</p>
        {#each Object.entries(TRACKS) as [track, label] (track)}
          <label>
            <input
              type="checkbox"
              checked={tracks.has(track as Track)}
              onchange={() => tracks.toggle(track as Track)}
            />
            {label}
          </label>
        {/each}
      </Popover.Content>
    </Popover.Positioner>
  </Portal>
</Popover>

<style>
  label {
    display: flex;
    gap: 7px;
    align-items: center;
    padding-top: 5px;
  }
</style>

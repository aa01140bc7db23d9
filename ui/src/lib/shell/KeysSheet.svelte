<script lang="ts">
  import { KEYS } from './keys';
  import Sheet from './Sheet.svelte';

  interface Props {
    open: boolean;
  }

  let { open = $bindable() }: Props = $props();
</script>

<Sheet bind:open title="Keys">
  <dl>
    {#each KEYS as key (key.keys)}
      <dt><kbd>{key.keys}</kbd></dt>
      <dd>{key.does}</dd>
    {/each}
  </dl>
  <p>
    The <strong>level</strong> is the layer you stand at. Dividing and stops happen
    <em>before</em> it, at the plane that it rests on.
  </p>
</Sheet>

<style>
  dl {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 5px 16px;
    margin-bottom: 12px;
  }

  kbd {
    font-family: 'IBM Plex Mono', monospace;
    border: 1px solid var(--rule);
    border-radius: 3px;
    padding: 0 6px;
    background: var(--paper);
  }

  p {
    color: var(--ink-soft);
  }
</style>

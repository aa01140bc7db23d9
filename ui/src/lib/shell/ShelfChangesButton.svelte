<script lang="ts">
  import History from '@lucide/svelte/icons/history';
  import { Popover, Portal } from '@skeletonlabs/skeleton-svelte';
  import type { PlanSession } from '../model/session.svelte';

  interface Props {
    session: PlanSession;
  }

  let { session }: Props = $props();

  const changes = $derived(session.state.changedOnShelf);
  const canFollow = $derived(changes.some((change) => change.there));
</script>

{#if changes.length > 0}
  <Popover positioning={{ placement: 'bottom-start' }}>
    <Popover.Trigger
      class="tool"
      title="The machine or a filament was edited after this plan took it"
    >
      <History size={14} />Shelf changed
    </Popover.Trigger>
    <Portal>
      <Popover.Positioner class="z-50">
        <Popover.Content class="popover-sheet">
          <p class="panel-title">Changed on the shelf</p>
          <p class="soft">
            The plan keeps what it took from the shelf, and prints the same as before.
          </p>
          {#each changes as change (change.item)}
            <h3>{change.item}</h3>
            {#if change.there}
              <table>
                <thead>
                  <tr>
                    <th scope="col"><span class="sr-only">What</span></th>
                    <th scope="col">In this plan</th>
                    <th scope="col">On the shelf</th>
                  </tr>
                </thead>
                <tbody>
                  {#each change.differences as difference (difference.what)}
                    <tr>
                      <th scope="row">{difference.what}</th>
                      <td class="num">{difference.used}</td>
                      <td class="num">{difference.now}</td>
                    </tr>
                  {/each}
                </tbody>
              </table>
            {:else}
              <p>No longer on the shelf. The plan keeps it.</p>
            {/if}
          {/each}
          {#if canFollow}
            <p class="buttons">
              <button class="tool strong" onclick={() => void session.followShelf()}
                >Use what is on the shelf now</button
              >
            </p>
          {/if}
        </Popover.Content>
      </Popover.Positioner>
    </Portal>
  </Popover>
{/if}

<style>
  h3 {
    font-weight: 600;
    padding-top: 8px;
  }

  .soft {
    color: var(--ink-soft);
    max-width: 320px;
  }

  th {
    text-align: left;
    font-weight: 400;
    padding-right: 18px;
    color: var(--ink-soft);
  }

  td {
    padding: 2px 16px 2px 0;
    max-width: 220px;
    overflow-wrap: anywhere;
  }

  .buttons {
    padding-top: 10px;
  }
</style>

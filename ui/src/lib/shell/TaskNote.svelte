<script lang="ts">
  import { cancel } from '../api/follow';
  import { waitedFor } from '../api/work.svelte';
</script>

{#if waitedFor.size > 0}
  <div class="tasks" role="status" data-testid="tasks">
    {#each waitedFor.values() as task (task.id)}
      <div>
        <span>Computing {task.stage} …</span>
        {#if task.total > 1}
          <progress max={task.total} value={task.done} aria-label="Progress"></progress>
        {/if}
        <button class="tool" onclick={() => cancel(task)}>Cancel</button>
      </div>
    {/each}
  </div>
{/if}

<style>
  .tasks {
    position: fixed;
    left: 50%;
    bottom: 64px;
    transform: translateX(-50%);
    z-index: 30;
    padding: 6px 12px;
    background: var(--sheet);
    border: 1px solid var(--rule);
    box-shadow: 0 2px 10px rgb(0 0 0 / 0.15);
  }

  .tasks div {
    display: flex;
    gap: 10px;
    align-items: center;
  }

  progress {
    appearance: none;
    width: 110px;
    height: 6px;
  }

  progress::-webkit-progress-bar {
    background: var(--rule);
  }

  progress::-webkit-progress-value {
    background: var(--accent);
  }

  progress::-moz-progress-bar {
    background: var(--accent);
  }
</style>

<script lang="ts">
  import X from '@lucide/svelte/icons/x';
  import type { ApiProblem } from '../api/client';

  interface Props {
    problem: ApiProblem;
    onClose: () => void;
    /** What helps, as a button. */
    action?: { label: string; run: () => void };
  }

  let { problem, onClose, action }: Props = $props();
</script>

<div class="note" role="alert">
  <div>
    <strong>{problem.place}:</strong>
    {problem.reason}
    <span class="remedy">{problem.remedy}</span>
  </div>
  {#if action}
    <button class="tool" onclick={action.run}>{action.label}</button>
  {/if}
  <button class="tool" aria-label="Close this message" onclick={onClose}><X size={14} /></button>
</div>

<style>
  .note {
    display: flex;
    align-items: center;
    gap: 10px;
    padding: 8px 12px;
    background: var(--sheet);
    border: 1px solid var(--bad);
    border-left-width: 5px;
    border-radius: 3px;
    box-shadow: 0 4px 16px rgb(0 0 0 / 18%);
    max-width: 720px;
  }

  .remedy {
    color: var(--ink-soft);
  }
</style>

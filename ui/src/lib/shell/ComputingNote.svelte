<script lang="ts">
  import type { Progress } from '../api/client';

  interface Props {
    /** How far the computation is; none while nothing is said of it. */
    progress: Progress | undefined;
    /** Whether the program is being written. */
    writing: boolean;
  }

  let { progress, writing }: Props = $props();

  const share = $derived(
    progress && progress.total > 0 ? Math.min(1, progress.done / progress.total) : undefined,
  );
</script>

{#if writing || progress}
  <span class="note" role="status">
    {writing ? 'Writing the program …' : `Computing ${progress?.stage} …`}
    {#if !writing && share !== undefined}
      <span class="bar" aria-hidden="true"><span style:width="{share * 100}%"></span></span>
    {/if}
  </span>
{/if}

<style>
  .note {
    display: inline-flex;
    gap: 8px;
    align-items: center;
    color: var(--ink-soft);
    white-space: nowrap;
  }

  .bar {
    width: 64px;
    height: 3px;
    background: var(--rule);
  }

  .bar span {
    display: block;
    height: 100%;
    background: var(--accent);
  }
</style>

<script lang="ts">
  import Flag from '@lucide/svelte/icons/flag';
  import { Popover, Portal } from '@skeletonlabs/skeleton-svelte';
  import type { FindingView } from '../api/client';
  import { layerFromPlane, mm } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';

  interface Props {
    session: PlanSession;
  }

  let { session }: Props = $props();

  const findings = $derived(session.result?.findings ?? []);
  const worst = $derived(
    ['error', 'warning', 'note'].find((s) => findings.some((f) => f.severity === s)),
  );

  function go(finding: FindingView) {
    if (finding.heightMm !== undefined && finding.heightMm !== null) {
      session.goToHeight(finding.heightMm);
    }
    if (finding.piece) {
      const n =
        session.piece(finding.piece)?.strata.find((s) => s.to > (finding.heightMm ?? 0))?.number ??
        1;
      session.select(finding.piece, n);
    }
  }
</script>

<Popover positioning={{ placement: 'bottom-end' }}>
  <Popover.Trigger class="tool" data-worst={worst ?? 'none'}>
    <Flag size={14} />
    {findings.length === 1 ? '1 finding' : `${findings.length} findings`}
  </Popover.Trigger>
  <Portal>
    <Popover.Positioner class="z-50">
      <Popover.Content class="findings">
        {#if findings.length === 0}
          <p>Nothing found. The plan can be printed as it is.</p>
        {/if}
        {#each findings as finding (finding.id)}
          <article class={finding.severity}>
            <button class="go" onclick={() => go(finding)}>
              <strong>{finding.severity}: {finding.title}</strong>
              {#if finding.heightMm !== undefined && finding.heightMm !== null}
                <span class="num"
                  >{mm(finding.heightMm)} · L{layerFromPlane(
                    session.heights,
                    finding.heightMm,
                  )}</span
                >
              {/if}
            </button>
            <p>{finding.reason}</p>
            {#each finding.remedies as remedy, i (remedy)}
              <button class="tool" onclick={() => session.applyRemedy(finding.id, i)}
                >{remedy}</button
              >
            {/each}
          </article>
        {/each}
      </Popover.Content>
    </Popover.Positioner>
  </Portal>
</Popover>

<style>
  :global(.tool[data-worst='error']) {
    border-color: var(--bad);
    color: var(--bad);
  }

  :global(.tool[data-worst='warning']) {
    border-color: var(--warn);
    color: var(--warn);
  }

  :global(.findings) {
    width: 400px;
    max-height: 70vh;
    overflow: auto;
    padding: 10px;
    background: var(--sheet);
    color: var(--ink);
    border: 1px solid var(--rule);
    border-radius: 4px;
    box-shadow: 0 8px 30px rgb(0 0 0 / 25%);
  }

  article {
    border-left: 4px solid var(--rule);
    padding: 2px 0 4px 9px;
    margin-bottom: 9px;
  }

  article.error {
    border-color: var(--bad);
  }

  article.warning {
    border-color: var(--warn);
  }

  .go {
    display: flex;
    gap: 10px;
    width: 100%;
    justify-content: space-between;
    text-align: left;
    cursor: pointer;
  }

  p {
    color: var(--ink-soft);
    margin: 3px 0 4px;
  }
</style>

<script lang="ts">
  import { mm } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';
  import type { ColumnScale } from './scale';

  interface Props {
    session: PlanSession;
    scale: ColumnScale;
    x: number;
    width: number;
  }

  let { session, scale, x, width }: Props = $props();

  /** Half the height of a sign, px. */
  const HALF = 7;

  const found = $derived(
    (session.result?.findings ?? []).flatMap((finding) =>
      finding.heightMm == null || finding.accepted != null
        ? []
        : [{ ...finding, at: finding.heightMm }],
    ),
  );

  /** What lies at an end of the column is seen whole. */
  function y(height: number): number {
    const at = scale.y(height);
    const isShown = height >= scale.from - 1e-6 && height <= scale.to + 1e-6;
    return isShown ? Math.max(scale.top + HALF, Math.min(scale.bottom - HALF, at)) : at;
  }
</script>

{#each found as finding (finding.id)}
  <g
    class="finding {finding.severity}"
    role="button"
    tabindex="0"
    aria-label="Finding at {mm(finding.at)}: {finding.title}"
    transform="translate({x + width / 2} {y(finding.at)})"
    onpointerdown={(e) => e.stopPropagation()}
    onclick={() => session.goToHeight(finding.at)}
    onkeydown={(e) => e.key === 'Enter' && session.goToHeight(finding.at)}
  >
    <path d="M0 -6l6 6l-6 6l-6 -6z" />
    <title>{finding.title} · {mm(finding.at)} · click: go there</title>
  </g>
{/each}

<style>
  .finding {
    cursor: pointer;
    fill: var(--sheet);
    stroke: var(--ink-soft);
    stroke-width: 1.6;
  }

  .finding.warning {
    stroke: var(--warn);
    fill: var(--warn);
  }

  .finding.error {
    stroke: var(--bad);
    fill: var(--bad);
  }
</style>

<script lang="ts">
  import { mm } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';
  import type { ColumnScale } from './scale';

  interface Props {
    session: PlanSession;
    scale: ColumnScale;
    x: number;
    width: number;
    /** Boundaries are drawn up to here, across the pieces. */
    right: number;
  }

  let { session, scale, x, width, right }: Props = $props();

  const heights = $derived(session.planHeights);

  function choose(number: number) {
    const piece = session.selected?.piece ?? session.result?.pieces[0]?.id;
    if (piece) {
      session.selectPart(piece, { kind: 'plan', id: String(number) });
    }
  }
</script>

{#each heights.slice(1) as to, i (i)}
  {@const from = heights[i]!}
  {@const chosen =
    session.selected?.part?.kind === 'plan' && session.selected.part.id === `${i + 1}`}
  {@const tall = Math.max(1, scale.y(from) - scale.y(to))}
  <g
    class:chosen
    role="button"
    tabindex="0"
    aria-pressed={chosen}
    aria-label="Plan, stratum {i + 1}, {mm(from)} to {mm(to)}"
    onclick={() => choose(i + 1)}
    onkeydown={(e) => e.key === 'Enter' && choose(i + 1)}
  >
    <rect {x} y={scale.y(to)} {width} height={tall} />
    {#if tall > 13}
      <text class="num" x={x + 4} y={scale.y(to) + Math.min(14, tall / 2 + 5)}>{i + 1}</text>
    {/if}
    <title>Whole plan · stratum {i + 1}: {mm(from)} to {mm(to)}</title>
  </g>
{/each}
{#each heights.slice(1, -1) as boundary (boundary)}
  <path d="M{x - 3} {scale.y(boundary)}H{right}" />
{/each}

<style>
  g {
    cursor: pointer;
  }

  rect {
    fill: var(--sheet);
    stroke: var(--ink-soft);
  }

  .chosen rect {
    stroke: var(--accent);
    stroke-width: 3;
  }

  text {
    font-size: 10.5px;
    fill: var(--ink);
    pointer-events: none;
  }

  path {
    stroke: var(--ink);
    stroke-width: 1.2;
    stroke-dasharray: 5 3;
    pointer-events: none;
  }
</style>

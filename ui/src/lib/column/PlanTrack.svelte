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

  const strata = $derived(session.planStrata);

  function choose(id: string) {
    const piece = session.selected?.piece ?? session.result?.pieces[0]?.id;
    if (piece) {
      session.selectPart(piece, { kind: 'plan', id });
    }
  }
</script>

{#each strata as { id, number, from, to } (id)}
  {@const chosen = session.selected?.part?.kind === 'plan' && session.selected.part.id === id}
  {@const tall = Math.max(1, scale.y(from) - scale.y(to))}
  <g
    class:chosen
    role="button"
    tabindex="0"
    aria-pressed={chosen}
    aria-label="Plan, stratum {number}, {mm(from)} to {mm(to)}"
    onclick={() => choose(id)}
    onkeydown={(e) => e.key === 'Enter' && choose(id)}
  >
    <rect {x} y={scale.y(to)} {width} height={tall} />
    {#if tall > 13}
      <text class="num" x={x + 4} y={scale.y(to) + Math.min(14, tall / 2 + 5)}>{number}</text>
    {/if}
    <title>Whole plan · stratum {number}: {mm(from)} to {mm(to)}</title>
  </g>
{/each}
{#each strata.filter((stratum) => stratum.hasBoundaryAbove) as { id, to } (id)}
  <path d="M{x - 3} {scale.y(to)}H{right}" />
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

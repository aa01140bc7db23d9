<script lang="ts">
  import type { PieceView } from '../api/client';
  import { mm } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';
  import type { ColumnScale } from './scale';

  interface Props {
    session: PlanSession;
    pieces: PieceView[];
    scale: ColumnScale;
    x: number;
    width: number;
    /** Area that takes the whole width, mm². */
    largest: number;
  }

  let { session, pieces, scale, x, width, largest }: Props = $props();

  function divide(piece: PieceView, height: number) {
    void session.divide(piece.id, height);
  }

  function isBoundary(piece: PieceView, height: number): boolean {
    return piece.strata.some((stratum) => Math.abs(stratum.from - height) < 1e-3);
  }

  function outlinePath(piece: PieceView): string {
    let path = `M${x} ${scale.y(piece.bottom)}`;
    let below = piece.bottom;
    piece.areas.forEach((area, i) => {
      const right = (x + (area / largest) * width).toFixed(1);
      path += `L${right} ${scale.y(below).toFixed(1)}L${right} ${scale.y(piece.layerTops[i]!).toFixed(1)}`;
      below = piece.layerTops[i]!;
    });
    return `${path}L${x} ${scale.y(below)}Z`;
  }
</script>

{#each pieces as piece (piece.id)}
  <path class="profile" d={outlinePath(piece)} />
{/each}
{#each pieces as piece (piece.id)}
  {#each piece.marks as mark (mark)}
    <g
      class="mark"
      role="button"
      tabindex="0"
      aria-label="The outline of {piece.name} changes at {mm(mark)}"
      onpointerdown={(e) => e.stopPropagation()}
      onclick={() => session.goToHeight(mark)}
      ondblclick={() => divide(piece, mark)}
      onkeydown={(e) => e.key === 'Enter' && session.goToHeight(mark)}
    >
      <path d="M{x - 1} {scale.y(mark)}l6 -4v8zM{x + 5} {scale.y(mark)}H{x + width}" />
      <title
        >{piece.name}: the outline changes at {mm(mark)} · click: go there · double click: divide there</title
      >
    </g>
    {#if !isBoundary(piece, mark)}
      <g
        class="divide"
        role="button"
        tabindex="0"
        aria-label="Divide {piece.name} at {mm(mark)}"
        onpointerdown={(e) => e.stopPropagation()}
        onclick={() => divide(piece, mark)}
        onkeydown={(e) => e.key === 'Enter' && divide(piece, mark)}
      >
        <circle cx={x + width - 6} cy={scale.y(mark)} r="6" />
        <path d="M{x + width - 9} {scale.y(mark)}h6m-3 -3v6" />
        <title>Divide {piece.name} here, at {mm(mark)}</title>
      </g>
    {/if}
  {/each}
{/each}

<style>
  .divide {
    cursor: pointer;
  }

  .divide circle {
    fill: var(--sheet);
    stroke: var(--accent);
  }

  .divide path {
    stroke: var(--accent);
    fill: none;
  }

  .divide:hover circle {
    fill: var(--accent-wash);
  }

  .profile {
    fill: var(--ink-soft);
    fill-opacity: 0.22;
    stroke: var(--ink-soft);
    stroke-width: 0.8;
  }

  .mark {
    cursor: pointer;
  }

  .mark path {
    fill: var(--accent);
    stroke: var(--accent);
    stroke-width: 0.8;
  }

  g:focus-visible {
    outline-offset: -1px;
  }
</style>

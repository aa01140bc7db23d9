<script lang="ts">
  import type { PieceView } from '../api/client';
  import { darker, textOn } from '../model/colours';
  import { layerBottom, layerFromPlane, layerTop, mm } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';
  import type { ColumnScale } from './scale';

  interface Props {
    session: PlanSession;
    piece: PieceView;
    scale: ColumnScale;
    x: number;
    width: number;
    /** The boundary of this piece that is being dragged: from where, to where, mm. */
    drag: { from: number; to: number } | undefined;
    onGrab: (event: PointerEvent, boundary: number) => void;
    onDivide: (event: MouseEvent) => void;
  }

  let { session, piece, scale, x, width, drag, onGrab, onDivide }: Props = $props();

  function key(event: KeyboardEvent, at: number) {
    const n = layerFromPlane(session.heights, at);
    if (event.key === 'Delete' || event.key === 'Backspace') {
      void session.edit({ action: 'JOIN', piece: piece.id, height: at });
    } else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
      const to =
        event.key === 'ArrowUp'
          ? layerTop(session.heights, n)
          : layerBottom(session.heights, Math.max(1, n - 1));
      void session.edit({ action: 'MOVE_BOUNDARY', piece: piece.id, height: at, to });
    } else {
      return;
    }
    event.preventDefault();
    event.stopPropagation();
  }
</script>

{#each piece.strata as stratum (stratum.id)}
  {@const colour = session.filament(session.slotOf(stratum)).colour}
  {@const chosen =
    session.selected?.piece === piece.id &&
    session.selected.stratum === stratum.id &&
    !session.selected.part}
  {@const tall = scale.y(stratum.from) - scale.y(stratum.to)}
  <g
    class="stratum"
    class:chosen
    role="button"
    tabindex="0"
    aria-pressed={chosen}
    aria-label="{piece.name}, stratum {stratum.number}, {mm(stratum.from)} to {mm(
      stratum.to,
    )}, layers {stratum.firstLayer} to {stratum.lastLayer}"
    onclick={() => session.select(piece.id, stratum.id)}
    onkeydown={(e) => e.key === 'Enter' && session.select(piece.id, stratum.id)}
    ondblclick={onDivide}
  >
    <rect
      {x}
      y={scale.y(stratum.to)}
      {width}
      height={Math.max(1, tall)}
      fill={colour}
      stroke={darker(colour)}
    />
    {#if tall > 13}
      <text
        class="num"
        x={x + 4}
        y={scale.y(stratum.to) + Math.min(14, tall / 2 + 5)}
        fill={textOn(colour)}>{stratum.number}</text
      >
    {/if}
    <title
      >{piece.name} · stratum {stratum.number}: {mm(stratum.from)} to {mm(stratum.to)}, L{stratum.firstLayer}
      to L{stratum.lastLayer} · double click: divide</title
    >
  </g>
{/each}
{#each piece.strata.slice(1) as upper (upper.id)}
  {@const dragged = drag?.from === upper.from ? drag : undefined}
  <g
    class="boundary"
    class:dragged
    role="slider"
    tabindex="0"
    aria-label="Boundary of {piece.name}"
    aria-valuenow={upper.from}
    aria-valuetext="{mm(upper.from)}, bottom of layer {upper.firstLayer}"
    aria-orientation="vertical"
    onpointerdown={(e) => onGrab(e, upper.from)}
    onkeydown={(e) => key(e, upper.from)}
  >
    <rect {x} y={scale.y(upper.from) - 3} {width} height="6" fill="transparent" />
    <path d="M{x - 3} {scale.y(dragged?.to ?? upper.from)}h{width + 2 + 3}" />
    <title
      >Boundary at {mm(upper.from)}, bottom of L{upper.firstLayer} · drag to move · Delete joins the strata</title
    >
  </g>
{/each}

<style>
  .stratum {
    cursor: pointer;
  }

  .stratum text {
    font-size: 10.5px;
    pointer-events: none;
  }

  .stratum.chosen rect {
    stroke: var(--accent);
    stroke-width: 3;
  }

  .boundary {
    cursor: row-resize;
  }

  .boundary path {
    stroke: var(--ink);
    stroke-width: 1.4;
    fill: none;
  }

  .boundary:hover path,
  .boundary.dragged path {
    stroke: var(--accent);
    stroke-width: 3;
  }

  g:focus-visible {
    outline-offset: -1px;
  }
</style>

<script lang="ts">
  import { darker } from '../model/colours';
  import {
    layerBottom,
    layerFromPlane,
    layerTop,
    mm,
    niceStep,
    type Heights,
  } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';
  import type { PieceView } from '../api/client';
  import FindingTrack from './FindingTrack.svelte';
  import OutlineTrack from './OutlineTrack.svelte';
  import PlanTrack from './PlanTrack.svelte';
  import { ColumnScale } from './scale';
  import StopTrack from './StopTrack.svelte';
  import StrataTrack from './StrataTrack.svelte';
  import { Tracks, type Track } from './tracks.svelte';
  import TracksButton from './TracksButton.svelte';

  interface Props {
    session: PlanSession;
  }

  let { session }: Props = $props();

  const HEAD = 40;
  const FOOT = 14;
  const SCALE = 84;
  const PLAN = 22;
  /** Widths of the tracks that can be left out. */
  const WIDTHS = { outline: 78, filaments: 14, time: 46, stops: 30, findings: 14 } as const;
  const GAP = 5;

  const tracks = new Tracks();
  let width = $state(360);
  let height = $state(600);
  let svg: SVGSVGElement;
  let hover: number | undefined = $state(undefined);
  let drag: { piece: string; from: number; to: number } | undefined = $state.raw(undefined);
  let levelDrag = false;

  const heights: Heights = $derived(session.heights);
  const result = $derived(session.result);
  const top = $derived(heights.tops.at(-1) ?? 1);
  /** Shown part of the height, mm; all of it without a zoom. */
  let zoomed: { from: number; to: number } | undefined = $state.raw(undefined);
  /** The bed, which lies lower than 0 under a raft, mm. */
  const bed = $derived(Math.min(0, heights.bottom));
  const range = $derived(zoomed ?? { from: bed, to: top });
  const scale = $derived(
    new ColumnScale(range.from, range.to, HEAD, Math.max(HEAD + 40, height - FOOT)),
  );
  const pieces = $derived(result?.pieces ?? []);
  /** The plan's own strata have a track while there are several. */
  const planWidth = $derived(session.planHeights.length > 2 ? PLAN + GAP : 0);
  /** What a track takes with the gap after it; nothing if it is left out. */
  const took = (track: Track) => (tracks.has(track) ? WIDTHS[track] + GAP : 0);
  const strataWidth = $derived(
    Math.max(
      40,
      width -
        SCALE -
        2 * GAP -
        planWidth -
        took('outline') -
        took('filaments') -
        took('time') -
        took('stops') -
        took('findings') -
        2,
    ),
  );
  const pieceWidth = $derived(strataWidth / Math.max(1, pieces.length));
  const x = $derived.by(() => {
    const outline = SCALE + GAP;
    const plan = outline + took('outline');
    const strata = plan + planWidth;
    const strip = strata + strataWidth + GAP;
    const time = strip + took('filaments');
    const stops = time + took('time');
    return { outline, plan, strata, strip, time, stops, findings: stops + took('stops') };
  });
  const areaHere = $derived(pieces.reduce((sum, piece) => sum + areaAt(piece), 0));
  const secondsHere = $derived(result?.layerSeconds[session.layer - 1] ?? 0);

  /** Outline of a piece in the layer at the level, mm². */
  function areaAt(piece: PieceView): number {
    const top = layerTop(heights, session.layer);
    const i = piece.layerTops.findIndex((z) => z > top - 1e-3);
    const isThere = session.plane > piece.bottom - 1e-3 || top > piece.bottom + 1e-3;
    return i >= 0 && isThere ? piece.areas[i]! : 0;
  }
  const largestArea = $derived(Math.max(1, ...pieces.flatMap((p) => p.areas)));
  const longest = $derived(Math.max(1, percentile(result?.layerSeconds ?? [], 0.98)));
  const ticks = $derived.by(() => {
    const step = niceStep(range.to - range.from, (scale.bottom - scale.top) / 46);
    const first = Math.ceil(range.from / step - 1e-9);
    const count = Math.floor(range.to / step + 1e-9) - first + 1;
    return Array.from({ length: count }, (_, i) => Number(((first + i) * step).toFixed(6)));
  });
  /** Runs of layers that use the same filaments. */
  const runs = $derived.by(() => {
    const found: { from: number; to: number; slots: number[] }[] = [];
    (result?.slots ?? []).forEach((slots, i) => {
      const last = found.at(-1);
      if (last && last.slots.join() === slots.join()) {
        last.to = layerTop(heights, i + 1);
      } else {
        found.push({ from: layerBottom(heights, i + 1), to: layerTop(heights, i + 1), slots });
      }
    });
    return found;
  });
  const timePath = $derived.by(() => {
    const seconds = result?.layerSeconds ?? [];
    const points = seconds.map((s, i) => {
      const right = x.time + Math.min(1, s / longest) * WIDTHS.time;
      return `L${right.toFixed(1)} ${scale.y(layerBottom(heights, i + 1)).toFixed(1)}L${right.toFixed(1)} ${scale.y(layerTop(heights, i + 1)).toFixed(1)}`;
    });
    return `M${x.time} ${scale.y(layerBottom(heights, 1))}${points.join('')}L${x.time} ${scale.y(top)}Z`;
  });
  const shownLayer = $derived(hover ?? session.layer);

  function percentile(values: number[], share: number): number {
    const sorted = [...values].sort((a, b) => a - b);
    return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0;
  }

  function heightOf(event: MouseEvent): number {
    return scale.height(event.clientY - svg.getBoundingClientRect().top);
  }

  function planeNear(event: MouseEvent): number {
    const n = layerFromPlane(heights, heightOf(event));
    const bottom = layerBottom(heights, n);
    return Math.abs(layerTop(heights, n) - heightOf(event)) < Math.abs(bottom - heightOf(event))
      ? layerTop(heights, n)
      : bottom;
  }

  function down(event: PointerEvent) {
    if (event.button === 0 && !drag) {
      levelDrag = true;
      session.goToHeight(heightOf(event));
    }
  }

  function move(event: PointerEvent) {
    if (drag) {
      drag = { ...drag, to: planeNear(event) };
    } else if (levelDrag) {
      // Only now: a captured pointer would take the click away from what is under it.
      svg.setPointerCapture(event.pointerId);
      session.goToHeight(heightOf(event));
    }
    hover = heights.tops.length ? layerFromPlane(heights, heightOf(event)) : undefined;
  }

  async function up() {
    levelDrag = false;
    const done = drag;
    drag = undefined;
    if (done && Math.abs(done.to - done.from) > 1e-6) {
      await session.edit({
        action: 'MOVE_BOUNDARY',
        piece: done.piece,
        height: done.from,
        to: done.to,
      });
    }
  }

  function zoom(factor: number, about: number) {
    const span = Math.min(top - bed, Math.max(2, (range.to - range.from) * factor));
    const share = (about - range.from) / (range.to - range.from);
    const from = Math.max(bed, Math.min(top - span, about - share * span));
    zoomed = span >= (top - bed) * 0.999 ? undefined : { from, to: from + span };
  }

  /** The level never leaves the shown part. */
  $effect(() => {
    const at = session.plane;
    if (zoomed && (at < zoomed.from || at > zoomed.to)) {
      const span = zoomed.to - zoomed.from;
      const from = Math.max(bed, Math.min(top - span, at - span / 2));
      zoomed = { from, to: from + span };
    }
  });

  function wheel(event: WheelEvent) {
    event.preventDefault();
    if (event.ctrlKey) {
      zoom(event.deltaY < 0 ? 1 / 1.25 : 1.25, heightOf(event));
      return;
    }
    session.goTo(session.layer + (event.deltaY < 0 ? 1 : -1) * (event.shiftKey ? 10 : 1));
  }

  function startBoundary(event: PointerEvent, piece: string, at: number) {
    event.stopPropagation();
    svg.setPointerCapture(event.pointerId);
    drag = { piece, from: at, to: at };
  }

  function divideAt(event: MouseEvent, piece: string) {
    void session.edit({ action: 'DIVIDE', piece, height: planeNear(event) });
  }
</script>

<div class="frame">
  <div class="column" bind:clientWidth={width} bind:clientHeight={height}>
    <svg
      bind:this={svg}
      {width}
      {height}
      role="group"
      aria-label="Column: everything over the height"
      onpointerdown={down}
      onpointermove={move}
      onpointerup={up}
      onpointerleave={() => (hover = undefined)}
      onwheel={wheel}
    >
      <g class="heads">
        <text x="38" y="14" text-anchor="end">height</text>
        <text x="38" y="27" text-anchor="end">mm</text>
        <text x="80" y="14" text-anchor="end">layer</text>
        {#if tracks.has('outline')}
          <text x={x.outline} y="14">outline</text>
          <text x={x.outline} y="27">
            <tspan class="here" data-testid="area-here">{(areaHere / 100).toFixed(1)}</tspan>
            of {(largestArea / 100).toFixed(0)} cm²
            <title>Outline in the layer at the level, and the largest of a piece</title>
          </text>
        {/if}
        {#if planWidth > 0}<text x={x.plan} y="14">plan</text>{/if}
        {#each pieces as piece, p (piece.id)}
          <text x={x.strata + p * pieceWidth + 1} y="14">strata</text>
          <text x={x.strata + p * pieceWidth + 1} y="27">
            {piece.name.length * 6 > pieceWidth
              ? `${piece.name.slice(0, Math.max(3, Math.floor(pieceWidth / 6.6)))}…`
              : piece.name}
            <title>{piece.name}</title>
          </text>
        {/each}
        {#if tracks.has('time')}
          <text x={x.time} y="14">time</text>
          <text x={x.time} y="27">
            <tspan class="here" data-testid="seconds-here">{secondsHere.toFixed(0)}</tspan
            >/{longest.toFixed(0)} s
            <title>Time of the layer at the level, and where the track ends</title>
          </text>
        {/if}
        {#if tracks.has('stops')}<text x={x.stops + 2} y="14">stops</text>{/if}
        {#if tracks.has('findings')}
          <text x={x.findings + WIDTHS.findings} y="27" text-anchor="end">findings</text>
        {/if}
      </g>

      <line class="axis" x1={SCALE} x2={SCALE} y1={scale.top} y2={scale.bottom} />
      {#each ticks as tick (tick)}
        <line class="grid" x1="42" x2={width} y1={scale.y(tick)} y2={scale.y(tick)} />
        <text class="tick num" x="38" y={scale.y(tick) + 4} text-anchor="end">{tick}</text>
        {#if result}
          <text class="tick num soft" x="80" y={scale.y(tick) + 4} text-anchor="end"
            >L{layerFromPlane(heights, tick)}</text
          >
        {/if}
      {/each}

      <clipPath id="tracks">
        <rect x="0" y={scale.top - 1} {width} height={scale.bottom - scale.top + 2} />
      </clipPath>
      <g clip-path="url(#tracks)">
        {#if tracks.has('outline')}
          <OutlineTrack
            {session}
            {pieces}
            {scale}
            x={x.outline}
            width={WIDTHS.outline}
            largest={largestArea}
          />
        {/if}

        {#if planWidth > 0}
          <PlanTrack {session} {scale} x={x.plan} width={PLAN} right={x.strata + strataWidth} />
        {/if}
        {#each pieces as piece, p (piece.id)}
          <StrataTrack
            {session}
            {piece}
            {scale}
            x={x.strata + p * pieceWidth}
            width={pieceWidth - 2}
            drag={drag?.piece === piece.id ? drag : undefined}
            onGrab={(event, boundary) => startBoundary(event, piece.id, boundary)}
            onDivide={(event) => divideAt(event, piece.id)}
          />
        {/each}

        {#each tracks.has('filaments') ? runs : [] as run (run.from)}
          {#each run.slots as slot, i (slot)}
            <rect
              x={x.strip + (i * WIDTHS.filaments) / run.slots.length}
              y={scale.y(run.to)}
              width={WIDTHS.filaments / run.slots.length}
              height={Math.max(0.6, scale.y(run.from) - scale.y(run.to))}
              fill={session.filament(slot).colour}
              stroke={darker(session.filament(slot).colour)}
              stroke-width="0.5"
            >
              <title>{session.filament(slot).name}, {mm(run.from)} to {mm(run.to)}</title>
            </rect>
          {/each}
        {/each}

        {#if session.shownRule && session.shownRule.to > session.shownRule.from}
          <path
            class="shown-rule"
            d="M{SCALE + 4} {scale.y(session.shownRule.to)}h-4V{scale.y(session.shownRule.from)}h4"
          >
            <title
              >Rule {session.shownRule.index + 1}: {mm(session.shownRule.from)} to {mm(
                session.shownRule.to,
              )}</title
            >
          </path>
        {/if}
        {#if tracks.has('time')}<path class="time" d={timePath} />{/if}
        {#if tracks.has('stops')}
          <StopTrack {session} {scale} x={x.stops} width={WIDTHS.stops} />
        {/if}
        {#if tracks.has('findings')}
          <FindingTrack {session} {scale} x={x.findings} width={WIDTHS.findings} />
        {/if}
      </g>

      {#if result}
        {@const n = shownLayer}
        {#if hover !== undefined && hover !== session.layer}
          <line
            class="hover"
            x1="42"
            x2={width}
            y1={scale.y(layerBottom(heights, n))}
            y2={scale.y(layerBottom(heights, n))}
          />
        {/if}
        <rect
          class="level"
          x="0"
          y={scale.y(layerTop(heights, session.layer))}
          {width}
          height={Math.max(1.5, scale.y(session.plane) - scale.y(layerTop(heights, session.layer)))}
        />
        <g transform="translate(0 {scale.y(session.plane)})" class="level-tag">
          <rect x="0" y="-9" width="82" height="18" rx="2" />
          <text class="num" x="40" y="4" text-anchor="end">{session.plane.toFixed(2)}</text>
          <text class="num" x="79" y="4" text-anchor="end">L{session.layer}</text>
        </g>
        {#if drag}
          <g transform="translate({x.strata} {scale.y(drag.to) - 10})" class="drag-tag">
            <rect x="0" y="-15" width="130" height="18" rx="2" />
            <text class="num" x="5" y="-2">{mm(drag.to)} · L{layerFromPlane(heights, drag.to)}</text
            >
          </g>
        {/if}
      {/if}
    </svg>
  </div>
  <div class="zoom" role="group" aria-label="Zoom of the column">
    <button
      class="tool"
      aria-label="Zoom in at the level"
      title="Zoom in at the level (Ctrl and wheel)"
      onclick={() => zoom(0.5, session.plane)}>+</button
    >
    <button
      class="tool"
      aria-label="Zoom out"
      disabled={!zoomed}
      onclick={() => zoom(2, session.plane)}>−</button
    >
    <button class="tool" disabled={!zoomed} onclick={() => (zoomed = undefined)}>All</button>
    <TracksButton {tracks} />
    <span class="num">{range.from.toFixed(1)} to {range.to.toFixed(1)} mm</span>
  </div>
</div>

<style>
  .column {
    height: 100%;
    min-height: 0;
    overflow: hidden;
  }

  svg {
    display: block;
    touch-action: none;
    user-select: none;
    cursor: ns-resize;
  }

  .frame {
    display: grid;
    grid-template-rows: minmax(0, 1fr) auto;
    min-height: 0;
  }

  .zoom {
    display: flex;
    gap: 4px;
    align-items: center;
    padding: 4px 8px;
    border-top: 1px solid var(--rule-soft);
    color: var(--ink-soft);
  }

  .heads text {
    font-size: 10.5px;
    fill: var(--ink-soft);
  }

  .heads text:first-of-type {
    fill: var(--ink);
  }

  .heads .here {
    fill: var(--ink);
    font-weight: 600;
  }

  .axis {
    stroke: var(--ink-soft);
  }

  .grid {
    stroke: var(--rule-soft);
  }

  .tick {
    font-size: 10.5px;
    fill: var(--ink);
  }

  .tick.soft {
    fill: var(--ink-soft);
  }

  .shown-rule {
    stroke: var(--accent);
    stroke-width: 3;
    fill: none;
  }

  .time {
    fill: var(--ink-soft);
    fill-opacity: 0.35;
  }

  .hover {
    stroke: var(--accent);
    stroke-dasharray: 3 3;
    pointer-events: none;
  }

  .level {
    fill: var(--accent);
    fill-opacity: 0.55;
    pointer-events: none;
  }

  .level-tag rect,
  .drag-tag rect {
    fill: var(--color-primary-600);
  }

  .level-tag text,
  .drag-tag text {
    fill: white;
    font-size: 11px;
  }

  .level-tag,
  .drag-tag {
    pointer-events: none;
  }
</style>

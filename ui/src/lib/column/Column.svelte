<script lang="ts">
  import { tiltOf } from '../model/belt';
  import { layerBottom, layerFromPlane, layerTop, mm, type Heights } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';
  import ColumnHeads from './ColumnHeads.svelte';
  import FilamentTrack from './FilamentTrack.svelte';
  import FindingTrack from './FindingTrack.svelte';
  import { unfounded } from './overhang';
  import HeightAxis from './HeightAxis.svelte';
  import OverhangTrack from './OverhangTrack.svelte';
  import OutlineTrack from './OutlineTrack.svelte';
  import PlanTrack from './PlanTrack.svelte';
  import { ColumnZoom } from './columnZoom.svelte';
  import { ColumnScale, percentile } from './scale';
  import StopTrack from './StopTrack.svelte';
  import StrataTrack from './StrataTrack.svelte';
  import { Tracks, WIDTHS, type Track } from './tracks.svelte';
  import TimeTrack from './TimeTrack.svelte';
  import TracksButton from './TracksButton.svelte';

  interface Props {
    session: PlanSession;
  }

  let { session }: Props = $props();

  const HEAD = 40;
  const FOOT = 14;
  const SCALE = 84;
  const PLAN = 22;
  const GAP = 5;

  const tracks = new Tracks();
  let width = $state(360);
  let height = $state(600);
  let svg: SVGSVGElement;
  let drag: { piece: string; from: number; to: number } | undefined = $state.raw(undefined);
  let levelDrag = false;

  const heights: Heights = $derived(session.heights);
  const result = $derived(session.result);
  const top = $derived(heights.tops.at(-1) ?? 1);
  /** Where the column begins, mm: under a raft below 0, over a belt at the first layer. */
  const bed = $derived(tiltOf(session.machine) > 0 ? heights.bottom : Math.min(0, heights.bottom));
  const zoom = new ColumnZoom(() => ({ from: bed, to: top }));
  const range = $derived(zoom.shown);
  const scale = $derived(
    new ColumnScale(range.from, range.to, HEAD, Math.max(HEAD + 40, height - FOOT)),
  );
  const pieces = $derived(result?.pieces ?? []);
  /** The plan's own strata have a track while there are several. */
  const planWidth = $derived(
    tracks.has('strata') && session.planStrata.length > 1 ? PLAN + GAP : 0,
  );
  /** What a track takes with the gap after it; nothing if it is left out or has nothing to show. */
  const has = (track: Track) => tracks.has(track) && (track !== 'overhang' || mostOverhang > 0);
  const took = (track: keyof typeof WIDTHS) => (has(track) ? WIDTHS[track] + GAP : 0);
  const beside = $derived(
    (Object.keys(WIDTHS) as (keyof typeof WIDTHS)[]).reduce((sum, t) => sum + took(t), 0),
  );
  const overhang = $derived(unfounded(pieces, heights));
  const mostOverhang = $derived(Math.max(0, ...overhang.map((layer) => layer.all)));
  /** What no track of a given width takes. */
  const left = $derived(Math.max(28, width - SCALE - 2 * GAP - planWidth - beside - 2));
  const strataWidth = $derived(tracks.has('strata') ? left : 0);
  const outlineWidth = $derived(WIDTHS.outline + (tracks.has('strata') ? 0 : left));
  const pieceWidth = $derived(strataWidth / Math.max(1, pieces.length));
  const x = $derived.by(() => {
    const outline = SCALE + GAP;
    const plan = outline + (has('outline') ? outlineWidth + GAP : 0);
    const strata = plan + planWidth;
    const strip = strata + strataWidth + GAP;
    const time = strip + took('filaments');
    const over = time + took('time');
    const stops = over + took('overhang');
    return {
      outline,
      plan,
      strata,
      strip,
      time,
      overhang: over,
      stops,
      findings: stops + took('stops'),
    };
  });
  const largestArea = $derived(Math.max(1, ...pieces.flatMap((p) => p.areas)));
  const longest = $derived(Math.max(1, percentile(result?.layerSeconds ?? [], 0.98)));
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
    session.pointed = heights.tops.length ? layerFromPlane(heights, heightOf(event)) : undefined;
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

  /** The level never leaves the shown part. */
  $effect(() => zoom.follow(session.plane));

  function wheel(event: WheelEvent) {
    event.preventDefault();
    if (event.ctrlKey) {
      zoom.by(event.deltaY < 0 ? 1 / 1.25 : 1.25, heightOf(event));
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
    void session.divide(piece, planeNear(event));
  }
</script>

{#snippet tag(plane: number, layer: number, kind: 'level-tag' | 'pointed-tag')}
  <g transform="translate(0 {scale.y(plane)})" class={kind}>
    <rect x="0" y="-9" width="82" height="18" rx="2" />
    <text class="num" x="40" y="4" text-anchor="end">{plane.toFixed(2)}</text>
    <text class="num" x="79" y="4" text-anchor="end">L{layer}</text>
  </g>
{/snippet}

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
      onpointerleave={() => (session.pointed = undefined)}
      onwheel={wheel}
    >
      {#if !result}
        <text class="awaited" x={width / 2} y={height / 2} text-anchor="middle"
          >Heights and layers are being computed …</text
        >
      {:else}
        <ColumnHeads
          {session}
          {tracks}
          {x}
          {pieceWidth}
          {largestArea}
          {longest}
          overhang={has('overhang')
            ? { here: overhang[session.layer - 1]?.all ?? 0, most: mostOverhang }
            : undefined}
          hasPlan={planWidth > 0}
        />
        <HeightAxis {heights} {scale} from={range.from} to={range.to} x={SCALE} {width} />
      {/if}

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
            width={outlineWidth}
            largest={largestArea}
          />
        {/if}

        {#if planWidth > 0}
          <PlanTrack {session} {scale} x={x.plan} width={PLAN} right={x.strata + strataWidth} />
        {/if}
        {#each tracks.has('strata') ? pieces : [] as piece, p (piece.id)}
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

        {#if tracks.has('filaments')}
          <FilamentTrack {session} {scale} x={x.strip} width={WIDTHS.filaments} />
        {/if}

        {#if session.shownRule && session.shownRule.to > session.shownRule.from}
          <path
            class="shown-rule"
            d="M{SCALE + 4} {scale.y(session.shownRule.to)}h-4V{scale.y(session.shownRule.from)}h4"
          >
            <title
              >Rule {session.ruleNumber(session.shownRule.id)}: {mm(session.shownRule.from)} to {mm(
                session.shownRule.to,
              )}</title
            >
          </path>
        {/if}
        {#if tracks.has('time')}
          <TimeTrack {session} {scale} x={x.time} width={WIDTHS.time} {longest} />
        {/if}
        {#if has('overhang')}
          <OverhangTrack
            {session}
            layers={overhang}
            {scale}
            x={x.overhang}
            width={WIDTHS.overhang}
            largest={mostOverhang}
          />
        {/if}
        {#if tracks.has('stops')}
          <StopTrack {session} {scale} x={x.stops} width={WIDTHS.stops} />
        {/if}
        {#if tracks.has('findings')}
          <FindingTrack {session} {scale} x={x.findings} width={WIDTHS.findings} />
        {/if}
      </g>

      {#if result}
        {#if session.pointed !== undefined && session.pointed !== session.layer}
          {@const plane = layerBottom(heights, session.pointed)}
          <line class="pointed" x1="82" x2={width} y1={scale.y(plane)} y2={scale.y(plane)} />
          {@render tag(plane, session.pointed, 'pointed-tag')}
        {/if}
        <rect
          class="level"
          x="0"
          y={scale.y(layerTop(heights, session.layer))}
          {width}
          height={Math.max(1.5, scale.y(session.plane) - scale.y(layerTop(heights, session.layer)))}
        />
        {@render tag(session.plane, session.layer, 'level-tag')}
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
      onclick={() => zoom.by(0.5, session.plane)}>+</button
    >
    <button
      class="tool"
      aria-label="Zoom out"
      disabled={!zoom.isClose}
      onclick={() => zoom.by(2, session.plane)}>−</button
    >
    <button class="tool" disabled={!zoom.isClose} onclick={() => zoom.showAll()}>All</button>
    <TracksButton {tracks} />
    {#if result}<span class="num">{range.from.toFixed(1)} to {range.to.toFixed(1)} mm</span>{/if}
  </div>
</div>

<style>
  .awaited {
    fill: var(--ink-soft);
    font-size: 12.5px;
  }

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

  .shown-rule {
    stroke: var(--accent);
    stroke-width: 3;
    fill: none;
  }

  .pointed {
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

  .pointed-tag rect {
    fill: var(--paper);
    stroke: var(--accent);
  }

  .pointed-tag text {
    fill: var(--ink);
    font-size: 11px;
  }

  .level-tag,
  .pointed-tag,
  .drag-tag {
    pointer-events: none;
  }
</style>

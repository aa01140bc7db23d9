<script lang="ts">
  import type { PieceView } from '../api/client';
  import { layerTop } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';
  import { WIDTHS, type Tracks } from './tracks.svelte';

  interface Props {
    session: PlanSession;
    tracks: Tracks;
    /** Where each track begins, pixels. */
    x: Record<'outline' | 'plan' | 'strata' | 'time' | 'overhang' | 'stops' | 'findings', number>;
    pieceWidth: number;
    /** Area at which the outline track ends, mm². */
    largestArea: number;
    /** Time at which the time track ends, s. */
    longest: number;
    /** What the layer at the level has nothing below, and the most of a layer; mm². */
    overhang: { here: number; most: number } | undefined;
    /** Whether the plan's own strata have a track. */
    hasPlan: boolean;
  }

  let { session, tracks, x, pieceWidth, largestArea, longest, overhang, hasPlan }: Props = $props();

  const pieces = $derived(session.result?.pieces ?? []);
  const area = $derived(pieces.reduce((sum, piece) => sum + areaAt(piece), 0));
  const seconds = $derived(session.result?.layerSeconds[session.layer - 1] ?? 0);

  /** Outline of a piece in the layer at the level, mm². */
  function areaAt(piece: PieceView): number {
    const top = layerTop(session.heights, session.layer);
    const i = piece.layerTops.findIndex((z) => z > top - 1e-3);
    return i >= 0 && top > piece.bottom + 1e-3 ? piece.areas[i]! : 0;
  }

  /** Times are told in minutes if some take longer than this, s. */
  const LONG = 1000;

  function timeText(time: number): string {
    return (longest < LONG ? time : time / 60).toFixed(0);
  }

  /** Overhang is told in the unit that suits its most. */
  const unit = $derived((overhang?.most ?? 0) < 100 ? 'mm²' : 'cm²');

  function areaText(mm2: number): string {
    return unit === 'mm²' ? mm2.toFixed(0) : (mm2 / 100).toFixed(1);
  }

  function shortened(name: string): string {
    return name.length * 6 > pieceWidth
      ? `${name.slice(0, Math.max(3, Math.floor(pieceWidth / 6.6)))}…`
      : name;
  }

  /** Narrower tracks share the head of the first one, px. */
  const LEAST_OF_HEAD = 34;
</script>

<g>
  <text x="38" y="14" text-anchor="end">height</text>
  <text x="38" y="27" text-anchor="end">mm</text>
  <text x="80" y="14" text-anchor="end">layer</text>
  {#if tracks.has('outline')}
    <text x={x.outline} y="14">outline</text>
    <text x={x.outline} y="27">
      <tspan class="here" data-testid="area-here">{(area / 100).toFixed(1)}</tspan>/{(
        largestArea / 100
      ).toFixed(0)} cm²
      <title>Outline in the layer at the level, and the largest of a piece</title>
    </text>
  {/if}
  {#if hasPlan}<text x={x.plan} y="14">plan</text>{/if}
  {#each tracks.has('strata') ? pieces : [] as piece, p (piece.id)}
    {#if p === 0 || pieceWidth > LEAST_OF_HEAD}
      <text x={x.strata + p * pieceWidth + 1} y="14">strata</text>
    {/if}
    <text x={x.strata + p * pieceWidth + 1} y="27">
      {shortened(piece.name)}
      <title>{piece.name}</title>
    </text>
  {/each}
  {#if tracks.has('time')}
    <text x={x.time} y="14">time</text>
    <text x={x.time} y="27">
      <tspan class="here" data-testid="seconds-here">{timeText(seconds)}</tspan>/{timeText(longest)}
      {longest < LONG ? 's' : 'min'}
      <title
        >Time of the layer at the level, and where the track ends; what goes beyond has an edge
        there</title
      >
    </text>
  {/if}
  {#if overhang}
    <text x={x.overhang} y="14">overhang</text>
    <text x={x.overhang} y="27">
      <tspan class="here" data-testid="overhang-here">{areaText(overhang.here)}</tspan>
      {unit}
      <title
        >What has nothing below in the layer at the level; the track ends at {areaText(
          overhang.most,
        )}
        {unit}</title
      >
    </text>
  {/if}
  {#if tracks.has('stops')}<text x={x.stops + 2} y="14">stops</text>{/if}
  {#if tracks.has('findings')}
    <text x={x.findings + WIDTHS.findings} y="27" text-anchor="end">findings</text>
  {/if}
</g>

<style>
  text {
    font-size: 10.5px;
    fill: var(--ink-soft);
  }

  text:first-of-type {
    fill: var(--ink);
  }

  .here {
    fill: var(--ink);
    font-weight: 600;
  }
</style>

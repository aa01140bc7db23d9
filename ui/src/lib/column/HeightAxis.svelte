<script lang="ts">
  import { layerFromPlane, niceStep, type Heights } from '../model/heights';
  import type { ColumnScale } from './scale';

  interface Props {
    heights: Heights;
    scale: ColumnScale;
    /** The part of the heights that is shown, mm. */
    from: number;
    to: number;
    /** Where the axis is, px. */
    x: number;
    /** How far the lines go, px. */
    width: number;
  }

  let { heights, scale, from, to, x, width }: Props = $props();

  /** Distance of two ticks, at least, px. */
  const APART = 46;

  const ticks = $derived.by(() => {
    const step = niceStep(to - from, (scale.bottom - scale.top) / APART);
    const first = Math.ceil(from / step - 1e-9);
    const count = Math.floor(to / step + 1e-9) - first + 1;
    return Array.from({ length: count }, (_, i) => Number(((first + i) * step).toFixed(6)));
  });
</script>

<line class="axis" x1={x} x2={x} y1={scale.top} y2={scale.bottom} />
{#each ticks as tick (tick)}
  <line class="grid" x1={x / 2} x2={width} y1={scale.y(tick)} y2={scale.y(tick)} />
  <text class="num" x={x / 2 - 4} y={scale.y(tick) + 4} text-anchor="end">{tick}</text>
  <text class="num soft" x={x - 4} y={scale.y(tick) + 4} text-anchor="end"
    >L{layerFromPlane(heights, tick)}</text
  >
{/each}

<style>
  .axis {
    stroke: var(--ink-soft);
  }

  .grid {
    stroke: var(--rule-soft);
  }

  text {
    font-size: 10.5px;
    fill: var(--ink);
  }

  .soft {
    fill: var(--ink-soft);
  }
</style>

<script lang="ts">
  import { layerBottom, layerTop } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';
  import type { ColumnScale } from './scale';

  interface Props {
    session: PlanSession;
    scale: ColumnScale;
    x: number;
    width: number;
    /** Time that takes the whole width, s. */
    longest: number;
  }

  let { session, scale, x, width, longest }: Props = $props();

  /** Least time of a layer, which is the same for the whole plan, s. */
  const least = $derived(
    Number(session.result?.pieces[0]?.strata[0]?.settings['minLayerTime']?.value ?? 0),
  );

  /** Edges where the time of a layer goes beyond the track. */
  const beyond = $derived.by(() => {
    const heights = session.heights;
    const right = (x + width).toFixed(1);
    return (session.result?.layerSeconds ?? [])
      .map((seconds, i) => {
        const [low, high] = [layerBottom(heights, i + 1), layerTop(heights, i + 1)];
        return seconds > longest
          ? `M${right} ${scale.y(low).toFixed(1)}V${scale.y(high).toFixed(1)}`
          : '';
      })
      .join('');
  });

  const path = $derived.by(() => {
    const heights = session.heights;
    const points = (session.result?.layerSeconds ?? []).map((seconds, i) => {
      const right = (x + Math.min(1, seconds / longest) * width).toFixed(1);
      const [low, high] = [layerBottom(heights, i + 1), layerTop(heights, i + 1)];
      return `L${right} ${scale.y(low).toFixed(1)}L${right} ${scale.y(high).toFixed(1)}`;
    });
    const top = heights.tops.at(-1) ?? 1;
    return `M${x} ${scale.y(layerBottom(heights, 1))}${points.join('')}L${x} ${scale.y(top)}Z`;
  });
</script>

<path d={path} />
{#if beyond}<path class="beyond" d={beyond} />{/if}
{#if least > 0 && least < longest}
  {@const at = x + (least / longest) * width}
  <line x1={at} x2={at} y1={scale.top} y2={scale.bottom}>
    <title>A layer takes {least} s at least: quicker ones are slowed down</title>
  </line>
{/if}

<style>
  path {
    fill: var(--ink-soft);
    fill-opacity: 0.35;
  }

  .beyond {
    fill: none;
    stroke: var(--ink);
    stroke-width: 2;
  }

  line {
    stroke: var(--accent);
    stroke-dasharray: 2 3;
  }
</style>

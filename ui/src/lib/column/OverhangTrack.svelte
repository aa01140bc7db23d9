<script lang="ts">
  import { layerBottom, layerTop } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';
  import type { Unfounded } from './overhang';
  import type { ColumnScale } from './scale';

  interface Props {
    session: PlanSession;
    /** What each layer of the plan has nothing below, mm². */
    layers: readonly Unfounded[];
    scale: ColumnScale;
    x: number;
    width: number;
    /** Area that takes the whole width, mm². */
    largest: number;
  }

  let { session, layers, scale, x, width, largest }: Props = $props();

  /** Bars of the layers in which there is something, in one path. */
  function bars(of: (layer: Unfounded) => number): string {
    return layers
      .map((layer, i) => {
        const [low, high] = [layerBottom, layerTop].map((z) => scale.y(z(session.heights, i + 1)));
        const wide = Math.max(1.5, (of(layer) / largest) * width);
        return of(layer) > 0 ? `M${x} ${low}V${high}h${wide}V${low}Z` : '';
      })
      .join('');
  }
</script>

<path class="hanging" d={bars((layer) => layer.all)} />
<path class="starting" d={bars((layer) => layer.starting)} />

<style>
  .hanging {
    fill: var(--ink-soft);
    fill-opacity: 0.5;
  }

  .starting {
    fill: var(--warn);
  }
</style>

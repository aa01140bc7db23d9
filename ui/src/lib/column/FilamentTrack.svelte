<script lang="ts">
  import { darker } from '../model/colours';
  import { layerBottom, layerTop, mm } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';
  import type { ColumnScale } from './scale';

  interface Props {
    session: PlanSession;
    scale: ColumnScale;
    x: number;
    width: number;
  }

  let { session, scale, x, width }: Props = $props();

  /** Runs of layers that use the same filaments. */
  const runs = $derived.by(() => {
    const found: { from: number; to: number; slots: number[] }[] = [];
    (session.result?.slots ?? []).forEach((slots, i) => {
      const last = found.at(-1);
      const to = layerTop(session.heights, i + 1);
      if (last && last.slots.join() === slots.join()) {
        last.to = to;
      } else {
        found.push({ from: layerBottom(session.heights, i + 1), to, slots });
      }
    });
    return found;
  });
</script>

{#each runs as run (run.from)}
  {#each run.slots as slot, i (slot)}
    <rect
      x={x + (i * width) / run.slots.length}
      y={scale.y(run.to)}
      width={width / run.slots.length}
      height={Math.max(0.6, scale.y(run.from) - scale.y(run.to))}
      fill={session.filament(slot).colour}
      stroke={darker(session.filament(slot).colour)}
      stroke-width="0.5"
    >
      <title>{session.filament(slot).name}, {mm(run.from)} to {mm(run.to)}</title>
    </rect>
  {/each}
{/each}

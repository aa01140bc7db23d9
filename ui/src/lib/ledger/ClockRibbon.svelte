<script lang="ts">
  import { untrack } from 'svelte';
  import { darker } from '../model/colours';
  import { duration, layerBottom, mm, niceStep } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';
  import { after, keepStart, keptStart, nextAt, readDayTime, shortTime } from './runSheet';

  interface Props {
    session: PlanSession;
  }

  let { session }: Props = $props();

  let width = $state(800);
  const total = $derived(Math.max(1, session.result?.ledger.seconds ?? 1));
  const LEFT = 92;
  /** Time of day at which the print begins, as the field has it; elapsed time is shown without. */
  let typed = $state(untrack(() => keptStart(session.state.id)));
  const start = $derived(typed ? nextAt(typed) : undefined);

  /** Spans of time that print with the same filaments. */
  const bands = $derived.by(() => {
    const found: { from: number; to: number; slots: number[]; layer: number }[] = [];
    (session.result?.slots ?? []).forEach((slots, i) => {
      const from = session.result!.starts[i]!;
      const to = session.result!.starts[i + 1] ?? total;
      const last = found.at(-1);
      if (last && last.slots.join() === slots.join()) {
        last.to = to;
      } else {
        found.push({ from, to, slots, layer: i + 1 });
      }
    });
    return found;
  });
  const ticks = $derived.by(() => {
    const minutes = total / 60;
    const step = [1, 2, 5, 10, 15, 30, 60, 120, 180, 360, 720].find(
      (s) => minutes / s <= Math.max(2, (width - LEFT) / 90),
    );
    const every = (step ?? niceStep(minutes, 10)) * 60;
    return Array.from({ length: Math.floor(total / every) + 1 }, (_, i) => i * every);
  });

  function x(seconds: number): number {
    return LEFT + (seconds / total) * (width - LEFT - 12);
  }

  /** Time since the start, or the time of day if it is known when that is. */
  function clock(seconds: number): string {
    if (start) {
      return shortTime(after(start, seconds), start);
    }
    const minutes = Math.round(seconds / 60);
    return `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')}`;
  }

  function go(event: MouseEvent) {
    const box = (event.currentTarget as Element).getBoundingClientRect();
    const seconds = ((event.clientX - box.left - LEFT) / (width - LEFT - 12)) * total;
    const starts = session.result?.starts ?? [];
    const after = starts.findIndex((start) => start > seconds);
    session.goTo(after < 0 ? starts.length : after);
  }
</script>

<div class="ribbon" bind:clientWidth={width}>
  <svg {width} height="46" role="group" aria-label="Clock ribbon: the print over time">
    <text x="8" y="16" class="title">Clock</text>
    <text x="48" y="16" class="soft">{start ? 'from' : 'h:min'}</text>
    <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
    <g onclick={go}>
      {#each bands as band (band.from)}
        {#each band.slots as slot, i (slot)}
          <rect
            x={x(band.from)}
            y={7 + (i * 17) / band.slots.length}
            width={Math.max(0.7, x(band.to) - x(band.from))}
            height={17 / band.slots.length}
            fill={session.filament(slot).colour}
            stroke={darker(session.filament(slot).colour)}
            stroke-width="0.6"
          >
            <title
              >{session.filament(slot).name} from {clock(band.from)} to {clock(band.to)} · from L{band.layer},
              {mm(layerBottom(session.heights, band.layer))}</title
            >
          </rect>
        {/each}
      {/each}
    </g>
    {#each session.result?.ledger.halts ?? [] as halt, i (i)}
      <line class="halt" x1={x(halt.atSeconds)} x2={x(halt.atSeconds)} y1="3" y2="28">
        <title
          >{clock(halt.atSeconds)}: {halt.colourChange
            ? `change to ${session.filament(halt.toSlot).name}`
            : halt.kinds.join(', ')} before L{halt.layer}</title
        >
      </line>
    {/each}
    {#if session.result}
      {@const at = x(session.result.starts[session.layer - 1] ?? 0)}
      <path class="now" d="M{at} 28l-4 -5h8zM{at} 5v19" />
    {/if}
    {#each ticks as tick (tick)}
      <line class="tick" x1={x(tick)} x2={x(tick)} y1="26" y2="30" />
      <text class="num soft" x={x(tick)} y="41" text-anchor="middle">{clock(tick)}</text>
    {/each}
    {#if session.result}
      <title>{duration(total)} in all</title>
    {/if}
  </svg>
  <input
    class="start num"
    aria-label="Time of day at which the print starts"
    title="Time of day at which the print starts, as 8:30: the clock then tells times of day"
    placeholder="start"
    value={typed}
    onchange={(event) => {
      typed = readDayTime(event.currentTarget.value) ?? '';
      event.currentTarget.value = typed;
      keepStart(session.state.id, typed);
    }}
  />
</div>

<style>
  .ribbon {
    position: relative;
    border-top: 1px solid var(--rule);
    background: var(--sheet);
    overflow: hidden;
  }

  svg {
    display: block;
  }

  .start {
    position: absolute;
    left: 6px;
    top: 21px;
    width: 58px;
    height: 21px;
    padding: 0 3px;
    border: 1px solid var(--rule);
    border-radius: 3px;
    background: var(--sheet);
    color: var(--ink);
    font-size: 11.5px;
  }

  .title {
    font-size: 12.5px;
    font-weight: 600;
    fill: var(--ink);
  }

  .soft {
    font-size: 10.5px;
    fill: var(--ink-soft);
  }

  .halt {
    stroke: var(--ink);
    stroke-width: 1.6;
  }

  .tick {
    stroke: var(--ink-soft);
  }

  .now {
    fill: var(--accent);
    stroke: var(--accent);
  }
</style>

<script lang="ts">
  import { untrack } from 'svelte';
  import { darker } from '../model/colours';
  import { duration, layerBottom, mm, niceStep } from '../model/heights';
  import { pieceName } from '../model/document';
  import type { PlanSession } from '../model/session.svelte';
  import { spans } from './spans';
  import { after, keepStart, keptStart, nextAt, readDayTime, shortTime } from './runSheet';

  interface Props {
    session: PlanSession;
  }

  let { session }: Props = $props();

  let ribbon: HTMLElement;
  let width = $state(800);
  const total = $derived(Math.max(1, session.result?.ledger.seconds ?? 1));
  const LEFT = 92;
  /** The label of a tick that is nearer to the end has no room to both sides of it. */
  const LAST_TICK = 30;
  /** Time of day at which the print begins, as the field has it; elapsed time is shown without. */
  let typed = $state(untrack(() => keptStart(session.state.id)));
  const start = $derived(typed ? nextAt(typed) : undefined);

  const passes = $derived(session.result?.passes ?? []);
  const bands = $derived(spans(passes, total));
  /** Where pieces begin that are printed one at a time. */
  const pieceStarts = $derived(
    passes.filter(({ piece }, i) => piece !== '' && piece !== passes[i - 1]?.piece),
  );
  /** Says which piece something is of, where they are printed one at a time. */
  const of = (piece: string) => (piece ? ` of ${pieceName(session.document, piece)}` : '');
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

  /** The layer that is printed at a place of the ribbon. */
  function layerAt(event: MouseEvent): number | undefined {
    const seconds =
      ((event.clientX - ribbon.getBoundingClientRect().left - LEFT) / (width - LEFT - 12)) * total;
    return (passes.findLast(({ start }) => start <= seconds) ?? passes[0])?.layer;
  }

  function go(event: MouseEvent) {
    const layer = layerAt(event);
    if (layer !== undefined) {
      session.goTo(layer);
    }
  }
</script>

<div class="ribbon" bind:this={ribbon} bind:clientWidth={width}>
  <svg {width} height="46" role="group" aria-label="Clock ribbon: the print over time">
    <text x="8" y="16" class="title">Clock</text>
    <text x="48" y="16" class="soft">{start ? 'from' : 'h:min'}</text>
    <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
    <g
      onclick={go}
      onpointermove={(event) => (session.pointed = layerAt(event))}
      onpointerleave={() => (session.pointed = undefined)}
    >
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
              {mm(layerBottom(session.heights, band.layer))}{of(band.piece)}</title
            >
          </rect>
        {/each}
      {/each}
    </g>
    {#each pieceStarts as pass (pass.piece)}
      <text class="piece" x={x(pass.start) + 4} y="19"
        >{pieceName(session.document, pass.piece)}</text
      >
    {/each}
    {#each session.result?.ledger.halts ?? [] as halt, i (i)}
      <line class="halt" x1={x(halt.atSeconds)} x2={x(halt.atSeconds)} y1="3" y2="28">
        <title
          >{clock(halt.atSeconds)}: {halt.colourChange
            ? `change to ${session.filament(halt.toSlot).name}`
            : halt.kinds.join(', ')} before L{halt.layer}{of(halt.piece)}</title
        >
      </line>
    {/each}
    {#each passes.filter((pass) => pass.layer === session.layer) as pass, i (i)}
      {@const at = x(pass.start)}
      <path class="now" d="M{at} 28l-4 -5h8zM{at} 5v19" />
    {/each}
    {#each session.result ? ticks : [] as tick (tick)}
      <line class="tick" x1={x(tick)} x2={x(tick)} y1="26" y2="30" />
      {@const isLast = x(tick) > width - LAST_TICK}
      <text
        class="num soft"
        x={isLast ? width : x(tick)}
        y="41"
        text-anchor={isLast ? 'end' : 'middle'}>{clock(tick)}</text
      >
    {/each}
    {#if session.result}
      <title>{duration(total)} in all</title>
    {/if}
  </svg>
  <input
    class="start num"
    aria-label="Time of day at which the print starts"
    title="Time of day at which the print starts, as 8:30: the clock then shows times of day"
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

  .piece {
    font-size: 11px;
    fill: var(--ink);
    paint-order: stroke;
    stroke: var(--sheet);
    stroke-width: 3px;
    pointer-events: none;
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

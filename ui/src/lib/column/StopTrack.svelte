<script lang="ts">
  import type { HaltView } from '../api/client';
  import { mm } from '../model/heights';
  import { pieceName } from '../model/document';
  import type { PlanSession } from '../model/session.svelte';
  import type { ColumnScale } from './scale';

  interface Props {
    session: PlanSession;
    scale: ColumnScale;
    x: number;
    width: number;
  }

  let { session, scale, x, width }: Props = $props();

  /** What a feeder does by itself is no stop for the operator. */
  function isQuiet(halt: HaltView): boolean {
    return halt.colourChange && !halt.needsOperator && halt.kinds.length === 0;
  }

  function what(halt: HaltView): string {
    const change = halt.colourChange ? [`change to ${session.filament(halt.toSlot).name}`] : [];
    const all = [...halt.kinds, ...change].join(', ');
    return all.charAt(0).toUpperCase() + all.slice(1);
  }

  /** Of the waits at a place the last one is drawn; else what is said or done there. */
  function symbol(halt: HaltView): string {
    return SYMBOLS[halt.kinds.at(-1) ?? 'pause'] ?? SYMBOLS['pause']!;
  }

  /** Shapes around a middle at 8.5, 0. */
  const SYMBOLS: Record<string, string> = {
    pause: 'm3 -5h4v10h-4zm7 0h4v10h-4z',
    filling: 'm2 -4h13l-3 9h-7z',
    message: 'm2 -5h13v8h-8l-3 3v-3h-2z',
    'own commands': 'm8.5 -6l6 6l-6 6l-6 -6z',
  };

  function go(halt: HaltView) {
    session.goTo(halt.layer);
    const stop = halt.stops.at(-1);
    if (stop) {
      session.selectStop(stop);
    }
  }
</script>

{#each session.result?.ledger.halts ?? [] as halt, i (i)}
  {@const y = scale.y(halt.heightMm)}
  <g
    class="stop"
    role="button"
    tabindex="0"
    aria-label="{what(halt)} before layer {halt.layer}, at {mm(halt.heightMm)}"
    onpointerdown={(e) => e.stopPropagation()}
    onclick={() => go(halt)}
    onkeydown={(e) => e.key === 'Enter' && go(halt)}
  >
    {#if !isQuiet(halt)}
      <line x1={x - 2} x2={x + width} y1={y} y2={y} />
    {/if}
    {#if isQuiet(halt)}
      <rect
        x={x + 4}
        y={y - 1.2}
        width="9"
        height="2.4"
        fill={session.filament(halt.toSlot).colour}
      />
    {:else if halt.colourChange}
      <path d="M{x + 2} {y}a6.5 6.5 0 0 1 13 0z" fill={session.filament(halt.toSlot).colour} />
      <path d="M{x + 2} {y}a6.5 6.5 0 0 0 13 0z" fill={session.filament(halt.fromSlot).colour} />
    {:else}
      <path
        class="own"
        class:chosen={halt.stops.includes(session.selectedStop?.id ?? '')}
        d="M{x} {y}{symbol(halt)}"
      />
    {/if}
    <title
      >Before L{halt.layer}{halt.piece ? ` of ${pieceName(session.document, halt.piece)}` : ''}, at {mm(
        halt.heightMm,
      )}: {what(halt)}{halt.note ? ` · ${halt.note}` : ''}</title
    >
  </g>
{/each}

<style>
  .stop line {
    stroke: var(--ink-soft);
    stroke-dasharray: 2 2;
  }

  .stop rect {
    stroke: var(--ink-soft);
    stroke-width: 0.5;
  }

  .stop path {
    stroke: var(--ink);
    stroke-width: 0.8;
  }

  .stop path.own {
    fill: var(--ink);
  }

  .stop path.chosen {
    fill: var(--accent);
    stroke: var(--accent);
  }

  g:focus-visible {
    outline-offset: -1px;
  }
</style>

<script lang="ts">
  import type { HaltView } from '../api/client';
  import { mm } from '../model/heights';
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
    return halt.colourChange && session.machine.feeder;
  }
</script>

{#each session.result?.ledger.halts ?? [] as halt, i (i)}
  {@const y = scale.y(halt.heightMm)}
  <g
    class="stop"
    role="button"
    tabindex="0"
    aria-label="{halt.colourChange
      ? `Change to ${session.filament(halt.toSlot).name}`
      : 'Pause'} before layer {halt.layer}, at {mm(halt.heightMm)}"
    onpointerdown={(e) => e.stopPropagation()}
    onclick={() => session.goTo(halt.layer)}
    onkeydown={(e) => e.key === 'Enter' && session.goTo(halt.layer)}
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
      <path d="M{x + 3} {y - 5}h4v10h-4zM{x + 10} {y - 5}h4v10h-4z" fill="var(--ink)" />
    {/if}
    <title
      >Before L{halt.layer}, at {mm(halt.heightMm)}: {halt.colourChange
        ? `${session.filament(halt.fromSlot).name} out, ${session.filament(halt.toSlot).name} in`
        : 'pause'}{halt.note ? ` · ${halt.note}` : ''}</title
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

  g:focus-visible {
    outline-offset: -1px;
  }
</style>

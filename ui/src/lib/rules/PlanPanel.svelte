<script lang="ts">
  import { mm } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';
  import HeightField from './HeightField.svelte';

  interface Props {
    session: PlanSession;
    /** Of the stratum of the plan, from 1. */
    number: number;
  }

  let { session, number }: Props = $props();

  const heights = $derived(session.planHeights);
  const from = $derived(heights[number - 1] ?? 0);
  const to = $derived(heights[number] ?? 0);
</script>

{#snippet end(label: string, height: number, isBoundary: boolean)}
  <label>
    <span>{label}</span>
    {#if isBoundary}
      <HeightField
        {session}
        label="{label} of the plan's stratum"
        {height}
        onMove={(to) => session.edit({ action: 'MOVE_PLAN_BOUNDARY', height, to })}
      />
    {:else}
      <output class="num">{mm(height)}</output>
    {/if}
  </label>
{/snippet}

<header class="panel-head">
  <strong>Whole plan · stratum {number}</strong>
  <span class="num">of {heights.length - 1}</span>
</header>
<div class="span">
  {@render end('top', to, number < heights.length - 1)}
  {@render end('bottom', from, number > 1)}
  <p class="soft">
    Goes through all pieces. “Divide here” divides the whole plan while this is selected.
  </p>
  {#if number > 1}
    <button class="tool" onclick={() => session.edit({ action: 'JOIN_PLAN', height: from })}
      >Join with below</button
    >
  {/if}
</div>

<style>
  .span {
    padding: 6px 0;
    border-bottom: 1px solid var(--rule-soft);
    margin-bottom: 6px;
  }

  label {
    display: grid;
    grid-template-columns: 60px 92px;
    align-items: center;
    gap: 6px;
    min-height: 28px;
  }

  output {
    padding: 0 7px;
  }

  .soft {
    color: var(--ink-soft);
    font-size: 12px;
    padding-bottom: 5px;
  }
</style>

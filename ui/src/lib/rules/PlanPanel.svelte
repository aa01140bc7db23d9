<script lang="ts">
  import { mm } from '../model/heights';
  import type { PlanStratum } from '../model/document';
  import type { PlanSession } from '../model/session.svelte';
  import HeightField from './HeightField.svelte';

  interface Props {
    session: PlanSession;
    stratum: PlanStratum;
  }

  let { session, stratum }: Props = $props();
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
  <strong>Whole plan · stratum {stratum.number}</strong>
  <span class="num">of {session.document.strata?.length ?? 1}</span>
</header>
<div class="span">
  {@render end('top', stratum.to, stratum.hasBoundaryAbove)}
  {@render end('bottom', stratum.from, stratum.hasBoundaryBelow)}
  <p class="soft">
    Goes through all pieces. “Divide here” divides the whole plan while this is selected.
  </p>
  {#if stratum.hasBoundaryBelow}
    <button class="tool" onclick={() => session.edit({ action: 'JOIN_PLAN', height: stratum.from })}
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

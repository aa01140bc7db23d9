<script lang="ts">
  import type { PlanSession } from '../model/session.svelte';
  import BodyPanel from './BodyPanel.svelte';
  import PiecePanel from './PiecePanel.svelte';
  import PlanPanel from './PlanPanel.svelte';
  import PurgePanel from './PurgePanel.svelte';
  import PlaceValues from './PlaceValues.svelte';
  import RegionPanel from './RegionPanel.svelte';
  import StopPanel from './StopPanel.svelte';
  import StratumPanel from './StratumPanel.svelte';

  interface Props {
    session: PlanSession;
    onEqualParts: () => void;
  }

  let { session, onEqualParts }: Props = $props();

  /** What planners set most, in this order; the rest is folded away by its groups. */
  const MAIN = [
    'nozzleTemperature',
    'layerHeight',
    'fan',
    'outerWallSpeed',
    'infillSpeed',
    'walls',
    'topLayers',
    'bottomLayers',
    'infillDensity',
  ];
  const MAIN_OF_REGION = [
    'nozzleTemperature',
    'fan',
    'walls',
    'jointWalls',
    'jointOverlap',
    'infillDensity',
    'infillPattern',
    'support',
  ];

  const piece = $derived(session.selectedPiece);
  const stratum = $derived(session.selectedStratum);
  const part = $derived(session.selected?.part);
  const what = $derived(part?.kind ?? 'stratum');
</script>

{#if session.selectedStop}
  <section class="inspector" aria-label="Selected stop">
    {#key session.selectedStop.id}
      <StopPanel {session} stop={session.selectedStop} />
    {/key}
  </section>
{:else if piece && stratum}
  <section class="inspector" aria-label="Selected {what}">
    {#if part?.kind === 'region' && session.selectedRegion}
      <RegionPanel {session} piece={piece.id} region={session.selectedRegion} />
    {:else if part?.kind === 'plan' && session.planStratum(part.id)}
      <PlanPanel {session} stratum={session.planStratum(part.id)!} />
      {#if session.changesByItself && session.document.slots.length > 1}
        <PurgePanel {session} />
      {/if}
    {:else if part?.kind === 'body'}
      <BodyPanel {session} {piece} body={part.id} />
    {:else if part?.kind === 'piece'}
      <PiecePanel {session} {piece} />
    {:else}
      <StratumPanel {session} {piece} {stratum} {onEqualParts} />
    {/if}
    <PlaceValues {session} {what} main={part?.kind === 'region' ? MAIN_OF_REGION : MAIN} />
  </section>
{:else}
  <p class="soft pad">Select a stratum in the column to see and change what holds in it.</p>
{/if}

<style>
  .inspector {
    padding: 8px 10px 10px;
  }

  .soft {
    color: var(--ink-soft);
  }

  .pad {
    padding: 14px;
  }
</style>

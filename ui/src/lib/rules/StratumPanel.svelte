<script lang="ts">
  import type { PieceView, StratumView } from '../api/client';
  import { darker, textOn } from '../model/colours';
  import { mm } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';
  import HeightField from './HeightField.svelte';
  import NumberField from './NumberField.svelte';
  import { shows } from '../shell/shows';

  interface Props {
    session: PlanSession;
    piece: PieceView;
    stratum: StratumView;
    onEqualParts: () => void;
  }

  let { session, piece, stratum, onEqualParts }: Props = $props();

  const colour = $derived(session.filament(session.slotOf(stratum)).colour);

  const others = $derived(
    (session.result?.pieces ?? []).filter((p) => p.id !== piece.id && p.strata.length > 1),
  );

  function rename(name: string) {
    void session.edit({
      action: 'RENAME_STRATUM',
      piece: piece.id,
      stratum: stratum.id,
      name,
    });
  }

  /** Among those of which something is printed. */
  const index = $derived(piece.strata.findIndex((s) => s.id === stratum.id));

  const HEAT = 'nozzleTemperature';
  let rampLayers = $state(10);
  const heat = $derived(Number(stratum.settings[HEAT]?.value));
  /** How hot the nozzle is in the stratum below, if that is another temperature, °C. */
  const heatBelow = $derived.by(() => {
    const below = Number(piece.strata[index - 1]?.settings[HEAT]?.value);
    return Number.isFinite(below) && below !== heat ? below : undefined;
  });

  /** From the temperature below to the one here, a little with each layer. */
  function ramp(from: number) {
    const steps = [
      { layer: 1, value: from },
      { layer: rampLayers + 1, value: heat },
    ];
    void session.edit({
      action: 'SET',
      where: { pieces: [piece.id], strata: [stratum.id] },
      setting: HEAT,
      value: { from: 'stratum', ramp: true, steps },
    });
  }

  function moveBoundary(height: number, to: number) {
    return session.edit({ action: 'MOVE_BOUNDARY', piece: piece.id, height, to });
  }
</script>

<header
  class="panel-head"
  style:background={colour}
  style:color={textOn(colour)}
  style:border-color={darker(colour)}
>
  <strong
    >{piece.name} · stratum {stratum.number}
    <input
      aria-label="Name of the stratum"
      placeholder="name"
      title="What you call this stratum"
      {@attach shows(stratum.name)}
      size={Math.max(5, stratum.name.length)}
      onchange={(e) => rename(e.currentTarget.value.trim())}
    /></strong
  >
  <span class="num">of {session.pieceDocument(piece.id)?.strata?.length ?? 1}</span>
</header>
<div class="span">
  <label>
    <span>top</span>
    {#if index + 1 < piece.strata.length}
      <HeightField
        {session}
        label="Top of the stratum"
        height={stratum.to}
        onMove={(to) => moveBoundary(stratum.to, to)}
      />
    {:else}
      <output class="num">{mm(stratum.to)}</output>
    {/if}
    <span class="num soft">top of L{stratum.lastLayer}</span>
  </label>
  <label>
    <span>bottom</span>
    {#if index > 0}
      <HeightField
        {session}
        label="Bottom of the stratum"
        height={stratum.from}
        onMove={(to) => moveBoundary(stratum.from, to)}
      />
    {:else}
      <output class="num">{mm(stratum.from)}</output>
    {/if}
    <span class="num soft">bottom of L{stratum.firstLayer}</span>
  </label>
  <p class="num soft sum">
    {stratum.layerCount} layers{stratum.layerCount > 1 ? ` of ${mm(stratum.layerHeight)}` : ''}, {mm(
      stratum.to - stratum.from,
    )} high
  </p>
  {#if heatBelow !== undefined}
    <p class="buttons">
      <button
        class="tool"
        title="The nozzle gets there a little with each layer, instead of waiting at the boundary"
        onclick={() => ramp(heatBelow)}>Ramp from {heatBelow} to {heat} °C</button
      >
      over
      <NumberField
        label="Layers of the ramp"
        value={rampLayers}
        onSet={(v) => (rampLayers = Math.max(1, Math.round(v)))}
      />
      layers
    </p>
  {/if}
  <p class="buttons">
    <button class="tool" onclick={onEqualParts} title="Divide a span into equal parts"
      >Equal parts …</button
    >
    {#if index > 0}
      <button
        class="tool"
        onclick={() => session.edit({ action: 'JOIN', piece: piece.id, height: stratum.from })}
        title="Removes the boundary at {mm(stratum.from)}">Join with below</button
      >
    {/if}
    {#if others.length > 0}
      <select
        class="tool"
        aria-label="Copy strata from another piece"
        title="Copies the boundaries of another piece, measured from its bottom, and the values of its strata"
        value=""
        onchange={(e) =>
          session.edit({ action: 'COPY_STRATA', piece: piece.id, other: e.currentTarget.value })}
      >
        <option value="" disabled>Strata as in …</option>
        {#each others as other (other.id)}<option value={other.id}>{other.name}</option>{/each}
      </select>
    {/if}
  </p>
</div>

<style>
  header input {
    color: inherit;
    background: transparent;
    font-weight: 400;
    border-bottom: 1px dotted;
    margin-left: 4px;
  }

  header input::placeholder {
    color: inherit;
    opacity: 0.7;
  }

  .span {
    padding: 6px 0;
    border-bottom: 1px solid var(--rule-soft);
    margin-bottom: 6px;
  }

  .span label {
    display: grid;
    grid-template-columns: 60px 92px 1fr;
    align-items: center;
    gap: 6px;
    min-height: 28px;
  }

  .span output {
    padding: 0 7px;
  }

  .sum {
    padding-left: 66px;
  }

  .buttons {
    display: flex;
    gap: 6px;
    flex-wrap: wrap;
    padding-top: 5px;
  }

  .soft {
    color: var(--ink-soft);
  }
</style>

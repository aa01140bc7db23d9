<script lang="ts">
  import { ApiProblem, type PieceView, type StratumView } from '../api/client';
  import { darker, textOn } from '../model/colours';
  import { mm, parseHeight } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';

  interface Props {
    session: PlanSession;
    piece: PieceView;
    stratum: StratumView;
    onEqualParts: () => void;
  }

  let { session, piece, stratum, onEqualParts }: Props = $props();

  const colour = $derived(session.filament(session.slotOf(stratum)).colour);

  function moveBoundary(event: Event, from: number) {
    const input = event.currentTarget as HTMLInputElement;
    const to = parseHeight(session.heights, input.value);
    if (typeof to === 'string') {
      session.problem = new ApiProblem(
        0,
        '',
        'the boundary',
        to,
        'Type millimetres such as 4.2, or a layer such as L22.',
      );
      input.value = mm(from);
    } else if (Math.abs(to - from) > 1e-6) {
      void session
        .edit({ action: 'MOVE_BOUNDARY', piece: piece.id, height: from, to })
        .then((done) => !done && (input.value = mm(from)));
    } else {
      input.value = mm(from);
    }
  }
</script>

<header style:background={colour} style:color={textOn(colour)} style:border-color={darker(colour)}>
  <strong>{piece.name} · stratum {stratum.number}</strong>
  <span class="num">of {piece.strata.length}</span>
</header>
<div class="span">
  <label>
    <span>top</span>
    {#if stratum.number < piece.strata.length}
      <input
        class="field num"
        aria-label="Top of the stratum"
        value={mm(stratum.to)}
        onchange={(e) => moveBoundary(e, stratum.to)}
      />
    {:else}
      <output class="num">{mm(stratum.to)}</output>
    {/if}
    <span class="num soft">top of L{stratum.lastLayer}</span>
  </label>
  <label>
    <span>bottom</span>
    {#if stratum.number > 1}
      <input
        class="field num"
        aria-label="Bottom of the stratum"
        value={mm(stratum.from)}
        onchange={(e) => moveBoundary(e, stratum.from)}
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
  <p class="buttons">
    <button class="tool" onclick={onEqualParts} title="Divide a span into equal parts"
      >Equal parts …</button
    >
    {#if stratum.number > 1}
      <button
        class="tool"
        onclick={() => session.edit({ action: 'JOIN', piece: piece.id, height: stratum.from })}
        title="Removes the boundary at {mm(stratum.from)}">Join with below</button
      >
    {/if}
  </p>
</div>

<style>
  header {
    display: flex;
    justify-content: space-between;
    padding: 4px 8px;
    border: 1px solid;
    border-radius: 3px;
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
    padding-top: 5px;
  }

  .soft {
    color: var(--ink-soft);
  }
</style>

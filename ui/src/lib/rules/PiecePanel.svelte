<script lang="ts">
  import type { PieceView } from '../api/client';
  import type { PlanSession } from '../model/session.svelte';
  import AlignTools from './AlignTools.svelte';
  import NumberField from './NumberField.svelte';
  import PanelHead from './PanelHead.svelte';

  interface Props {
    session: PlanSession;
    piece: PieceView;
  }

  let { session, piece }: Props = $props();

  const AXES = ['X', 'Y', 'Z'] as const;
  let keepShape = $state(true);

  const document = $derived(session.pieceDocument(piece.id));
  const position = $derived(document?.placement?.position ?? [0, 0, 0]);
  const rotation = $derived(document?.placement?.rotation ?? [0, 0, 0]);
  const scale = $derived(document?.placement?.scale ?? [1, 1, 1]);
  const size = $derived(piece.max.map((high, axis) => high - piece.min[axis]!));
  const others = $derived(session.document.pieces.filter((other) => other.id !== piece.id));
  const isTurned = $derived(rotation.some((degrees) => degrees % 180 !== 0));

  function place(change: { position?: number[]; rotation?: number[]; scale?: number[] }) {
    void session.edit({
      action: 'PLACE',
      piece: piece.id,
      placement: { position, rotation, scale, ...change },
    });
  }

  function with_(values: readonly number[], axis: number, value: number): number[] {
    return values.map((old, i) => (i === axis ? value : old));
  }

  function setSize(axis: number, value: number) {
    const factor = value / size[axis]!;
    if (factor > 0) {
      place({ scale: scale.map((old, i) => (keepShape || i === axis ? old * factor : old)) });
    }
  }

  function setPercent(axis: number, percent: number) {
    const factor = percent / 100 / scale[axis]!;
    place({
      scale: scale.map((old, i) => (keepShape ? old * factor : i === axis ? percent / 100 : old)),
    });
  }

  function toggle(handling: 'move' | 'turn' | 'lay') {
    session.handling = session.handling === handling ? undefined : handling;
  }

  function rename(name: string) {
    void session.edit({ action: 'RENAME_PIECE', piece: piece.id, name });
  }
</script>

<PanelHead name={piece.name} label="Name of the piece" note="piece" onRename={rename} />
<div class="place">
  <div class="fields">
    <span class="label"></span>
    {#each AXES as axis (axis)}<span class="axis soft">{axis}</span>{/each}
  </div>
  <div class="fields">
    <span class="label" title="Where the middle and the lowest point stand">stands at</span>
    {#each AXES as axis, i (axis)}
      <NumberField
        label="Position {axis}"
        value={position[i]!}
        onSet={(v) => place({ position: with_(position, i, v) })}
      />
    {/each}
    <span class="soft">mm</span>
  </div>
  <div class="fields">
    <span class="label" title="About X, then Y, then Z">turned</span>
    {#each AXES as axis, i (axis)}
      <NumberField
        label="Turned about {axis}"
        value={rotation[i]!}
        onSet={(v) => place({ rotation: with_(rotation, i, v) })}
      />
    {/each}
    <span class="soft">°</span>
  </div>
  <div class="fields">
    <span class="label">scaled</span>
    {#each AXES as axis, i (axis)}
      <NumberField label="Scale {axis}" value={scale[i]! * 100} onSet={(v) => setPercent(i, v)} />
    {/each}
    <span class="soft">%</span>
  </div>
  <div class="fields">
    <span class="label">size</span>
    {#each AXES as axis, i (axis)}
      {#if isTurned && !keepShape}
        <output class="num">{size[i]!.toFixed(2)}</output>
      {:else}
        <NumberField label="Size {axis}" value={size[i]!} onSet={(v) => setSize(i, v)} />
      {/if}
    {/each}
    <span class="soft">mm</span>
  </div>
  <p class="buttons">
    <label><input type="checkbox" bind:checked={keepShape} /> keep its shape</label>
    <label title="Arranging leaves it where it is"
      ><input
        type="checkbox"
        checked={document?.fixed ?? false}
        onchange={(e) => {
          const fixed = e.currentTarget.checked;
          void session.edit({ action: 'FIX_PIECE', piece: piece.id, fixed });
        }}
      /> stays there</label
    >
    <button
      class="tool"
      aria-pressed={session.handling === 'move'}
      title="Handles in the model move it"
      onclick={() => toggle('move')}>Move</button
    >
    <button
      class="tool"
      aria-pressed={session.handling === 'turn'}
      title="Handles in the model turn it"
      onclick={() => toggle('turn')}>Turn</button
    >
    <button
      class="tool"
      aria-pressed={session.handling === 'lay'}
      title="Click the face in the model that is to lie on the bed"
      onclick={() => toggle('lay')}>Lay a face down</button
    >
    <button
      class="tool"
      title="Mirror along X"
      onclick={() => place({ scale: with_(scale, 0, -scale[0]!) })}>Mirror</button
    >
    {#if Math.abs(position[2]!) > 1e-9}
      <button class="tool" onclick={() => place({ position: with_(position, 2, 0) })}
        >Put on the bed</button
      >
    {/if}
    <button class="tool" onclick={() => session.edit({ action: 'COPY_PIECE', piece: piece.id })}
      >Copy</button
    >
    {#if others.length > 0}
      <select
        class="tool"
        aria-label="Join with another piece"
        title="Merges that piece's bodies into this one, keeping the files' common origin"
        value=""
        onchange={(e) =>
          session.edit({ action: 'JOIN_PIECE', piece: piece.id, other: e.currentTarget.value })}
      >
        <option value="" disabled>Join with …</option>
        {#each others as other (other.id)}
          <option value={other.id}>{other.name ?? other.id}</option>
        {/each}
      </select>
    {/if}
    {#if (document?.bodies.length ?? 0) > 1}
      <button
        class="tool"
        title="Each body becomes a piece where it stands"
        onclick={() => session.edit({ action: 'SEPARATE_PIECE', piece: piece.id })}
        >Separate bodies</button
      >
    {/if}
    <button
      class="tool"
      disabled={session.document.pieces.length < 2}
      onclick={() => session.edit({ action: 'REMOVE_PIECE', piece: piece.id })}>Remove</button
    >
  </p>
  {#if others.length > 0}
    <AlignTools
      others={others.map((other) => ({ id: other.id, name: other.name ?? other.id }))}
      onAlign={(other, axis, how) =>
        session.edit({ action: 'ALIGN', piece: piece.id, other, axis, how })}
    />
  {/if}
</div>

<style>
  .place {
    padding: 4px 0 6px;
    border-bottom: 1px solid var(--rule-soft);
    margin-bottom: 6px;
  }

  .fields:first-child {
    min-height: 16px;
  }

  .label {
    width: 66px;
    flex: none;
  }

  .axis,
  output {
    width: 58px;
    text-align: right;
    padding-right: 7px;
  }

  .buttons {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    align-items: center;
    padding-top: 5px;
  }
</style>

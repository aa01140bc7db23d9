<script lang="ts">
  import type { PieceView } from '../api/client';
  import type { PlanSession } from '../model/session.svelte';
  import AlignTools from './AlignTools.svelte';
  import NumberField from './NumberField.svelte';
  import PanelHead from './PanelHead.svelte';

  interface Props {
    session: PlanSession;
    piece: PieceView;
    body: string;
  }

  let { session, piece, body }: Props = $props();

  let turns = $state('1 2');

  const mesh = $derived(piece.meshes.find((m) => m.id === body));
  const bodies = $derived(session.pieceDocument(piece.id)?.bodies ?? []);
  const index = $derived(bodies.findIndex((b) => b.id === body));

  const shift = $derived(bodies[index]?.shift ?? [0, 0, 0]);

  function move(by: number) {
    void session.edit({ action: 'ORDER_BODY', piece: piece.id, body, number: index + by + 1 });
  }

  /**
   * @param choice `new`, or `of ` and the id of a piece
   */
  async function moveInto(choice: string) {
    const other = choice.startsWith('of ') ? choice.slice(3) : '';
    if (await session.edit({ action: 'MOVE_BODY', piece: piece.id, body, other })) {
      session.selectPart(piece.id, { kind: 'piece', id: piece.id });
    }
  }

  function rename(name: string) {
    void session.edit({ action: 'RENAME_BODY', piece: piece.id, body, name });
  }

  function alternate() {
    const slots = turns
      .split(/[^0-9]+/)
      .filter(Boolean)
      .map(Number);
    void session.edit({ action: 'ALTERNATE', piece: piece.id, slots });
  }
</script>

<PanelHead
  name={mesh?.body ?? body}
  label="Name of the body"
  note="body of {piece.name}"
  onRename={rename}
/>
{#if mesh}
  <div class="facts">
    <p class="num soft">
      {mesh.triangles.toLocaleString('en')} triangles, {(mesh.volumeMm3 / 1000).toFixed(2)} cm³,
      {mesh.shells}
      {mesh.shells === 1 ? 'shell' : 'shells'}
    </p>
    <p class="buttons">
      {#if mesh.shells > 1}
        <button
          class="tool"
          onclick={() => session.edit({ action: 'SPLIT_BODY', piece: piece.id, body })}
          title="Each shell becomes a body of its own">Split into {mesh.shells} shells</button
        >
      {/if}
      {#if bodies.length > 1}
        <button
          class="tool"
          disabled={index === 0}
          onclick={() => move(-1)}
          title="Where bodies overlap, the one further up owns the place">Up</button
        >
        <button class="tool" disabled={index + 1 === bodies.length} onclick={() => move(1)}
          >Down</button
        >
      {/if}
    </p>
    {#if bodies.length > 1}
      <div class="row">
        <span title="Against the other bodies, along the model's own axes">shifted</span>
        {#each ['X', 'Y', 'Z'] as axis, i (axis)}
          <NumberField
            label="Shift {axis}"
            value={shift[i]!}
            onSet={(v) =>
              session.edit({
                action: 'SHIFT_BODY',
                piece: piece.id,
                body,
                shift: shift.map((old, k) => (k === i ? v : old)),
              })}
          />
        {/each}
        <span class="soft">X Y Z, mm</span>
      </div>
      <AlignTools
        others={bodies
          .filter((b) => b.id !== body)
          .map((b) => ({ id: b.id, name: b.name ?? b.id }))}
        onAlign={(other, axis, how) =>
          session.edit({ action: 'ALIGN_BODY', piece: piece.id, body, other, axis, how })}
      />
      <div class="row">
        <select
          class="field"
          aria-label="Move the body into another piece"
          title="It stays where it stands, and its rules and patches go with it"
          value=""
          onchange={(e) => moveInto(e.currentTarget.value)}
        >
          <option value="" disabled>move into …</option>
          <option value="new">a piece of its own</option>
          {#each session.document.pieces.filter((p) => p.id !== piece.id) as other (other.id)}
            <option value="of {other.id}">{other.name ?? other.id}</option>
          {/each}
        </select>
      </div>
    {/if}
    {#if bodies.length > 2}
      <p class="buttons">
        <button class="tool" onclick={alternate} title="Along the chain, from one end to the other"
          >Take turns</button
        >
        <label class="turns"
          >slots <input
            class="field num"
            aria-label="Slots to take in turn"
            bind:value={turns}
          /></label
        >
        <span class="soft">for all {bodies.length} bodies along the chain</span>
      </p>
    {/if}
  </div>
{/if}

<style>
  .facts {
    padding: 6px 0;
    border-bottom: 1px solid var(--rule-soft);
    margin-bottom: 6px;
  }

  .buttons {
    display: flex;
    gap: 6px;
    align-items: center;
    padding-top: 5px;
  }

  .row {
    display: flex;
    gap: 5px;
    align-items: center;
    padding-top: 5px;
  }

  .row > span:first-child {
    width: 56px;
  }

  .row select {
    width: auto;
  }

  .turns {
    display: flex;
    gap: 5px;
    align-items: center;
  }

  .turns .field {
    width: 64px;
  }
</style>

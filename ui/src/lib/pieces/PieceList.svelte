<script lang="ts">
  import type { Part } from '../model/document';
  import type { PlanSession } from '../model/session.svelte';
  import AddPiece from './AddPiece.svelte';
  import NumberField from '../rules/NumberField.svelte';
  import { regionKind } from '../rules/where';

  interface Props {
    session: PlanSession;
  }

  let { session }: Props = $props();

  const KINDS = [
    ['CORE', 'Core'],
    ['SLAB', 'Slab of a core'],
    ['BOX', 'Box'],
    ['CYLINDER', 'Cylinder'],
    ['SPHERE', 'Sphere'],
    ['PATCH', 'Patch of the surface'],
  ] as const;

  let spacing = $state(10);
  let file: HTMLInputElement;
  let meshFor = '';

  const pieces = $derived(
    session.document.pieces.flatMap((piece) => {
      const document = session.pieceDocument(piece.id);
      return document ? [document] : [];
    }),
  );

  function isChosen(piece: string, part: Part): boolean {
    const chosen = session.selected;
    return chosen?.piece === piece && chosen.part?.kind === part.kind && chosen.part.id === part.id;
  }

  /** Filament of a body where the level is, or of its first stratum. */
  function colourOf(piece: string, body: string): string {
    const bands = session.piece(piece)?.meshes.find((mesh) => mesh.id === body)?.bands ?? [];
    const at = bands.find((band) => band.to > session.plane + 1e-6) ?? bands[0];
    return session.filament(at?.slot ?? 1).colour;
  }

  interface BodyOfPiece {
    piece: string;
    body: string;
  }

  let dragged: BodyOfPiece | undefined = $state.raw(undefined);
  let over: BodyOfPiece | undefined = $state.raw(undefined);

  /** Puts the dragged body in the place of another one. */
  function reorder(piece: string, to: string) {
    const from = dragged?.body;
    if (dragged?.piece === piece && from !== to) {
      void session.edit(() => {
        const bodies = session.pieceDocument(piece)!.bodies;
        const number = bodies.findIndex((b) => b.id === to) + 1;
        return { action: 'ORDER_BODY', piece, body: from!, number };
      });
    }
    dragged = over = undefined;
  }

  async function add(piece: string, kind: string) {
    if (kind === 'mesh') {
      meshFor = piece;
      file.click();
      return;
    }
    const added = kind as (typeof KINDS)[number][0];
    if (await session.edit({ action: 'ADD_REGION', piece, kind: added })) {
      selectNewest(piece);
    }
  }

  async function addMesh() {
    const chosen = file.files?.[0];
    file.value = '';
    if (chosen && (await session.addRegionMesh(meshFor, chosen))) {
      selectNewest(meshFor);
    }
  }

  function selectNewest(piece: string) {
    const newest = session.pieceDocument(piece)?.regions?.at(-1);
    if (newest) {
      session.selectPart(piece, { kind: 'region', id: newest.id });
      session.marking = newest.patch
        ? { mode: 'face', erase: false, angle: 25, size: 3 }
        : undefined;
    }
  }
</script>

<section class="pieces" aria-label="Pieces">
  <input
    bind:this={file}
    type="file"
    accept=".stl,.obj,.3mf,.ply,.amf"
    hidden
    onchange={addMesh}
    aria-label="Mesh of the region"
  />
  <div class="piece">
    <button
      class="row head"
      aria-pressed={session.selected?.part?.kind === 'plan'}
      disabled={!session.selected}
      onclick={() => session.selectPlan()}
      title="Strata that go through all pieces">Whole plan</button
    >
    {#if pieces.length > 1}
      <button
        class="tool"
        title="Moves pieces apart and onto the bed, as little as possible; fixed pieces stay"
        onclick={() => session.edit({ action: 'ARRANGE', spacing })}>Arrange</button
      >
      <NumberField
        label="Room between pieces"
        value={spacing}
        unit="mm"
        onSet={(mm) => (spacing = Math.max(0, mm))}
      />
    {/if}
  </div>
  {#each pieces as piece (piece.id)}
    {@const whole = { kind: 'piece', id: piece.id } as const}
    <div class="piece">
      <button
        class="row head"
        aria-pressed={isChosen(piece.id, whole)}
        onclick={() => session.selectPart(piece.id, whole)}
        title="Place, size and what holds for the whole piece"
      >
        {#if piece.bodies.length === 1}
          <span class="swatch" style:background={colourOf(piece.id, piece.bodies[0]!.id)}></span>
        {/if}
        <strong>{piece.name ?? piece.id}</strong>
      </button>
      <select
        class="add"
        aria-label="Add a region to {piece.name ?? piece.id}"
        title="A volume in which other rules hold"
        value=""
        onchange={(e) => {
          const kind = e.currentTarget.value;
          e.currentTarget.value = '';
          void add(piece.id, kind);
        }}
      >
        <option value="" disabled>+ region</option>
        {#each KINDS as [kind, label] (kind)}
          <option
            value={kind}
            disabled={kind === 'SLAB' && !piece.regions?.some((region) => region.core)}
            >{label}</option
          >
        {/each}
        <option value="mesh">Mesh file …</option>
      </select>
    </div>
    {#if piece.bodies.length > 1 || (session.piece(piece.id)?.meshes[0]?.shells ?? 1) > 1}
      {#each piece.bodies as body (body.id)}
        {@const part = { kind: 'body', id: body.id } as const}
        <button
          class="row part"
          class:over={over?.piece === piece.id && over.body === body.id}
          aria-pressed={isChosen(piece.id, part)}
          title="Where bodies overlap, the one further up owns the place; drag to change"
          draggable="true"
          ondragstart={(e) => {
            dragged = { piece: piece.id, body: body.id };
            e.dataTransfer?.setData('text/plain', body.id);
          }}
          ondragover={(e) => {
            if (dragged?.piece === piece.id) {
              e.preventDefault();
              over = { piece: piece.id, body: body.id };
            }
          }}
          ondrop={(e) => {
            e.preventDefault();
            e.stopPropagation();
            reorder(piece.id, body.id);
          }}
          ondragend={() => (dragged = over = undefined)}
          onclick={() => session.selectPart(piece.id, part)}
        >
          <span class="swatch" style:background={colourOf(piece.id, body.id)}></span>
          {body.name ?? body.id} <span class="soft">body</span>
        </button>
      {/each}
    {/if}
    {#each piece.regions ?? [] as region (region.id)}
      {@const part = { kind: 'region', id: region.id } as const}
      <button
        class="row part"
        aria-pressed={isChosen(piece.id, part)}
        onclick={() => session.selectPart(piece.id, part)}
      >
        <span class="hatched" aria-hidden="true"></span>
        {region.name ?? region.id} <span class="soft">{regionKind(region)}</span>
      </button>
    {/each}
  {/each}
  <div class="piece last"><AddPiece {session} /></div>
</section>

<style>
  .last {
    justify-content: flex-end;
  }

  .pieces {
    padding: 6px 10px;
    border-bottom: 1px solid var(--rule);
    max-height: 34vh;
    overflow: auto;
  }

  .piece {
    display: flex;
    align-items: center;
    gap: 6px;
  }

  .row {
    display: flex;
    align-items: center;
    gap: 7px;
    min-height: 25px;
    padding: 1px 6px;
    border-radius: 3px;
    cursor: pointer;
    text-align: left;
  }

  .head {
    flex: 1;
    min-width: 0;
  }

  .part {
    width: 100%;
    padding-left: 20px;
  }

  .over {
    border-top: 2px solid var(--accent);
  }

  .row:hover {
    background: var(--rule-soft);
  }

  .row[aria-pressed='true'] {
    background: var(--accent-wash);
    outline: 1px solid var(--accent);
    outline-offset: -1px;
  }

  .hatched {
    width: 14px;
    height: 14px;
    border: 1px dashed var(--accent);
    border-radius: 2px;
    flex: none;
    background: repeating-linear-gradient(135deg, transparent 0 3px, var(--accent-wash) 3px 5px);
  }
</style>

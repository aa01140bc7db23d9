<script lang="ts">
  import type { Marking, PlanSession, RegionDocument } from '../model/session.svelte';
  import NumberField from './NumberField.svelte';

  interface Props {
    session: PlanSession;
    piece: string;
    region: RegionDocument;
    onBody: (body: string) => void;
  }

  let { session, piece, region, onBody }: Props = $props();

  const MODES = [
    ['face', 'Flat face', 'A click marks the whole flat face'],
    ['edge', 'Up to edges', 'A click marks everything up to edges sharper than the angle'],
    ['brush', 'Brush', 'Draw over the surface'],
    ['band', 'Band', 'A click marks everything about that height'],
  ] as const;
  const START: Marking = { mode: 'face', erase: false, angle: 25, size: 3 };

  const marking = $derived(session.marking);
  const bodies = $derived(session.pieceDocument(piece)?.bodies ?? []);
  const count = $derived(
    region
      .patch!.triangles.split(',')
      .filter(Boolean)
      .map((range) => range.split('-').map(Number))
      .reduce((sum, [from, to]) => sum + (to ?? from!) - from! + 1, 0),
  );

  function set(change: Partial<Marking>) {
    session.marking = { ...(marking ?? START), ...change };
  }

  function clear() {
    void session.changePiece(piece, (document) => {
      document.regions!.find((r) => r.id === region.id)!.patch!.triangles = '';
    });
  }
</script>

<div class="modes" role="group" aria-label="How the model is marked">
  {#each MODES as [mode, label, title] (mode)}
    <button
      class="tool"
      {title}
      aria-pressed={marking?.mode === mode}
      onclick={() => (marking?.mode === mode ? (session.marking = undefined) : set({ mode }))}
      >{label}</button
    >
  {/each}
</div>
<div class="modes">
  <label
    ><input
      type="checkbox"
      checked={marking?.erase ?? false}
      onchange={(e) => set({ erase: e.currentTarget.checked })}
    /> erase</label
  >
  {#if marking?.mode === 'edge'}
    <span class="soft">edges over</span>
    <NumberField
      label="Angle of edges"
      value={marking.angle}
      unit="°"
      onSet={(angle) => set({ angle })}
    />
  {:else if marking?.mode === 'brush' || marking?.mode === 'band'}
    <span class="soft">{marking.mode === 'brush' ? 'radius' : 'up and down'}</span>
    <NumberField
      label="Size of the marker"
      value={marking.size}
      unit="mm"
      onSet={(size) => set({ size })}
    />
  {/if}
  {#if bodies.length > 1}
    <select
      class="field"
      aria-label="Body of the patch"
      value={region.patch!.body}
      onchange={(e) => onBody(e.currentTarget.value)}
    >
      {#each bodies as body (body.id)}
        <option value={body.id}>{body.name ?? body.id}</option>
      {/each}
    </select>
  {/if}
</div>
<p class="soft">
  {#if count === 0}
    Nothing is marked yet: choose a marker and click on the model.
  {:else}
    {count.toLocaleString('en')} triangles are marked.
    <button class="clear" onclick={clear}>Clear</button>
  {/if}
</p>

<style>
  .modes {
    display: flex;
    flex-wrap: wrap;
    gap: 5px;
    align-items: center;
    min-height: 30px;
  }

  .modes .field {
    width: auto;
  }

  .soft {
    color: var(--ink-soft);
    font-size: 12px;
  }

  .clear {
    color: var(--accent);
    text-decoration: underline;
    cursor: pointer;
  }
</style>

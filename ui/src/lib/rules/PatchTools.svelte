<script lang="ts">
  import type { Marking, RegionDocument } from '../model/document';
  import type { PlanSession } from '../model/session.svelte';
  import { surface } from '../scene/meshes';
  import { PatchMarks } from '../scene/patchMarks';
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
    ['brush', 'Ball', 'Draw over the surface: all that a ball reaches, around edges too'],
    ['circle', 'Circle', 'Draw over the surface: all that is seen under a circle'],
    ['band', 'Band', 'A click marks everything about that height'],
  ] as const;
  const START: Marking = { mode: 'face', erase: false, angle: 25, size: 3 };

  const marking = $derived(session.marking);
  const bodies = $derived(session.pieceDocument(piece)?.bodies ?? []);
  const ranges = $derived(region.patch!.triangles.split(',').filter(Boolean));
  const count = $derived(
    ranges
      .filter((range) => !range.includes('.'))
      .map((range) => range.split('-').map(Number))
      .reduce((sum, [from, to]) => sum + (to ?? from!) - from! + 1, 0),
  );
  const parts = $derived(
    new Set(ranges.filter((r) => r.includes('.')).map((r) => parseInt(r))).size,
  );
  const others = $derived(
    (session.pieceDocument(piece)?.regions ?? [])
      .filter((other) => other.id !== region.id && other.patch?.body === region.patch!.body)
      .map((other) => other.patch!.triangles),
  );

  function set(change: Partial<Marking>) {
    session.marking = { ...(marking ?? START), ...change };
  }

  function put(triangles: string) {
    void session.changeRegion(
      piece,
      region.id,
      (changed) => (changed.patch!.triangles = triangles),
    );
  }

  /** All triangles of the body that no other patch has, whole or in part. */
  async function markRest() {
    const mesh = bodies.find((body) => body.id === region.patch!.body)!.mesh;
    const { count: all } = await surface(session.state.id, mesh);
    const marks = PatchMarks.read(`0-${all - 1}`, all);
    for (const other of others) {
      const taken = PatchMarks.read(other.replaceAll(/\.\d+/g, ''), all).whole;
      taken.forEach((is, t) => is && marks.set(t, false));
    }
    put(marks.write());
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
  {:else if marking && marking.mode !== 'face'}
    <span class="soft">{marking.mode === 'band' ? 'up and down' : 'radius'}</span>
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
  {#if count + parts === 0}
    Nothing is marked yet: choose a marker and click on the model.
  {:else}
    {count.toLocaleString('en')} triangles are marked{parts > 0
      ? `, and parts of ${parts.toLocaleString('en')}`
      : ''}.
    <button class="clear" onclick={() => put('')}>Clear</button>
  {/if}
  <button class="clear" onclick={markRest} title="All of the body that no other patch has"
    >Mark the rest</button
  >
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

  .clear {
    color: var(--accent);
    text-decoration: underline;
    cursor: pointer;
  }
</style>

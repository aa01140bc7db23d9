<script lang="ts">
  import { middleOf, type RegionDocument } from '../model/document';
  import type { PlanSession } from '../model/session.svelte';
  import AlignTools from './AlignTools.svelte';
  import DepthField from './DepthField.svelte';
  import NumberField from './NumberField.svelte';
  import PanelHead from './PanelHead.svelte';
  import PatchTools from './PatchTools.svelte';
  import { regionKind } from './where';

  interface Props {
    session: PlanSession;
    piece: string;
    region: RegionDocument;
  }

  let { session, piece, region }: Props = $props();

  const AXES = ['X', 'Y', 'Z'] as const;
  /** So much a cavity is usually wider than what goes in, mm. */
  const CLEARANCE = 0.15;
  const kind = $derived(regionKind(region));
  const width = $derived(Number(session.selectedStratum?.settings['lineWidth']?.value ?? 0.44));
  const layer = $derived(session.selectedStratum?.layerHeight ?? 0.2);
  /** What has a depth. */
  const deep = $derived(region.core ?? region.patch);
  const cores = $derived(
    (session.pieceDocument(piece)?.regions ?? []).filter((other) => other.core !== undefined),
  );

  function change(edit: (region: RegionDocument) => void) {
    void session.changeRegion(piece, region.id, edit);
  }

  /** Middle or shift of a region with such a place. */
  function placeOf(r: RegionDocument): number[] | undefined {
    return middleOf(r) ?? r.solid?.shift;
  }

  function setPlace(axis: number, value: number) {
    change((r) => {
      const at = placeOf(r) ?? [0, 0, 0];
      at[axis] = value;
      if (r.solid) {
        r.solid.shift = at;
      }
    });
  }

  function toggle(handling: 'move' | 'size') {
    session.handling = session.handling === handling ? undefined : handling;
  }

  /** Gives what has a depth a new one: counted or in mm. */
  function setDepth(edit: (depth: NonNullable<typeof deep>) => void) {
    change((r) => edit(r.core ?? r.patch!));
  }
</script>

<PanelHead
  name={region.name ?? region.id}
  label="Name of the region"
  note="{kind} of {session.pieceDocument(piece)?.name ?? piece}"
  dashed
  onRename={(name) => change((r) => (r.name = name))}
/>
<div class="shape">
  {#if region.patch}
    <PatchTools
      {session}
      {piece}
      {region}
      onBody={(body) => change((r) => (r.patch!.body = body))}
    />
  {/if}
  {#if deep}
    <DepthField
      direction="sideways"
      hint="How far from the outline, sideways"
      counted="walls"
      step={width}
      count={deep.walls}
      length={deep.sideways}
      onCount={(walls) =>
        setDepth((d) => {
          d.walls = walls;
          delete d.sideways;
        })}
      onLength={(length) =>
        setDepth((d) => {
          d.sideways = length;
          delete d.walls;
        })}
    />
    <DepthField
      direction="upright"
      hint="How far below what faces up, and above what faces down"
      counted="layers"
      step={layer}
      count={deep.layers}
      length={deep.upright}
      onCount={(layers) =>
        setDepth((d) => {
          d.layers = layers;
          delete d.upright;
        })}
      onLength={(length) =>
        setDepth((d) => {
          d.upright = length;
          delete d.layers;
        })}
    />
  {:else if region.slab}
    {@const slab = region.slab}
    <div class="fields">
      <span class="field-label">of</span>
      <select
        class="field"
        aria-label="Core of the slab"
        value={slab.core}
        onchange={(e) => {
          const core = e.currentTarget.value;
          change((r) => (r.slab!.core = core));
        }}
      >
        {#each cores as core (core.id)}
          <option value={core.id}>{core.name ?? core.id}</option>
        {/each}
      </select>
    </div>
    <div class="fields">
      <span class="field-label">outermost</span>
      <NumberField
        label="Layers of the slab"
        value={slab.layers}
        unit="layers"
        onSet={(v) => change((r) => (r.slab!.layers = v))}
      />
      <select
        class="field unit"
        aria-label="Side of the slab"
        value={slab.side ?? 'both'}
        onchange={(e) => {
          const side = e.currentTarget.value as 'both' | 'top' | 'bottom';
          change((r) => (r.slab!.side = side));
        }}
      >
        <option value="both">at both ends</option>
        <option value="top">at the top</option>
        <option value="bottom">at the bottom</option>
      </select>
    </div>
  {:else}
    <div class="fields">
      <span
        class="field-label"
        title={region.solid
          ? 'Moves the mesh against the model'
          : "From the middle of the piece's bottom, along the model's own axes"}
        >{region.solid ? 'shift' : 'middle'}</span
      >
      {#each AXES as axis, i (axis)}
        <NumberField
          label="{region.solid ? 'Shift' : 'Middle'} {axis}"
          value={placeOf(region)?.[i] ?? 0}
          onSet={(v) => setPlace(i, v)}
        />
      {/each}
      <span class="soft">X Y Z, mm</span>
    </div>
    {#if region.box}
      <div class="fields">
        <span class="field-label">size</span>
        {#each AXES as axis, i (axis)}
          <NumberField
            label="Size {axis}"
            value={region.box.size[i]!}
            onSet={(v) => change((r) => (r.box!.size[i] = v))}
          />
        {/each}
        <span class="soft">X Y Z, mm</span>
      </div>
    {:else if region.cylinder}
      <div class="fields">
        <span class="field-label">across</span>
        <NumberField
          label="Diameter"
          value={region.cylinder.diameter}
          unit="mm"
          onSet={(v) => change((r) => (r.cylinder!.diameter = v))}
        />
        <span class="soft">high</span>
        <NumberField
          label="Height"
          value={region.cylinder.height}
          unit="mm"
          onSet={(v) => change((r) => (r.cylinder!.height = v))}
        />
      </div>
    {:else if region.sphere}
      <div class="fields">
        <span class="field-label">across</span>
        <NumberField
          label="Diameter"
          value={region.sphere.diameter}
          unit="mm"
          onSet={(v) => change((r) => (r.sphere!.diameter = v))}
        />
      </div>
    {/if}
  {/if}
  {#if middleOf(region) || region.solid}
    <div class="fields">
      <label
        title="A nut, a magnet: the piece leaves room for it, and the machine must wait before it is covered"
      >
        <input
          type="checkbox"
          checked={region.clearance !== undefined}
          onchange={(e) => {
            const wanted = e.currentTarget.checked;
            change((r) => {
              if (wanted) {
                r.clearance = CLEARANCE;
              } else {
                delete r.clearance;
              }
            });
          }}
        />
        put in while it is printed
      </label>
      {#if region.clearance !== undefined}
        <span class="soft">room around it</span>
        <NumberField
          label="Room around the insert"
          value={region.clearance}
          unit="mm"
          onSet={(v) => change((r) => (r.clearance = v))}
        />
      {/if}
    </div>
  {/if}
  {#if region.solid}
    <AlignTools
      others={[{ id: piece, name: session.pieceDocument(piece)?.name ?? piece }]}
      onAlign={(_, axis, how) =>
        session.edit({ action: 'ALIGN_REGION', piece, region: region.id, axis, how })}
    />
  {/if}
  <p class="buttons">
    {#if middleOf(region)}
      <button
        class="tool"
        aria-pressed={session.handling === 'move'}
        title="Handles in the model move it"
        onclick={() => toggle('move')}>Move</button
      >
      <button
        class="tool"
        aria-pressed={session.handling === 'size'}
        title="Handles in the model make it larger or smaller"
        onclick={() => toggle('size')}>Resize</button
      >
    {/if}
    <button
      class="tool"
      onclick={() => session.edit({ action: 'REMOVE_REGION', piece, region: region.id })}
      title="Takes the region out, and the rules that hold for nothing else">Remove region</button
    >
  </p>
</div>

<style>
  .shape {
    padding: 6px 0;
    border-bottom: 1px solid var(--rule-soft);
    margin-bottom: 6px;
  }

  .unit {
    width: auto;
    padding: 1px 3px;
  }

  .soft {
    white-space: nowrap;
  }

  .buttons {
    padding-top: 4px;
  }
</style>

<script lang="ts">
  import type { StopView } from '../model/document';
  import { duration, layerFromPlane, mm } from '../model/heights';
  import { strandGrams } from '../ledger/strand';
  import type { PlanSession } from '../model/session.svelte';
  import FillingHelper from './FillingHelper.svelte';
  import HeightField from './HeightField.svelte';
  import OptionalNumber from './OptionalNumber.svelte';
  import { shows } from '../shell/shows';

  interface Props {
    session: PlanSession;
    stop: StopView;
  }

  let { session, stop }: Props = $props();

  const kind = $derived(stop.kind ?? 'pause');
  const what = $derived(session.shelf.stopKinds.find((one) => one.label === kind)!);
  const waits = $derived(what.seconds > 0);
  const machine = $derived(session.machine);
  const layer = $derived(layerFromPlane(session.heights, stop.height));
  const halt = $derived(session.result?.ledger.halts.find((h) => h.stops.includes(stop.id)));
  const load = $derived(halt?.colourChange ? session.filament(halt.toSlot) : undefined);

  function change(how: (stop: StopView) => void) {
    return session.changeStop(stop.id, how);
  }

  /** What is missing stays with the machine, so an empty field takes the value out. */
  function set(key: 'lift' | 'nozzle' | 'seconds' | 'purge', value: number | undefined) {
    void change((s) => {
      delete s[key];
      if (value !== undefined) {
        s[key] = value;
      }
    });
  }

  function setPark(axis: 0 | 1, value: number | undefined) {
    void change((s) => {
      const at = s.park ?? [machine.parkX, machine.parkY];
      at[axis] = value ?? (axis === 0 ? machine.parkX : machine.parkY);
      s.park = at;
      if (at[0] === machine.parkX && at[1] === machine.parkY) {
        delete s.park;
      }
    });
  }

  /** From here on the whole plan is printed of another filament. */
  async function changeTo(slot: number) {
    const above = () =>
      session.planStrata.find((stratum) => Math.abs(stratum.from - stop.height) < 1e-6);
    if (!above() && !(await session.edit({ action: 'DIVIDE_PLAN', height: stop.height }))) {
      return;
    }
    const stratum = above();
    if (!stratum) {
      return;
    }
    await session.edit({
      action: 'SET',
      where: { planStrata: [stratum.id] },
      setting: 'filament',
      value: String(slot),
    });
  }
</script>

<header class="panel-head">
  <strong>Stop before L{layer}</strong>
  <span class="num">at {mm(stop.height)}</span>
</header>
<div class="kinds" role="group" aria-label="Kind of stop">
  {#each session.shelf.stopKinds as one (one.label)}
    <button
      class="tool"
      aria-pressed={one === what}
      title={one.description}
      onclick={() => change((s) => (s.kind = one.label as StopView['kind']))}>{one.label}</button
    >
  {/each}
</div>
<p class="soft">
  {what.description}
  {#if halt && waits}
    {duration(halt.atSeconds)} after the start.
    {#if machine.idleSeconds > 0}
      The motors hold (by themselves they let go after {machine.idleSeconds} s).
    {/if}
  {/if}
</p>
<label class="line height">
  <span>height</span>
  <HeightField
    {session}
    label="Height of the stop"
    height={stop.height}
    onMove={(to) => change((s) => (s.height = to))}
  />
  <span class="soft">when L{layer - 1} is done</span>
</label>
<label class="line">
  <span>note</span>
  <input
    class="field note"
    aria-label="Note to the operator"
    placeholder="what to do"
    maxlength="200"
    {@attach shows(stop.note)}
    onchange={(e) => {
      const note = e.currentTarget.value.trim();
      void change((s) => (s.note = note));
    }}
  />
</label>
{#if kind === 'own commands'}
  <label class="line">
    <span>lines</span>
    <textarea
      class="field num"
      aria-label="Own commands, a line each"
      rows="4"
      {@attach shows((stop.commands ?? []).join('\n'))}
      onchange={(e) => {
        const commands = e.currentTarget.value.split('\n').filter((line) => line.trim() !== '');
        void change((s) => (s.commands = commands));
      }}></textarea>
  </label>
  <p class="soft">
    The head is lifted before them, and its whole state is stated again after them.
  </p>
{/if}
{#if waits}
  <div class="line">
    <span>waits at</span>
    <OptionalNumber
      label="Wait at X"
      value={stop.park?.[0]}
      usual={machine.parkX}
      onSet={(v) => setPark(0, v)}
    />
    <OptionalNumber
      label="Wait at Y"
      value={stop.park?.[1]}
      usual={machine.parkY}
      onSet={(v) => setPark(1, v)}
    />
    <span class="soft">X Y, mm</span>
  </div>
  <div class="line">
    <span>lifts by</span>
    <OptionalNumber
      label="Lift"
      value={stop.lift}
      usual={machine.parkLiftMm}
      onSet={(v) => set('lift', v)}
    />
    <span class="soft">mm, before it goes aside</span>
  </div>
  <div class="line">
    <span>nozzle</span>
    <OptionalNumber
      label="Nozzle temperature while it waits"
      value={stop.nozzle}
      onSet={(v) => set('nozzle', v)}
    />
    <span class="soft">°C while it waits; empty: stays as hot</span>
  </div>
  <div class="line">
    <span>takes</span>
    <OptionalNumber
      label="Minutes that the operator takes"
      value={stop.seconds === undefined ? undefined : stop.seconds / 60}
      usual={what.seconds / 60}
      onSet={(v) => set('seconds', v === undefined ? undefined : v * 60)}
    />
    <span class="soft">min, for the clock</span>
  </div>
  <label class="line">
    <span>stopped by</span>
    <select
      class="field"
      aria-label="How the machine is stopped"
      value={stop.told ?? ''}
      onchange={(e) => {
        const told = e.currentTarget.value as '' | 'pause' | 'wait';
        void change((s) => {
          delete s.told;
          if (told) {
            s.told = told;
          }
        });
      }}
    >
      <option value="">what {machine.dialect} has for it</option>
      <option value="pause">a pause (M0)</option>
      <option value="wait">a signal and a wait (M300, G4)</option>
    </select>
  </label>
  <div class="line">
    <span>extrudes</span>
    <OptionalNumber
      label="Filament extruded after it"
      value={stop.purge}
      usual={0}
      onSet={(v) => set('purge', v)}
    />
    <span class="soft">mm of filament before it goes on</span>
  </div>
{/if}
{#if kind === 'filling'}
  <FillingHelper
    {session}
    height={stop.height}
    onMove={(to) => {
      void change((s) => (s.height = to));
      session.goToHeight(to);
    }}
  />
{/if}
{#if load && halt}
  <p>
    <span class="swatch" style:background={load.colour}></span>
    {load.name} goes in here:
    <span class="num">{strandGrams(halt.strandMm, load).toFixed(1)} g</span>
    until it is changed again.
  </p>
{:else if session.document.slots.length > 1}
  <div class="line">
    <span>change to</span>
    {#each session.document.slots.keys() as i (i)}
      <button
        class="slot"
        style:background={session.filament(i + 1).colour}
        aria-label="Go on with {session.filament(i + 1).name} in the whole plan"
        title="Go on with {session.filament(i + 1).name} in the whole plan"
        onclick={() => changeTo(i + 1)}
      ></button>
    {/each}
    <span class="soft">from here on, in all pieces</span>
  </div>
{/if}
<button class="tool" onclick={() => session.edit({ action: 'REMOVE_STOP', stop: stop.id })}
  >Remove the stop</button
>

<style>
  .kinds {
    display: flex;
    flex-wrap: wrap;
    gap: 4px;
    padding: 6px 0 2px;
  }

  .line {
    display: flex;
    align-items: center;
    gap: 6px;
    min-height: 30px;
  }

  .line > span:first-child {
    width: 70px;
    flex: none;
  }

  .line :global(input.num) {
    width: 58px;
  }

  .line.height :global(input.num) {
    width: 84px;
  }

  .note {
    flex: 1;
    min-width: 0;
  }

  textarea {
    flex: 1;
    min-width: 0;
    padding: 3px 6px;
  }

  p {
    padding: 3px 0;
  }

  .swatch {
    vertical-align: -2px;
  }

  .slot {
    width: 22px;
    height: 22px;
    border: 1px solid var(--ink-soft);
    border-radius: 3px;
    cursor: pointer;
  }
</style>

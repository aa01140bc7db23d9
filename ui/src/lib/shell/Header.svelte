<script lang="ts">
  import Clock from '@lucide/svelte/icons/history';
  import Download from '@lucide/svelte/icons/download';
  import Keyboard from '@lucide/svelte/icons/keyboard';
  import Redo from '@lucide/svelte/icons/redo-2';
  import Table from '@lucide/svelte/icons/table-2';
  import Undo from '@lucide/svelte/icons/undo-2';
  import { Menu, Portal } from '@skeletonlabs/skeleton-svelte';
  import type { LedgerView } from '../api/client';
  import { sum } from '../ledger/table';
  import { duration, grams } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';
  import ComputingNote from './ComputingNote.svelte';
  import FindingsButton from './FindingsButton.svelte';
  import ChangeQuestion, { type Wanted } from './ChangeQuestion.svelte';
  import VariantsButton from '../variants/VariantsButton.svelte';
  import ShelfChangesButton from './ShelfChangesButton.svelte';
  import SlotsButton from './SlotsButton.svelte';
  import { shows } from './shows';

  /** With more filaments than this there is room for their sum only. */
  const MOST_TOLD = 4;

  interface Props {
    session: PlanSession;
    /** Whether the program is being written. */
    writing?: boolean;
    onProgram: () => void;
    onKeys: () => void;
    onLedger: () => void;
    onHistory: () => void;
    onOpen: (plan: string) => void;
    onCompare: (plan: string, other: string) => void;
  }

  let {
    session,
    writing = false,
    onProgram,
    onKeys,
    onLedger,
    onHistory,
    onOpen,
    onCompare,
  }: Props = $props();

  /** The machine that is asked about before it is taken. */
  let wanted: Wanted | undefined = $state.raw(undefined);

  const ledger = $derived(session.result?.ledger);
  const waiting = $derived(
    session.shelf.stopKinds.filter((kind) => kind.seconds > 0).map((kind) => kind.label),
  );
  const waits = $derived(
    ledger?.halts.filter((h) => h.kinds.some((kind) => waiting.includes(kind))).length ?? 0,
  );
  const changes = $derived(ledger?.halts.filter((h) => h.colourChange).length ?? 0);

  function told({ slot, massG, lengthMm }: LedgerView['slots'][number]): string {
    return `${session.filament(slot).name}: ${grams(massG)}, ${(lengthMm / 1000).toFixed(2)} m`;
  }

  function rename(event: Event) {
    const input = event.currentTarget as HTMLInputElement;
    const name = input.value.trim();
    if (name && name !== session.document.name) {
      void session.edit({ action: 'RENAME_PLAN', name });
    } else {
      input.value = session.document.name;
    }
  }

  function exported(value: string) {
    if (value === 'program') {
      onProgram();
    } else if (value === 'run') {
      window.location.assign(`/plans/${session.state.id}/run`);
    } else {
      window.location.assign(`/api/plans/${session.state.id}/strat`);
    }
  }
</script>

<header class="bar">
  <a href="/" title="All plans" aria-label="All plans"
    ><img src="/mark.svg" alt="" width="24" height="24" /></a
  >
  <input
    class="name"
    aria-label="Name of the plan"
    {@attach shows(session.document.name)}
    onchange={rename}
  />
  <select
    class="machine"
    aria-label="Machine"
    title="The machine that prints the plan"
    value={session.machine.id}
    onchange={(e) => {
      wanted = { id: e.currentTarget.value };
      e.currentTarget.value = session.machine.id;
    }}
  >
    {#each session.machines as machine (machine.id)}
      <option value={machine.id}>{machine.name}</option>
    {/each}
  </select>
  <SlotsButton {session} onWanted={(slot, id) => (wanted = { slot, id })} />
  <ShelfChangesButton {session} />
  <VariantsButton {session} {onOpen} {onCompare} />
  <span class="computing"
    ><ComputingNote progress={session.isSettled ? undefined : session.progress} {writing} /></span
  >
  <div class="totals" class:stale={session.isStale} aria-live="polite" data-testid="totals">
    {#if ledger}
      <button class="tool" onclick={onLedger} aria-label="Ledger" title="Where time and material go"
        ><Table size={14} /></button
      >
      <span title="Time with changes of filament and stops">{duration(ledger.seconds)}</span>
      {#if ledger.slots.length > MOST_TOLD}
        <span title={ledger.slots.map(told).join('\n')}
          >{grams(sum(ledger.slots, (slot) => slot.massG))} of {ledger.slots.length} filaments</span
        >
      {:else}
        <span class="grams">
          {#each ledger.slots as slot (slot.slot)}
            <span title={told(slot)}>
              <span class="swatch" style:background={session.filament(slot.slot).colour}></span>
              {grams(slot.massG)}
            </span>
          {/each}
        </span>
      {/if}
      <span
        title="Changes of filament{ledger.savedChanges > 0
          ? `; the chosen order saves ${ledger.savedChanges}`
          : ''}"
        >{changes === 1 ? '1 change' : `${changes} changes`}{waits > 0
          ? `, ${waits} ${waits === 1 ? 'stop' : 'stops'}`
          : ''}</span
      >
    {/if}
  </div>
  <FindingsButton {session} />
  <button
    class="tool"
    onclick={() => session.undo()}
    disabled={session.state.undo === ''}
    aria-label="Undo"
    title="Undo{session.state.undo && `: ${session.state.undo}`} (Ctrl Z)"
    ><Undo size={14} /></button
  >
  <button
    class="tool"
    onclick={() => session.redo()}
    disabled={session.state.redo === ''}
    aria-label="Redo"
    title="Redo{session.state.redo && `: ${session.state.redo}`} (Ctrl Shift Z)"
    ><Redo size={14} /></button
  >
  <button class="tool" onclick={onHistory} title="All edits, and the way back to each (h)"
    ><Clock size={14} />History</button
  >
  <button class="tool" onclick={onKeys} aria-label="Keys" title="Keys (?)"
    ><Keyboard size={14} /></button
  >
  <Menu onSelect={(d) => exported(d.value)} positioning={{ placement: 'bottom-end' }}>
    <Menu.Trigger class="tool strong"><Download size={14} />Export</Menu.Trigger>
    <Portal>
      <Menu.Positioner class="z-50">
        <Menu.Content class="export-list">
          <Menu.Item value="program">
            <Menu.ItemText>Program for {session.machine.name} (.gcode)</Menu.ItemText>
          </Menu.Item>
          <Menu.Item value="run">
            <Menu.ItemText>Run sheet to print …</Menu.ItemText>
          </Menu.Item>
          <Menu.Item value="strat">
            <Menu.ItemText>Plan with its meshes (.strat)</Menu.ItemText>
          </Menu.Item>
        </Menu.Content>
      </Menu.Positioner>
    </Portal>
  </Menu>
</header>
<ChangeQuestion {session} bind:wanted />

<style>
  .bar {
    display: flex;
    align-items: center;
    gap: 8px;
    padding: 5px 10px;
    background: var(--sheet);
    border-bottom: 1px solid var(--rule);
    min-width: 0;
  }

  .name {
    font-weight: 600;
    font-size: 14.5px;
    background: transparent;
    border: 1px solid transparent;
    border-radius: 3px;
    padding: 2px 4px;
    min-width: 90px;
    max-width: 210px;
    field-sizing: content;
  }

  .name:hover {
    border-color: var(--rule);
  }

  .computing {
    margin-left: auto;
    overflow: hidden;
  }

  .machine {
    white-space: nowrap;
  }

  .totals {
    display: flex;
    gap: 14px;
    align-items: center;
    white-space: nowrap;
    min-width: 0;
    overflow: hidden;
  }

  .totals.stale {
    opacity: 0.5;
  }

  .grams {
    display: flex;
    gap: 8px;
  }

  .grams > span {
    display: inline-flex;
    gap: 4px;
    align-items: center;
  }

  :global(.export-list) {
    background: var(--sheet);
    color: var(--ink);
    border: 1px solid var(--rule);
    border-radius: 4px;
    padding: 4px;
    box-shadow: 0 8px 30px rgb(0 0 0 / 25%);
  }

  :global(.export-list [data-part='item']) {
    padding: 5px 10px;
    border-radius: 3px;
    cursor: pointer;
  }

  :global(.export-list [data-highlighted]) {
    background: var(--accent-wash);
  }
</style>

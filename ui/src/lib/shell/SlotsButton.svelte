<script lang="ts">
  import Plus from '@lucide/svelte/icons/plus';
  import { Popover, Portal } from '@skeletonlabs/skeleton-svelte';
  import type { PlanSession } from '../model/session.svelte';

  /** By how the machine comes from one filament to another. */
  const TITLES: Record<string, string> = {
    'by hand': 'Filaments, changed by hand',
    feeder: 'Filaments in the feeder',
    'several nozzles': 'Filaments, one on each nozzle',
    'mixing nozzle': 'Filaments that the nozzle mixes',
  };

  interface Props {
    session: PlanSession;
    /** Is told which filament is wanted in a slot, from 1. */
    onWanted: (slot: number, filament: string) => void;
  }

  let { session, onWanted }: Props = $props();

  function add() {
    const unused = session.shelf.filaments.find((f) => !session.document.slots.includes(f.id));
    const filament = (unused ?? session.shelf.filaments[0]!).id;
    void session.edit({ action: 'ADD_SLOT', filament });
  }

  function gramsOf(slot: number): string {
    const entry = session.result?.ledger.slots.find((s) => s.slot === slot);
    return entry ? `${entry.massG.toFixed(1)} g` : 'not used';
  }
</script>

<Popover positioning={{ placement: 'bottom-start' }}>
  <Popover.Trigger class="tool" title="Loaded and available filaments">
    {#each session.document.slots.keys() as i (i)}
      <span class="swatch" style:background={session.filament(i + 1).colour}></span>
    {/each}
    <span class="sr-only">Filaments</span>
  </Popover.Trigger>
  <Portal>
    <Popover.Positioner class="z-50">
      <Popover.Content class="popover-sheet">
        <p class="panel-title">
          {TITLES[session.machine.tools]}
        </p>
        {#each session.document.slots as id, i (i)}
          <label>
            <span class="num">{i + 1}</span>
            <span class="swatch" style:background={session.filament(i + 1).colour}></span>
            <select
              class="field"
              value={id}
              aria-label="Filament in slot {i + 1}"
              onchange={(e) => {
                onWanted(i + 1, e.currentTarget.value);
                e.currentTarget.value = id;
              }}
            >
              {#each session.filaments as filament (filament.id)}
                <option value={filament.id}>{filament.name} · {filament.material}</option>
              {/each}
            </select>
            <span class="num grams">{gramsOf(i + 1)}</span>
          </label>
        {/each}
        <button class="tool" onclick={add}><Plus size={13} />Another filament</button>
      </Popover.Content>
    </Popover.Positioner>
  </Portal>
</Popover>

<style>
  label {
    display: grid;
    grid-template-columns: 16px 16px 1fr 66px;
    gap: 7px;
    align-items: center;
    margin: 5px 0;
  }

  .grams {
    text-align: right;
    color: var(--ink-soft);
  }
</style>

<script lang="ts">
  import { mm, parseHeight } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';
  import Sheet from '../shell/Sheet.svelte';

  interface Props {
    session: PlanSession;
    open: boolean;
  }

  let { session, open = $bindable() }: Props = $props();

  let from = $state('');
  let to = $state('');
  let parts = $state(2);

  let banded = $state(false);
  let slots: number[] = $state([]);

  /** The filament of the stratum below the parts; none if they begin at the bottom. */
  const below = $derived.by(() => {
    const under = piece?.strata.findLast((s) => typeof low === 'number' && s.to <= low + 1e-6);
    return under && session.slotOf(under);
  });

  /** A filament for each part: they go on after what is below them. */
  $effect(() => {
    const loaded = session.document.slots.length;
    while (slots.length < Math.min(parts, 500)) {
      slots.push(((slots.at(-1) ?? below ?? 0) % loaded) + 1);
    }
    if (slots.length > parts && parts >= 2) {
      slots.length = parts;
    }
  });

  const piece = $derived(session.selectedPiece);
  const stratum = $derived(session.selectedStratum);
  const low = $derived(parseHeight(session.heights, from));
  const high = $derived(parseHeight(session.heights, to));
  const problem = $derived(
    typeof low === 'string'
      ? low
      : typeof high === 'string'
        ? high
        : high <= low
          ? 'The upper end must lie above the lower one.'
          : !(parts >= 2 && Number.isInteger(parts))
            ? 'Give at least 2 parts.'
            : '',
  );

  $effect(() => {
    if (open && stratum) {
      from = String(Number(stratum.from.toFixed(3)));
      to = String(Number(stratum.to.toFixed(3)));
      slots = [];
    }
  });

  async function divide(event: SubmitEvent) {
    event.preventDefault();
    if (problem || !piece) {
      return;
    }
    open = false;
    await session.edit({
      action: 'EQUAL_PARTS',
      piece: piece.id,
      height: low as number,
      to: high as number,
      parts,
      ...(banded ? { slots: [...slots] } : {}),
    });
  }
</script>

<Sheet bind:open title="Divide {piece?.name ?? ''} into equal parts">
  <form onsubmit={divide}>
    <label>from <input class="field num" bind:value={from} /></label>
    <label>to <input class="field num" bind:value={to} /></label>
    <label
      >parts <input class="field num" type="number" min="2" max="500" bind:value={parts} /></label
    >
    <p class:bad={problem}>
      {#if problem}
        {problem}
      {:else}
        ({mm(high as number)} − {mm(low as number)}) ÷ {parts} = {mm(
          ((high as number) - (low as number)) / parts,
        )} each. Boundaries between them are given up.
      {/if}
    </p>
    <label class="check"
      ><input type="checkbox" bind:checked={banded} /> give each part a filament, from the bottom</label
    >
    {#if banded}
      <ol>
        {#each slots as slot, i (i)}
          <li>
            <span class="num">{i + 1}</span>
            <span class="swatch" style:background={session.filament(slot).colour}></span>
            <select class="field" aria-label="Filament of part {i + 1}" bind:value={slots[i]}>
              {#each session.document.slots.keys() as k (k)}
                <option value={k + 1}>{k + 1}: {session.filament(k + 1).name}</option>
              {/each}
            </select>
            {#if !problem}
              {@const step = ((high as number) - (low as number)) / parts}
              <span class="hint num"
                >{mm((low as number) + i * step)} to {mm((low as number) + (i + 1) * step)}</span
              >
            {/if}
          </li>
        {/each}
      </ol>
    {/if}
    <p class="hint">Type millimetres (4.2) or a layer (L22 is the bottom of layer 22).</p>
    <button class="tool strong" disabled={problem !== ''}>Divide</button>
  </form>
</Sheet>

<style>
  form {
    display: grid;
    gap: 8px;
  }

  label {
    display: grid;
    grid-template-columns: 60px 120px;
    align-items: center;
  }

  .check {
    display: flex;
    gap: 7px;
  }

  ol {
    display: grid;
    gap: 3px;
    max-height: 38vh;
    overflow: auto;
  }

  li {
    display: flex;
    gap: 8px;
    align-items: center;
  }

  li .field {
    width: auto;
  }

  li .num:first-child {
    width: 22px;
    text-align: right;
  }

  .bad {
    color: var(--bad);
  }

  .hint {
    color: var(--ink-soft);
    font-size: 12px;
  }

  button {
    justify-self: start;
  }
</style>

<script lang="ts">
  import X from '@lucide/svelte/icons/x';
  import type { SampleView } from '../api/client';
  import { mm } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';

  interface Props {
    session: PlanSession;
  }

  let { session }: Props = $props();

  let rows: SampleView[] | undefined = $state.raw(undefined);

  const spot = $derived(session.sampled);
  const setting = $derived(session.setting(spot?.setting ?? 'filament'));
  const walls = $derived.by(() =>
    (rows ?? [])
      .filter((row) => row.role === 'outer wall' || row.role === 'inner wall')
      .reduce((sum, row) => sum + row.count, 0),
  );

  $effect(() => {
    void session.resultRevision;
    if (spot) {
      session.ask.sample(spot).then(
        (found) => (rows = found),
        () => (rows = undefined),
      );
    }
  });

  function why(row: SampleView): string {
    if (!row.piece) {
      return 'belongs to no piece';
    }
    return row.rule ? `rule ${session.ruleNumber(row.rule)}` : 'default';
  }
</script>

{#if spot}
  <section class="sample" aria-label="Sample">
    <header>
      <span class="panel-title">Sample</span>
      <span class="num">X {spot.x.toFixed(1)} Y {spot.y.toFixed(1)} mm</span>
      <select
        class="field"
        aria-label="Setting that the sample explains"
        value={spot.setting}
        onchange={(e) => (session.sampled = { ...spot, setting: e.currentTarget.value })}
      >
        {#each session.shelf.settings as s (s.id)}
          <option value={s.id}>{s.label}</option>
        {/each}
      </select>
      <button
        class="close"
        aria-label="Close the sample"
        onclick={() => (session.sampled = undefined)}><X size={14} /></button
      >
    </header>
    {#if rows?.length === 0}
      <p class="soft">Nothing is printed at this spot.</p>
    {:else if rows}
      {#if walls > 0}<p class="soft">Walls in {walls} layers here.</p>{/if}
      <ol>
        {#each [...rows].reverse() as row (row.firstLayer)}
          <li class:here={session.layer >= row.firstLayer && session.layer <= row.lastLayer}>
            <button
              onclick={() => session.goTo(row.firstLayer)}
              title="Go to L{row.firstLayer}, from {mm(row.bottom)} to {mm(row.top)}"
            >
              <span class="swatch" style:background={session.filament(row.slot).colour}></span>
              <span class="num span"
                >{row.firstLayer === row.lastLayer
                  ? `L${row.firstLayer}`
                  : `L${row.firstLayer} to ${row.lastLayer}`}<small
                  >{row.bottom.toFixed(1)} to {mm(row.top)}</small
                ></span
              >
              <span class="what"
                >{row.count} × {row.role}, {session.filament(row.slot).name}
                {#if row.regions.length > 0}<em>{row.regions.join(', ')}</em>{/if}</span
              >
              <span
                class="how"
                title={row.cause
                  ? `${row.value} ${setting.unit} by ${why(row)}; printed differently: ${row.cause}`
                  : row.hidden.length > 0
                    ? `hides ${row.hidden.map((r) => `rule ${session.ruleNumber(r)}`).join(', ')}`
                    : 'hides no other rule'}
                ><span class="num">{row.printed || row.value} {setting.unit}</span>
                <small
                  >{row.cause || why(row)}{row.hidden.length > 0 && !row.cause
                    ? ` over ${row.hidden.map((r) => session.ruleNumber(r)).join(', ')}`
                    : ''}</small
                ></span
              >
            </button>
          </li>
        {/each}
      </ol>
    {/if}
  </section>
{/if}

<style>
  .sample {
    padding: 6px 10px;
    border-bottom: 2px solid var(--accent);
    max-height: 46vh;
    overflow: auto;
  }

  header {
    display: flex;
    align-items: center;
    gap: 8px;
    margin-bottom: 4px;
  }

  header .field {
    width: auto;
    flex: 1;
    min-width: 0;
  }

  .close {
    cursor: pointer;
    color: var(--ink-soft);
  }

  li button {
    display: grid;
    grid-template-columns: 16px 116px minmax(0, 1fr) auto;
    gap: 6px;
    align-items: center;
    width: 100%;
    text-align: left;
    padding: 2px 3px;
    border-top: 1px solid var(--rule-soft);
    cursor: pointer;
    font-size: 12.5px;
  }

  li button:hover,
  li.here button {
    background: var(--accent-wash);
  }

  small {
    display: block;
    white-space: nowrap;
    color: var(--ink-soft);
    font-size: 11px;
  }

  .what {
    min-width: 0;
    overflow: hidden;
    text-overflow: ellipsis;
  }

  em {
    font-style: italic;
    color: var(--accent);
  }

  .how {
    text-align: right;
  }
</style>

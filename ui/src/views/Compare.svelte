<script lang="ts">
  import { untrack } from 'svelte';
  import Column from '../lib/column/Column.svelte';
  import {
    ApiProblem,
    client,
    data,
    type PlanDifference,
    type VariantView,
  } from '../lib/api/client';
  import { mm } from '../lib/model/heights';
  import { PlanSession } from '../lib/model/session.svelte';
  import LayerSheet from '../lib/sheet/LayerSheet.svelte';
  import { isTyping, LEAP } from '../lib/shell/keys';
  import DeadEnd from '../lib/shell/DeadEnd.svelte';
  import ProblemNote from '../lib/shell/ProblemNote.svelte';
  import AllVariants from '../lib/variants/AllVariants.svelte';
  import { compared, layerBeside } from '../lib/variants/compare';
  import { navigate, route } from '../router';

  let sessions = $state.raw<[PlanSession, PlanSession]>();
  let variants: VariantView[] = $state.raw([]);
  let differences: PlanDifference[] = $state.raw([]);
  let failed = $state.raw<ApiProblem>();

  const ids = $derived.by(() => {
    const { id, other } = route.getParams('/plans/:id/compare/:other');
    return [id, other] as const;
  });
  const names = $derived(
    ids.map((id) => variants.find((variant) => variant.id === id)?.name ?? 'plan'),
  );
  const groups = $derived.by(() => {
    const prints = (sessions ?? []).flatMap((session) => {
      const ledger = session.result?.ledger;
      return ledger ? [{ ledger, filament: (slot: number) => session.filament(slot) }] : [];
    });
    return prints.length === 2 ? compared(prints[0]!, prints[1]!) : [];
  });
  const height = $derived(sessions?.[0].plane ?? 0);

  $effect(() => {
    void open(...ids);
  });

  // Whichever is moved, the other goes along.
  $effect(() => follow(0));
  $effect(() => follow(1));

  function follow(moved: number) {
    const from = sessions?.[moved];
    const to = sessions?.[1 - moved];
    if (from?.result && to?.result) {
      const { heights, layer } = from;
      untrack(() => to.goTo(layerBeside(heights, layer, to.heights, to.layer)));
    }
  }

  async function open(one: string, other: string) {
    try {
      const path = { id: one, other };
      [sessions, variants, differences] = await Promise.all([
        Promise.all([PlanSession.open(one), PlanSession.open(other)]),
        data(client.GET('/api/plans/{id}/variants', { params: { path: { id: one } } })),
        data(client.GET('/api/plans/{id}/differences/{other}', { params: { path } })),
      ]);
    } catch (e) {
      failed = ApiProblem.from(e, 'the page');
    }
  }

  function compareWith(id: string, side: number) {
    const next = ids.map((old, i) => (i === side ? id : old));
    void navigate('/plans/:id/compare/:other', { params: { id: next[0]!, other: next[1]! } });
  }

  /** The one becomes as the other is; undo in its plan brings back what it was. */
  async function copy() {
    if (await sessions![0].become(ids[1]!)) {
      await navigate('/plans/:id', { params: { id: ids[0] } });
    }
  }

  function key(event: KeyboardEvent) {
    const by = { ArrowUp: 1, ArrowDown: -1 }[event.key];
    if (by && sessions && !isTyping(event)) {
      sessions[0].goTo(sessions[0].layer + by * (event.shiftKey ? LEAP : 1));
      event.preventDefault();
    }
  }
</script>

<svelte:window onkeydown={key} />
<svelte:head
  ><title>Compare · {sessions?.[0].document.name ?? 'Plan'} · Stratonomy</title></svelte:head
>

{#if failed}
  <DeadEnd problem={failed} />
{:else}
  <div class="page">
    <header>
      <a class="tool" href="/plans/{ids[0]}">Back to the plan</a>
      <strong>{sessions?.[0].document.name ?? ''}</strong>
      <span class="num soft">both at {mm(height)}</span>
      <button
        class="tool"
        disabled={!sessions}
        onclick={copy}
        title="Replaces “{names[0]}”; undo brings it back">Copy “{names[1]}” to “{names[0]}”</button
      >
    </header>
    <div class="notes">
      {#each sessions ?? [] as session (session)}
        {#if session.problem}
          <ProblemNote problem={session.problem} onClose={() => (session.problem = undefined)} />
        {/if}
      {/each}
    </div>
    {#each sessions ?? [] as session, side (session)}
      <section
        class="side"
        style:grid-column={side === 0 ? 1 : 3}
        aria-label="Variant {names[side]}"
      >
        <div class="which">
          <select
            class="field"
            aria-label={side === 0 ? 'The one variant' : 'The other variant'}
            value={ids[side]}
            onchange={(e) => compareWith(e.currentTarget.value, side)}
          >
            {#each variants as variant (variant.id)}
              <option value={variant.id} disabled={variant.id === ids[1 - side]}
                >{variant.name}</option
              >
            {/each}
          </select>
          <span class="num" data-testid="level-{side}"
            >L{session.layer} · from {mm(session.plane)}</span
          >
          {#if !session.result || session.isStale}<span class="soft">computing …</span>{/if}
        </div>
        <div class="column"><Column {session} /></div>
        <div class="sheet"><LayerSheet {session} /></div>
      </section>
    {/each}
    <section class="numbers" aria-label="Differences">
      {#if variants.length > 2}
        <AllVariants {variants} shown={ids} onCompare={(id) => compareWith(id, 1)} />
      {/if}
      <table aria-label="Differences in time and material">
        <thead><tr><th></th><th>{names[0]}</th><th>{names[1]}</th><th>difference</th></tr></thead>
        {#each groups as group (group.title)}
          <tbody>
            <tr><th scope="rowgroup" colspan="4" class="group">{group.title}</th></tr>
            {#each group.rows as row (row.what)}
              <tr class:same={row.difference === ''}>
                <td>{row.what}</td>
                <td class="num">{row.one}</td>
                <td class="num">{row.other}</td>
                <td class="num">{row.difference || '='}</td>
              </tr>
            {/each}
          </tbody>
        {/each}
      </table>
      <h2>What the plans say differently</h2>
      <ul aria-label="What the plans say differently">
        {#each differences as difference, i (i)}
          <li>
            <strong>{difference.what}</strong>
            <span>{difference.one || 'none'} → {difference.other || 'none'}</span>
          </li>
        {:else}
          <li class="soft">{sessions ? 'Nothing.' : '…'}</li>
        {/each}
      </ul>
    </section>
  </div>
{/if}

<style>
  .page {
    display: grid;
    grid-template: auto minmax(0, 1fr) / minmax(0, 1fr) 360px minmax(0, 1fr);
    height: 100vh;
    overflow: hidden;
  }

  header {
    grid-column: 1 / -1;
    display: flex;
    gap: 12px;
    align-items: center;
    padding: 5px 10px;
    background: var(--sheet);
    border-bottom: 1px solid var(--rule);
  }

  header button {
    margin-left: auto;
  }

  .notes {
    position: fixed;
    top: 48px;
    left: 50%;
    translate: -50% 0;
    z-index: 40;
  }

  .side {
    grid-row: 2;
    display: grid;
    grid-template-rows: auto minmax(0, 1fr) minmax(0, 1fr);
    min-width: 0;
  }

  .which {
    display: flex;
    gap: 10px;
    align-items: center;
    padding: 5px 8px;
    border-bottom: 1px solid var(--rule-soft);
  }

  .column,
  .sheet {
    position: relative;
    min-height: 0;
    min-width: 0;
    display: grid;
  }

  .sheet {
    border-top: 1px solid var(--rule);
  }

  .numbers {
    grid-area: 2 / 2;
    overflow: auto;
    padding: 8px 12px;
    background: var(--sheet);
    border-left: 1px solid var(--rule);
    border-right: 1px solid var(--rule);
    font-size: 12.5px;
  }

  table {
    width: 100%;
    border-collapse: collapse;
  }

  th {
    font-weight: 600;
    text-align: right;
    padding: 3px 0 3px 8px;
  }

  td {
    padding: 3px 0 3px 8px;
    border-top: 1px solid var(--rule-soft);
    text-align: right;
    white-space: nowrap;
  }

  td:first-child {
    text-align: left;
    padding-left: 0;
    white-space: normal;
  }

  .group {
    text-align: left;
    padding: 9px 0 3px;
  }

  .which {
    white-space: nowrap;
  }

  .which select {
    width: auto;
    max-width: 60%;
  }

  .same {
    color: var(--ink-soft);
  }

  h2 {
    font-size: 13px;
    font-weight: 600;
    padding: 14px 0 4px;
  }

  li {
    padding: 4px 0;
    border-top: 1px solid var(--rule-soft);
  }

  li span {
    display: block;
    overflow-wrap: anywhere;
  }

  .soft {
    color: var(--ink-soft);
  }
</style>

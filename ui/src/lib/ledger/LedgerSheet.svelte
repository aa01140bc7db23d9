<script lang="ts">
  import type { ShareView } from '../api/client';
  import { duration, grams } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';
  import Sheet from '../shell/Sheet.svelte';
  import { sum, timeRows } from './table';

  interface Props {
    session: PlanSession;
    open: boolean;
  }

  let { session, open = $bindable() }: Props = $props();

  const ledger = $derived(session.result?.ledger);
  const time = $derived(ledger ? timeRows(ledger) : []);
  const slots = $derived(ledger?.slots ?? []);
  const shares = $derived(ledger?.shares ?? []);
  const files = $derived(`/api/revisions/${session.resultRevision}/ledger`);
  const longest = $derived(Math.max(...time.map((row) => row.seconds)));
  const seconds = $derived(sum(time, (row) => row.seconds));

  function shareName({ piece: id, stratum, regions }: ShareView): string {
    const piece = session.document.pieces.find((p) => p.id === id);
    if (!piece) {
      return 'beside the pieces: skirt, raft, tower';
    }
    const inside = regions.map((of) => piece.regions?.find((r) => r.id === of)?.name ?? of);
    return [piece.name, `stratum ${stratum}`, ...inside].join(' · ');
  }

  const cm3 = (mm3: number) => (mm3 > 0 ? (mm3 / 1000).toFixed(2) : '');
  const percent = (share: number) => `${(100 * share).toFixed(share < 0.1 ? 1 : 0)} %`;
</script>

<Sheet bind:open title="Ledger of {session.document.name}">
  <table aria-label="Where the time goes">
    <thead>
      <tr><th>time</th><th>takes</th><th>share</th><th></th><th>volume, cm³</th></tr>
    </thead>
    <tbody>
      {#each time as row (row.what)}
        <tr>
          <td>{row.what}</td>
          <td class="num">{duration(row.seconds)}</td>
          <td class="num">{percent(row.seconds / seconds)}</td>
          <td class="bar"><span style:width="{(100 * row.seconds) / longest}%"></span></td>
          <td class="num">{cm3(row.volumeMm3)}</td>
        </tr>
      {/each}
    </tbody>
    <tfoot>
      <tr>
        <td>all</td>
        <td class="num">{duration(seconds)}</td>
        <td></td>
        <td></td>
        <td class="num">{cm3(sum(time, (row) => row.volumeMm3))}</td>
      </tr>
    </tfoot>
  </table>
  <table aria-label="What is used of each filament">
    <thead>
      <tr><th>filament</th><th>strand, m</th><th>volume, cm³</th><th>mass</th><th>cost</th></tr>
    </thead>
    <tbody>
      {#each slots as row (row.slot)}
        <tr>
          <td
            ><span class="swatch" style:background={session.filament(row.slot).colour}></span>
            {session.filament(row.slot).name}</td
          >
          <td class="num">{(row.lengthMm / 1000).toFixed(2)}</td>
          <td class="num">{cm3(row.volumeMm3)}</td>
          <td class="num">{grams(row.massG)}</td>
          <td class="num">{row.cost.toFixed(2)}</td>
        </tr>
      {/each}
    </tbody>
    <tfoot>
      <tr>
        <td>all</td>
        <td class="num">{(sum(slots, (row) => row.lengthMm) / 1000).toFixed(2)}</td>
        <td class="num">{cm3(sum(slots, (row) => row.volumeMm3))}</td>
        <td class="num">{grams(sum(slots, (row) => row.massG))}</td>
        <td class="num">{sum(slots, (row) => row.cost).toFixed(2)}</td>
      </tr>
    </tfoot>
  </table>
  {#if shares.length > 1}
    <table aria-label="What strata and regions take">
      <thead>
        <tr><th>lines of</th><th>take</th><th>volume, cm³</th><th>mass</th><th>cost</th></tr>
      </thead>
      <tbody>
        {#each shares as row (shareName(row))}
          <tr>
            <td>{shareName(row)}</td>
            <td class="num">{duration(row.seconds)}</td>
            <td class="num">{cm3(row.volumeMm3)}</td>
            <td class="num">{grams(row.massG)}</td>
            <td class="num">{row.cost.toFixed(2)}</td>
          </tr>
        {/each}
      </tbody>
      <tfoot>
        <tr>
          <td>all, without ways, changes, stops and waits</td>
          <td class="num">{duration(sum(shares, (row) => row.seconds))}</td>
          <td class="num">{cm3(sum(shares, (row) => row.volumeMm3))}</td>
          <td class="num">{grams(sum(shares, (row) => row.massG))}</td>
          <td class="num">{sum(shares, (row) => row.cost).toFixed(2)}</td>
        </tr>
      </tfoot>
    </table>
  {/if}
  <p class="save">
    Save as
    <a class="tool" href="{files}.csv" download>CSV</a>
    <a class="tool" href="{files}.json" download>JSON</a>
  </p>
</Sheet>

<style>
  table {
    width: 100%;
    border-collapse: collapse;
    font-size: 12.5px;
    margin-bottom: 14px;
  }

  th {
    text-align: right;
    font-weight: 400;
    color: var(--ink-soft);
    padding: 2px 6px;
  }

  th:first-child,
  td:first-child {
    text-align: left;
    padding-left: 0;
  }

  td {
    padding: 3px 6px;
    border-top: 1px solid var(--rule-soft);
    text-align: right;
  }

  tfoot td {
    border-top: 1px solid var(--ink-soft);
    font-weight: 600;
  }

  .bar {
    width: 160px;
  }

  .bar span {
    display: block;
    height: 9px;
    background: var(--accent);
    opacity: 0.75;
  }

  .save {
    display: flex;
    gap: 6px;
    align-items: center;
  }
</style>

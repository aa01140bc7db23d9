<script lang="ts">
  import { duration, grams } from '../model/heights';
  import { totals, type Amounts, type Row } from './table';

  interface Props {
    title: string;
    /** What the first column names. */
    of: string;
    rows: readonly (Row & { readonly colour?: string })[];
    /** What bars and shares are of. */
    by: 'seconds' | 'massG';
    /** Of the costs; empty if there is no one. */
    currency: string;
    /** What the last row is called. */
    all?: string;
  }

  let { title, of, rows, by, currency, all = 'all' }: Props = $props();

  const whole = $derived(totals(rows));
  const largest = $derived(Math.max(...rows.map((row) => row[by])));

  const some = (value: number, text: (value: number) => string) => (value > 0 ? text(value) : '');
  const percent = (share: number) => `${(100 * share).toFixed(share < 0.1 ? 1 : 0)} %`;
</script>

{#snippet amounts(row: Amounts)}
  <td class="num">{some(row.lengthMm, (mm) => (mm / 1000).toFixed(2))}</td>
  <td class="num">{some(row.volumeMm3, (mm3) => (mm3 / 1000).toFixed(2))}</td>
  <td class="num">{some(row.massG, grams)}</td>
  <td class="num">{some(row.cost, (cost) => cost.toFixed(2))}</td>
{/snippet}

<table aria-label={title}>
  <thead>
    <tr>
      <th>{of}</th>
      <th title={by === 'massG' ? 'Extrusion only, without travel' : undefined}>time</th>
      <th colspan="2">{by === 'seconds' ? 'share of time' : 'share of mass'}</th>
      <th>length, m</th>
      <th>volume, cm³</th>
      <th>mass</th>
      <th title="By the prices of the filaments on the shelf"
        >cost{currency ? `, ${currency}` : ''}</th
      >
    </tr>
  </thead>
  <tbody>
    {#each rows as row (row.what)}
      <tr>
        <td>
          {#if row.colour}<span class="swatch" style:background={row.colour}></span>{/if}
          {row.what}
        </td>
        <td class="num">{some(row.seconds, duration)}</td>
        <td class="num">{percent(row[by] / (whole[by] || 1))}</td>
        <td class="bar"><span style:width="{(100 * row[by]) / (largest || 1)}%"></span></td>
        {@render amounts(row)}
      </tr>
    {/each}
  </tbody>
  <tfoot>
    <tr>
      <td>{all}</td>
      <td class="num">{duration(whole.seconds)}</td>
      <td></td>
      <td></td>
      {@render amounts(whole)}
    </tr>
  </tfoot>
</table>

<style>
  table {
    width: 100%;
    border-collapse: collapse;
    font-size: 12.5px;
    margin-bottom: 16px;
  }

  th {
    text-align: right;
    font-weight: 400;
    color: var(--ink-soft);
    padding: 2px 6px;
    white-space: nowrap;
  }

  th[colspan] {
    text-align: center;
  }

  th:first-child,
  td:first-child {
    width: 38%;
    text-align: left;
    padding-left: 0;
  }

  td {
    padding: 3px 6px;
    border-top: 1px solid var(--rule-soft);
    text-align: right;
  }

  td.num {
    white-space: nowrap;
  }

  tfoot td {
    border-top: 1px solid var(--ink-soft);
    font-weight: 600;
  }

  .bar {
    width: 96px;
  }

  .bar span {
    display: block;
    height: 9px;
    background: var(--accent);
    opacity: 0.75;
  }
</style>

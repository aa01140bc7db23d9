<script lang="ts">
  import Plus from '@lucide/svelte/icons/plus';
  import X from '@lucide/svelte/icons/x';
  import type { FieldView } from '../api/client';
  import { typed } from './itemFields';
  import { shows } from '../shell/shows';

  type Row = Record<string, unknown>;

  interface Props {
    field: FieldView;
    rows: readonly Row[];
    /** Whether there may be another number of rows. */
    open: boolean;
    onSet: (rows: readonly Row[]) => Promise<unknown>;
  }

  let { field, rows, open, onSet }: Props = $props();

  /** What was refused goes back to what holds. */
  async function set(row: number, key: string, input: HTMLInputElement) {
    const value = typed(input.value.trim());
    await onSet(rows.map((r, i) => (i === row ? { ...r, [key]: value } : r)));
    input.value = String(rows[row]?.[key] ?? '');
  }
</script>

<table title={field.description}>
  <thead>
    <tr>
      <th aria-label="Number"></th>
      {#each field.columns as column (column.key)}
        <th scope="col" title={column.description}>
          {column.label}<br /><span class="soft">{column.unit}</span>
        </th>
      {/each}
    </tr>
  </thead>
  <tbody>
    {#each rows as row, i (i)}
      <tr>
        <th scope="row" class="num">{i + 1}</th>
        {#each field.columns as column (column.key)}
          <td>
            <input
              class="field num"
              aria-label="{column.label} of {i + 1}"
              {@attach shows(row[column.key])}
              onchange={(e) => set(i, column.key, e.currentTarget)}
            />
          </td>
        {/each}
        {#if open && rows.length > 1}
          <td>
            <button
              class="tool"
              aria-label="Remove {i + 1}"
              onclick={() => onSet(rows.filter((_, k) => k !== i))}><X size={12} /></button
            >
          </td>
        {/if}
      </tr>
    {/each}
  </tbody>
</table>
{#if open}
  <button class="tool" onclick={() => onSet([...rows, { ...rows.at(-1) }])}
    ><Plus size={12} />Another one</button
  >
{/if}

<style>
  table {
    border-collapse: separate;
    border-spacing: 4px 3px;
    margin: 0 0 4px -4px;
  }

  th {
    font-weight: 400;
    text-align: left;
    vertical-align: bottom;
    line-height: 1.25;
    font-size: 12px;
  }

  .field {
    width: 56px;
  }

  .soft {
    color: var(--ink-soft);
  }
</style>

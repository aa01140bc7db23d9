<script lang="ts">
  import Plus from '@lucide/svelte/icons/plus';
  import X from '@lucide/svelte/icons/x';
  import type { FieldView } from '../api/client';
  import { typed, type Row } from './itemFields';
  import { shows } from '../shell/shows';

  interface Props {
    field: FieldView;
    rows: readonly Row[];
    /** Whether there may be another number of rows. */
    open: boolean;
    /** Another number at every answer, when what was refused goes back to what holds. */
    answers: number;
    onSet: (change: (rows: readonly Row[]) => readonly Row[]) => void;
  }

  let { field, rows, open, answers, onSet }: Props = $props();

  function set(row: number, key: string, text: string) {
    const value = typed(text.trim());
    onSet((rows) => rows.map((r, i) => (i === row ? { ...r, [key]: value } : r)));
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
              {@attach shows(row[column.key], answers)}
              onchange={(e) => set(i, column.key, e.currentTarget.value)}
            />
          </td>
        {/each}
        {#if open && rows.length > 1}
          <td>
            <button
              class="tool"
              aria-label="Remove {i + 1}"
              onclick={() => onSet((rows) => rows.filter((_, k) => k !== i))}
              ><X size={12} /></button
            >
          </td>
        {/if}
      </tr>
    {/each}
  </tbody>
</table>
{#if open}
  <button class="tool" onclick={() => onSet((rows) => [...rows, { ...rows.at(-1) }])}
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

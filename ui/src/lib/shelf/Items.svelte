<script lang="ts">
  import Copy from '@lucide/svelte/icons/copy';
  import Download from '@lucide/svelte/icons/download';
  import Trash from '@lucide/svelte/icons/trash-2';
  import Upload from '@lucide/svelte/icons/upload';
  import { client, data, type FieldView, type ItemsView } from '../api/client';
  import { Attempts } from '../model/attempts.svelte';
  import ProblemNote from '../shell/ProblemNote.svelte';
  import { changed, copyOf, matters, rowsOf, type Item } from './itemFields';
  import OwnLines from './OwnLines.svelte';
  import RowsField from './RowsField.svelte';
  import TestStrip from './TestStrip.svelte';
  import { shows } from '../shell/shows';

  interface Props {
    kind: 'machines' | 'filaments';
    /** Called with the id of a plan that was made here. */
    onPlan: (id: string) => void;
  }

  let { kind, onPlan }: Props = $props();

  let items = $state.raw<ItemsView>();
  let chosen = $state('');
  const attempts = new Attempts('the shelf');
  let picker: HTMLInputElement;

  const one = $derived(kind === 'machines' ? 'machine' : 'filament');
  const fields = $derived(
    (kind === 'machines' ? items?.machineFields : items?.filamentFields) ?? [],
  );
  const all = $derived((items?.[kind] ?? []) as Item[]);
  const item = $derived(all.find((i) => i.id === chosen) ?? all[0]);
  const shown = $derived(fields.filter((field) => item && matters(item, field)));
  const groups = $derived([...new Set(shown.map((field) => field.group))]);

  void attempts.read(async () => {
    items = await data(client.GET('/api/shelf/items'));
  });

  async function put(next: object) {
    const body = next as never;
    items =
      kind === 'machines'
        ? await data(client.PUT('/api/shelf/items/machines', { body }))
        : await data(client.PUT('/api/shelf/items/filaments', { body }));
  }

  /** Changes the chosen item as it will be when all edits before are taken. */
  function edit(change: (item: Item) => object) {
    const { id } = item!;
    void attempts.inTurn(() => put(change(all.find((i) => i.id === id)!)));
  }

  function set(field: FieldView, text: string) {
    edit((item) => changed(item, field, text.trim(), items!.dialects));
  }

  function copy() {
    const { id } = item!;
    void attempts.inTurn(async () => {
      const known = all.map((i) => i.id);
      await put(copyOf(all.find((i) => i.id === id)!));
      chosen = all.find((i) => !known.includes(i.id))?.id ?? chosen;
    });
  }

  function remove() {
    const path = { id: item!.id };
    void attempts.inTurn(async () => {
      items =
        kind === 'machines'
          ? await data(client.DELETE('/api/shelf/items/machines/{id}', { params: { path } }))
          : await data(client.DELETE('/api/shelf/items/filaments/{id}', { params: { path } }));
    });
  }

  function take() {
    const file = picker.files?.[0];
    if (!file) {
      return;
    }
    void attempts
      .inTurn(async () => {
        const body = await file.text();
        items = await data(
          client.POST('/api/shelf/items/file', {
            body,
            bodySerializer: (text: string) => text,
          }),
        );
      })
      .then(() => (picker.value = ''));
  }
</script>

{#if attempts.problem}
  <ProblemNote problem={attempts.problem} onClose={attempts.forget} />
{/if}
<div class="columns">
  <nav aria-label="All {kind}">
    {#each all as i (i.id)}
      <button class="entry" aria-pressed={i.id === item?.id} onclick={() => (chosen = i.id)}>
        {#if i['colour']}<span class="swatch" style:background={String(i['colour'])}></span>{/if}
        {i.name}
        <span class="soft">{i['material'] ?? `${i['bedX']} × ${i['bedY']} mm`}</span>
      </button>
    {/each}
    <div class="files">
      <button class="tool" onclick={() => picker.click()}
        ><Upload size={13} />Take from a file</button
      >
      <a class="tool" href="/api/shelf/items/file" download title="All machines and filaments"
        ><Download size={13} />All as a file</a
      >
      <input
        bind:this={picker}
        type="file"
        accept=".json"
        hidden
        aria-label="File with machines and filaments"
        onchange={take}
      />
    </div>
  </nav>
  {#if item}
    <section aria-label="{one} {item.name}">
      <div class="head">
        <strong>{item.name}</strong>
        <span class="soft num">{item.id}</span>
        <span class="tools">
          <button class="tool" onclick={copy}><Copy size={13} />Copy</button>
          <a class="tool" href="/api/shelf/items/file?{one}={item.id}" download
            ><Download size={13} />As a file</a
          >
          <button class="tool" onclick={remove}><Trash size={13} />Remove</button>
        </span>
      </div>
      <div class="groups">
        {#each groups as group (group)}
          <fieldset>
            <legend>{group}</legend>
            {#each shown.filter((field) => field.group === group) as field (field.key)}
              {#if field.kind === 'rows'}
                {#key item.id}
                  <RowsField
                    {field}
                    rows={rowsOf(item, field)}
                    open={item['tools'] === 'several nozzles'}
                    answers={attempts.answers}
                    onSet={(change) =>
                      edit((item) => ({ ...item, [field.key]: change(rowsOf(item, field)) }))}
                  />
                {/key}
              {:else if field.kind === 'lines'}
                {#key `${item.id} ${item['dialect']}`}
                  <OwnLines
                    machine={item.id}
                    {field}
                    own={item[field.key] as Record<string, string>}
                    {attempts}
                    onSet={(change) =>
                      edit((item) => ({
                        ...item,
                        [field.key]: change(item[field.key] as Record<string, string>),
                      }))}
                  />
                {/key}
              {:else}
                <label title={field.description}>
                  <span>{field.label}</span>
                  {#if field.kind === 'choice'}
                    <select
                      class="field"
                      {@attach shows(item[field.key], attempts.answers)}
                      onchange={(e) => set(field, e.currentTarget.value)}
                    >
                      {#each field.choices as choice (choice)}<option>{choice}</option>{/each}
                    </select>
                  {:else if field.kind === 'colour'}
                    <input
                      type="color"
                      {@attach shows(item[field.key], attempts.answers)}
                      onchange={(e) => set(field, e.currentTarget.value)}
                    />
                  {:else}
                    <input
                      class="field"
                      class:num={field.kind === 'number'}
                      class:wide={field.kind === 'text'}
                      class:line={String(item[field.key]).length > 24}
                      {@attach shows(item[field.key], attempts.answers)}
                      onchange={(e) => set(field, e.currentTarget.value)}
                    />
                  {/if}
                  <span class="soft">{field.unit}</span>
                </label>
              {/if}
            {/each}
          </fieldset>
        {/each}
      </div>
      {#if kind === 'machines' && item['tools'] === 'feeder'}
        {#key item.id}
          <TestStrip
            machine={item}
            filaments={items!.filaments as Item[]}
            {onPlan}
            onTake={(held) => edit((item) => ({ ...item, ...held }))}
          />
        {/key}
      {/if}
      <p class="soft">
        A change counts at once, in every plan that uses this {one}. Hold the pointer over a name to
        see what it means.
      </p>
    </section>
  {/if}
</div>

<style>
  .entry {
    display: flex;
    gap: 7px;
    align-items: center;
  }

  .entry .soft {
    margin-left: auto;
  }

  .files {
    display: flex;
    gap: 6px;
    margin-top: 10px;
  }

  .head {
    display: flex;
    gap: 10px;
    align-items: baseline;
    padding-bottom: 8px;
  }

  .tools {
    display: flex;
    gap: 6px;
    margin-left: auto;
  }

  .groups {
    columns: 2;
    column-gap: 30px;
  }

  fieldset {
    break-inside: avoid;
    padding-bottom: 10px;
  }

  legend {
    font-weight: 600;
    padding-bottom: 2px;
  }

  label {
    display: grid;
    grid-template-columns: 1fr auto 44px;
    gap: 8px;
    align-items: center;
    min-height: 30px;
  }

  .field.num {
    width: 82px;
    text-align: right;
  }

  .field.wide {
    width: 170px;
    margin-right: -52px;
  }

  .field.line {
    grid-column: 1 / -1;
    width: 100%;
    margin-right: 0;
  }

  select.field {
    width: 130px;
    margin-right: -52px;
  }

  input[type='color'] {
    width: 82px;
    height: 26px;
  }
</style>

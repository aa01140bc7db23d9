<script lang="ts">
  import Steps from '@lucide/svelte/icons/chart-no-axes-column-increasing';
  import X from '@lucide/svelte/icons/x';
  import type { SettingView } from '../api/client';
  import type { Choice } from './choices';
  import { shortText } from './course';
  import { shows } from '../shell/shows';

  interface Props {
    setting: SettingView;
    /** What it can be; empty where a number is typed. */
    choices: readonly Choice[];
    /** What holds, as text. */
    value: string;
    /** Where the value comes from, in words. */
    source: string;
    /** What would hold without the rule that decides. */
    below?: string;
    /** Whether the rule for exactly this place decides, so that it can be taken out. */
    own: boolean;
    onSet: (value: string) => void;
    onClear: () => void;
    /** Opens the editor of a course over the layers. */
    onCourse?: () => void;
  }

  let {
    setting,
    choices,
    value,
    source,
    below = '',
    own,
    onSet,
    onClear,
    onCourse,
  }: Props = $props();

  const shown = $derived(shortText(value));
  const id = $derived(`setting-${setting.id}`);
  const range = $derived(
    choices.length > 0 ? '' : ` From ${setting.min} to ${setting.max} ${setting.unit}.`,
  );

  function commit(event: Event) {
    const input = event.currentTarget as HTMLInputElement | HTMLSelectElement;
    if (input.value.trim() !== shown) {
      onSet(input.value.trim());
    }
    input.value = shown;
  }
</script>

<div class="row" class:own>
  <label for={id} title="{setting.description}{range}">{setting.label}</label>
  <span class="control" class:wide={choices.length > 0}>
    {#if choices.length > 0}
      <select {id} class="field" {value} onchange={commit}>
        {#each choices as choice (choice.value)}
          <option value={choice.value}>{choice.name}</option>
        {/each}
      </select>
    {:else}
      <input
        {id}
        class="field num"
        inputmode="decimal"
        autocomplete="off"
        title={shown === value ? undefined : value}
        {@attach shows(shown)}
        onchange={commit}
        onkeydown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
      />
    {/if}
  </span>
  {#if choices.length === 0}
    <span class="unit">{setting.unit}</span>
  {/if}
  {#if setting.course && onCourse}
    <button
      class="layers"
      onclick={onCourse}
      title="{setting.label} that goes by the layer"
      aria-label="{setting.label} over the layers"><Steps size={13} /></button
    >
  {:else if choices.length === 0}
    <span class="no-layers"></span>
  {/if}
  <span
    class="source"
    title="Where this value comes from: {source}{own && below
      ? `; without it ${below} ${setting.unit}`
      : ''}">{source}</span
  >
  {#if own}
    <button class="clear" onclick={onClear} aria-label="Take {setting.label} out of this rule"
      ><X size={13} /></button
    >
  {/if}
</div>

<style>
  .row {
    display: flex;
    align-items: center;
    gap: 6px;
    min-height: 28px;
  }

  label {
    width: 118px;
    flex: none;
    line-height: 1.15;
  }

  .control {
    width: 66px;
    flex: none;
  }

  .control.wide {
    width: 130px;
  }

  .unit {
    width: 36px;
    flex: none;
  }

  .no-layers {
    width: 16px;
    flex: none;
  }

  .source {
    flex: 1;
    min-width: 0;
  }

  .field {
    width: 100%;
    text-align: right;
  }

  select.field {
    text-align: left;
    padding: 1px 2px;
  }

  .own .field {
    border-color: var(--accent);
    background: var(--accent-wash);
    font-weight: 600;
  }

  .unit,
  .source {
    color: var(--ink-soft);
    font-size: 12px;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }

  .layers {
    color: var(--ink-soft);
    cursor: pointer;
    padding: 2px;
  }

  .layers:hover {
    color: var(--accent);
  }

  .clear {
    color: var(--ink-soft);
    cursor: pointer;
    display: grid;
    place-items: center;
  }
</style>

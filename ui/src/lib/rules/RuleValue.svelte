<script lang="ts">
  import type { Course, RuleValue } from '../model/document';
  import type { PlanSession } from '../model/session.svelte';
  import { shows } from '../shell/shows';
  import { choicesOf } from './choices';
  import { isCourse, valueText } from './course';

  interface Props {
    session: PlanSession;
    /** The number of the rule, from 1. */
    rule: number;
    /** The setting. */
    id: string;
    value: RuleValue;
    onSet: (text: string) => void;
    onCourse: (course: Course) => void;
    onDrop: () => void;
  }

  let { session, rule, id, value, onSet, onCourse, onDrop }: Props = $props();

  const setting = $derived(session.setting(id));
  const label = $derived(setting?.label ?? id);
  const choices = $derived(setting ? choicesOf(session, setting) : []);

  function set(input: HTMLInputElement | HTMLSelectElement) {
    onSet(input.value.trim());
    input.value = String(value);
  }
</script>

<span class="value" title={setting?.description}>
  {#if id === 'filament'}
    <span class="swatch" style:background={session.filament(Number(value)).colour}></span>
  {:else}
    {label}
  {/if}
  {#if isCourse(value)}
    <button
      class="course num"
      aria-label="{label} over the layers in rule {rule}"
      onclick={() => onCourse(value)}>{valueText(value)}</button
    >
  {:else if choices.some((choice) => choice.value === String(value))}
    <select
      aria-label="{label} in rule {rule}"
      {@attach shows(value)}
      onchange={(e) => set(e.currentTarget)}
    >
      {#each choices as choice (choice.value)}
        <option value={choice.value}>{choice.name}</option>
      {/each}
    </select>
  {:else}
    <input
      class="num"
      aria-label="{label} in rule {rule}"
      {@attach shows(value)}
      size={Math.max(2, String(value).length)}
      onchange={(e) => set(e.currentTarget)}
    />
  {/if}
  <span class="soft">{setting?.unit}</span>
  <button aria-label="Take {label} out of rule {rule}" onclick={onDrop}>×</button>
</span>

<style>
  .value {
    display: inline-flex;
    gap: 4px;
    align-items: center;
    border: 1px solid var(--rule-soft);
    border-radius: 3px;
    padding: 0 3px 0 5px;
  }

  input,
  select {
    background: transparent;
    border-bottom: 1px dotted var(--ink-soft);
    padding: 0;
    field-sizing: content;
  }

  input {
    text-align: right;
    min-width: 1.2em;
  }

  select {
    appearance: none;
    cursor: pointer;
  }

  button {
    color: var(--ink-soft);
    padding: 2px;
    cursor: pointer;
    border-radius: 2px;
  }

  button:hover {
    color: var(--accent);
  }

  .course {
    color: var(--ink);
    text-decoration: underline dotted;
    text-align: left;
  }
</style>

<script lang="ts">
  import { shows } from '../shell/shows';
  import { numberReader } from '../shell/typed';

  interface Props {
    label: string;
    value: number;
    /** Shown behind the field. */
    unit?: string;
    onSet: (value: number) => void;
  }

  let { label, value, unit = '', onSet }: Props = $props();

  const read = numberReader();
  const text = $derived(String(Number(value.toFixed(3))));

  function commit(event: Event) {
    const input = event.currentTarget as HTMLInputElement;
    const number = read(label, input.value);
    if (number !== undefined && number !== value) {
      onSet(number);
    }
    input.value = text;
  }
</script>

<span class="number">
  <input
    class="field num"
    inputmode="decimal"
    autocomplete="off"
    aria-label="{label}{unit ? `, ${unit}` : ''}"
    title={label}
    {@attach shows(text)}
    onchange={commit}
    onkeydown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
  />
  {#if unit}<span class="unit">{unit}</span>{/if}
</span>

<style>
  .number {
    display: inline-flex;
    align-items: center;
    gap: 4px;
    flex: none;
  }

  .field {
    width: 58px;
    text-align: right;
  }

  .unit {
    color: var(--ink-soft);
    font-size: 12px;
  }
</style>

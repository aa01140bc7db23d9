<script lang="ts">
  import { mm } from '../model/heights';
  import NumberField from './NumberField.svelte';

  interface Props {
    direction: 'sideways' | 'upright';
    hint: string;
    /** What a depth can be counted in instead of mm. */
    counted: 'walls' | 'layers';
    /** Thickness of one of them, mm. */
    step: number;
    /** How many of them, if the depth is counted. */
    count: number | undefined;
    /** The depth in mm, if it is not. */
    length: number | undefined;
    onCount: (count: number) => void;
    onLength: (length: number) => void;
  }

  let { direction, hint, counted, step, count, length, onCount, onLength }: Props = $props();

  function toUnit(unit: string) {
    if (unit === 'mm') {
      onLength(round((count ?? 0) * step));
    } else {
      onCount(Math.round((length ?? 0) / step));
    }
  }

  /** To a micrometre. */
  function round(value: number): number {
    return Number(value.toFixed(3));
  }
</script>

<div class="fields depth">
  <span class="field-label" title={hint}>{direction}</span>
  <NumberField
    label="Depth {direction}"
    value={length ?? count ?? 0}
    onSet={length === undefined ? onCount : onLength}
  />
  <select
    class="field"
    aria-label="Unit of the depth {direction}"
    value={length === undefined ? counted : 'mm'}
    onchange={(e) => toUnit(e.currentTarget.value)}
  >
    <option>{counted}</option>
    <option>mm</option>
  </select>
  {#if length === undefined}
    <span class="num sum">{count ?? 0} × {round(step)} = {mm((count ?? 0) * step)}</span>
  {/if}
</div>

<style>
  .depth {
    gap: 4px;
  }

  .depth :global(.number .field) {
    width: 46px;
  }

  select {
    width: 62px;
    flex: none;
    padding: 1px 3px;
  }

  .sum {
    flex: 1;
    color: var(--ink-soft);
    font-size: 12px;
    text-align: right;
    white-space: nowrap;
  }
</style>

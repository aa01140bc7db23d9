<script lang="ts">
  import { shows } from '../shell/shows';
  import { numberReader } from '../shell/typed';

  interface Props {
    label: string;
    /** Nothing where the usual value holds. */
    value: number | undefined;
    /** What holds then; shown in grey. */
    usual?: number;
    onSet: (value: number | undefined) => void;
  }

  let { label, value, usual, onSet }: Props = $props();

  const read = numberReader();
  const text = $derived(value === undefined ? '' : String(Number(value.toFixed(3))));

  function commit(event: Event) {
    const input = event.currentTarget as HTMLInputElement;
    const isEmpty = input.value.trim() === '';
    const number = isEmpty ? undefined : read(label, input.value, 0);
    if ((isEmpty || number !== undefined) && number !== value) {
      onSet(number === usual ? undefined : number);
    }
    input.value = text;
  }
</script>

<input
  class="field num"
  class:given={value !== undefined}
  inputmode="decimal"
  autocomplete="off"
  aria-label={label}
  title={usual === undefined ? label : `${label}; usually ${usual}`}
  placeholder={usual === undefined ? '' : String(usual)}
  {@attach shows(text)}
  onchange={commit}
  onkeydown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
/>

<style>
  .field {
    width: 58px;
    text-align: right;
  }

  .field::placeholder {
    color: var(--ink-soft);
    opacity: 1;
  }

  .given {
    border-color: var(--accent);
    background: var(--accent-wash);
    font-weight: 600;
  }
</style>

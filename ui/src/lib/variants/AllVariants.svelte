<script lang="ts">
  import { untrack } from 'svelte';
  import { SvelteMap } from 'svelte/reactivity';
  import type { VariantView } from '../api/client';
  import { duration, money } from '../model/heights';
  import { computedTotals, least, type Totals } from './totals';

  interface Props {
    variants: VariantView[];
    /** Ids of those that are shown side by side. */
    shown: readonly string[];
    onCompare: (id: string) => void;
  }

  let { variants, shown, onCompare }: Props = $props();

  /** By revision; not there while it is computed, undefined if it is impossible. */
  const totals = new SvelteMap<string, Totals | undefined>();
  const best = $derived(least([...totals.values()].filter((one) => one !== undefined)));

  $effect(() => {
    let wanted = true;
    void (async () => {
      // Those that are shown are computed already.
      const first = untrack(() => shown);
      const isShown = ({ id }: VariantView) => Number(first.includes(id));
      for (const { revision } of variants.toSorted((a, b) => isShown(b) - isShown(a))) {
        const found = await computedTotals(revision).catch(() => undefined);
        if (!wanted) {
          return;
        }
        totals.set(revision, found);
      }
    })();
    return () => (wanted = false);
  });
</script>

<table aria-label="All variants">
  <thead>
    <tr><th>variant</th><th>time</th><th>changes</th><th>material</th><th>cost</th></tr>
  </thead>
  <tbody>
    {#each variants as variant (variant.id)}
      {@const one = totals.get(variant.revision)}
      <tr class:shown={shown.includes(variant.id)}>
        <td>
          <button
            disabled={shown.includes(variant.id)}
            title="Show it at the right side"
            onclick={() => onCompare(variant.id)}>{variant.name}</button
          >
        </td>
        {#if one}
          <td class="num" class:least={one.seconds === best.seconds}>{duration(one.seconds)}</td>
          <td class="num" class:least={one.changes === best.changes}>{one.changes}</td>
          <td class="num" class:least={one.grams === best.grams}>{one.grams.toFixed(1)} g</td>
          <td class="num" class:least={one.cost === best.cost}>{money(one.cost, one.currency)}</td>
        {:else}
          <td colspan="4" class="soft"
            >{totals.has(variant.revision) ? 'impossible' : 'computing …'}</td
          >
        {/if}
      </tr>
    {/each}
  </tbody>
</table>
<p class="soft">Bold figures: the least of each.</p>

<style>
  table {
    width: 100%;
    margin-bottom: 4px;
    border-collapse: collapse;
  }

  th {
    font-weight: 400;
    color: var(--ink-soft);
  }

  th,
  td {
    text-align: right;
    padding: 3px 0 3px 8px;
    border-bottom: 1px solid var(--rule-soft);
  }

  th:first-child,
  td:first-child {
    text-align: left;
    padding-left: 0;
  }

  button {
    text-align: left;
    text-decoration: underline;
    cursor: pointer;
  }

  .shown button {
    color: var(--ink);
    opacity: 1;
    font-weight: 600;
    text-decoration: none;
    cursor: default;
  }

  .num {
    white-space: nowrap;
  }

  .least {
    font-weight: 700;
  }

  .soft {
    color: var(--ink-soft);
    font-size: 11.5px;
    padding-bottom: 8px;
  }
</style>

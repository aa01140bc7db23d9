<script lang="ts">
  interface Props {
    /** What it is aligned with: ids and names. */
    others: readonly { id: string; name: string }[];
    onAlign: (other: string, axis: number, how: How) => void;
  }

  type How = 'MIDDLE' | 'LOW' | 'HIGH' | 'AFTER' | 'BEFORE' | 'ORIGIN';

  let { others, onAlign }: Props = $props();

  const WAYS: readonly (readonly [How, string])[] = [
    ['MIDDLE', 'middle to middle'],
    ['LOW', 'low side to low side'],
    ['HIGH', 'high side to high side'],
    ['AFTER', 'behind its high side'],
    ['BEFORE', 'before its low side'],
    ['ORIGIN', 'origins of the files'],
  ];

  let chosen = $state('');
  let how: How = $state('MIDDLE');

  const other = $derived(others.some((o) => o.id === chosen) ? chosen : others[0]!.id);
</script>

<div class="align">
  <span>align with</span>
  <select
    class="field"
    aria-label="What to align with"
    value={other}
    onchange={(e) => (chosen = e.currentTarget.value)}
  >
    {#each others as one (one.id)}<option value={one.id}>{one.name}</option>{/each}
  </select>
  <select class="field" aria-label="How to align" bind:value={how}>
    {#each WAYS as [id, label] (id)}<option value={id}>{label}</option>{/each}
  </select>
  <span>along</span>
  {#each ['X', 'Y', 'Z'] as axis, i (axis)}
    <button class="tool" aria-label="Align along {axis}" onclick={() => onAlign(other, i, how)}
      >{axis}</button
    >
  {/each}
</div>

<style>
  .align {
    display: flex;
    flex-wrap: wrap;
    gap: 5px;
    align-items: center;
    padding-top: 6px;
  }

  .field {
    width: auto;
    max-width: 150px;
  }

  .tool {
    min-width: 26px;
  }
</style>

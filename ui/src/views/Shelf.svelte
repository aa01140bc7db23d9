<script lang="ts">
  import Items from '../lib/shelf/Items.svelte';
  import Recipes from '../lib/shelf/Recipes.svelte';
  import PageHead from '../lib/shell/PageHead.svelte';
  import { navigate } from '../router';

  const PARTS = [
    ['machines', 'Machines', 'What your printers are, and how they want their programs.'],
    ['filaments', 'Filaments', 'What is on your spools.'],
    [
      'recipes',
      'Recipes',
      'Named sets of settings. One that is based on another holds only its differences.',
    ],
  ] as const;

  let part = $state<(typeof PARTS)[number][0]>('machines');
  const note = $derived(PARTS.find(([id]) => id === part)![2]);
</script>

<svelte:head><title>Shelf · Stratonomy</title></svelte:head>

<main>
  <PageHead home title="Shelf" {note}>
    {#each PARTS as [id, label] (id)}
      <button class="tool" aria-pressed={part === id} onclick={() => (part = id)}>{label}</button>
    {/each}
  </PageHead>
  {#if part === 'recipes'}
    <Recipes />
  {:else}
    {#key part}
      <Items kind={part} onPlan={(id) => void navigate('/plans/:id', { params: { id } })} />
    {/key}
  {/if}
</main>

<style>
  main {
    padding: 22px 40px 40px;
    max-width: 1100px;
    margin: 0 auto;
  }

  main :global(.columns) {
    display: grid;
    grid-template-columns: 260px 1fr;
    gap: 26px;
    align-items: start;
  }

  main :global(nav) {
    display: grid;
    gap: 3px;
  }

  main :global(.entry) {
    text-align: left;
    padding: 5px 10px;
    border-radius: 3px;
    cursor: pointer;
  }

  main :global(.entry:hover) {
    background: var(--rule-soft);
  }

  main :global(.entry[aria-pressed='true']) {
    background: var(--accent-wash);
    outline: 1px solid var(--accent);
    outline-offset: -1px;
  }

  main :global(section) {
    background: var(--sheet);
    border: 1px solid var(--rule);
    border-radius: 4px;
    padding: 14px 16px;
  }
</style>

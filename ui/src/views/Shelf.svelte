<script lang="ts">
  import Items from '../lib/shelf/Items.svelte';
  import Recipes from '../lib/shelf/Recipes.svelte';
  import PageHead from '../lib/shell/PageHead.svelte';

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
      <Items kind={part} />
    {/key}
  {/if}
</main>

<style>
  main {
    padding: 22px 40px 40px;
    max-width: 1100px;
    margin: 0 auto;
  }
</style>

<script lang="ts">
  import type { Snippet } from 'svelte';

  interface Props {
    title: string;
    /** What the page is for, in a sentence. */
    note: string;
    /** Where the mark leads; nowhere on the start page. */
    home?: boolean;
    children?: Snippet;
  }

  let { title, note, home = false, children }: Props = $props();
</script>

{#snippet mark()}<img src="/mark.svg" alt="" width="34" height="34" />{/snippet}

<header>
  {#if home}
    <a href="/" title="All plans" aria-label="All plans">{@render mark()}</a>
  {:else}
    {@render mark()}
  {/if}
  <div>
    <h1>{title}</h1>
    <p>{note}</p>
  </div>
  {#if children}<span class="tools">{@render children()}</span>{/if}
</header>

<style>
  header {
    display: flex;
    align-items: center;
    gap: 12px;
    margin-bottom: 18px;
  }

  h1 {
    font-size: 22px;
    font-weight: 600;
    line-height: 1.1;
  }

  p {
    color: var(--ink-soft);
  }

  .tools {
    margin-left: auto;
    display: flex;
    gap: 12px;
  }
</style>

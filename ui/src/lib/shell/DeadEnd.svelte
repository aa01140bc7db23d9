<script lang="ts">
  import type { ApiProblem } from '../api/client';
  import PageHead from './PageHead.svelte';

  interface Props {
    problem: Pick<ApiProblem, 'place' | 'reason' | 'remedy'>;
  }

  let { problem }: Props = $props();
</script>

<svelte:head><title>Stratonomy</title></svelte:head>

<main>
  <PageHead title="Nothing to show here" note="Plans are kept on the start page." home />
  <p role="alert">
    <strong>{problem.place}:</strong>
    {problem.reason}
    {problem.remedy}
  </p>
  <a class="tool strong" href="/">All plans</a>
</main>

<style>
  main {
    max-width: 760px;
    margin: 0 auto;
    padding: 22px 40px 40px;
  }

  p {
    margin: 18px 0;
    padding: 8px 12px;
    background: var(--sheet);
    border: 1px solid var(--bad);
    border-left-width: 5px;
    border-radius: 3px;
  }
</style>

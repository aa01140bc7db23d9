<script lang="ts">
  import type { Belonging } from '../api/client';
  import Sheet from './Sheet.svelte';

  interface Props {
    question: Belonging | undefined;
    onAnswer: (files: File[], together: boolean) => void;
  }

  let { question = $bindable(), onAnswer }: Props = $props();

  function answer(together: boolean) {
    const files = question!.files;
    question = undefined;
    onAnswer(files, together);
  }
</script>

<Sheet
  bind:open={() => question !== undefined, (open) => !open && (question = undefined)}
  title="{question?.files.length ?? 0} files: one piece, or one each?"
>
  {#if question}
    <ul>
      {#each question.files as file (file.name)}<li>{file.name}</li>{/each}
    </ul>
    <p class="reason">{question.reason}</p>
    <p class="buttons">
      <button class="tool" class:strong={question.together} onclick={() => answer(true)}
        >One piece, on their common origin</button
      >
      <button class="tool" class:strong={!question.together} onclick={() => answer(false)}
        >A piece for each file</button
      >
    </p>
  {/if}
</Sheet>

<style>
  ul {
    max-height: 30vh;
    overflow: auto;
    padding-left: 18px;
    list-style: disc;
  }

  .reason {
    padding: 8px 0 12px;
  }

  .buttons {
    display: flex;
    gap: 8px;
  }
</style>

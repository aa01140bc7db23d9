<script lang="ts">
  import { client, data, type FieldView } from '../api/client';
  import { Attempts } from '../model/attempts.svelte';
  import { shows } from '../shell/shows';

  type Lines = Record<string, string>;

  interface Props {
    machine: string;
    /** Its columns say when lines are sent, and what they may name. */
    field: FieldView;
    own: Lines;
    attempts: Attempts;
    onSet: (change: (own: Lines) => Lines) => void;
  }

  let { machine, field, own, attempts, onSet }: Props = $props();

  let written = $state.raw<Lines>();

  $effect(() => {
    const path = { id: machine };
    void attempts.read(async () => {
      written = await data(
        client.GET('/api/shelf/items/machines/{id}/dialect', { params: { path } }),
      );
    });
  });

  /** What is the same as the dialect's is not one's own; what is refused stays to be mended. */
  function set(key: string, text: string | undefined) {
    onSet((own) => {
      const next = { ...own };
      delete next[key];
      if (text !== undefined && text !== written?.[key]) {
        next[key] = text;
      }
      return next;
    });
  }
</script>

<p class="soft">
  In place of the dialect's. After those at the start, for a change and for a pause the program
  states units, heat and place anew; those at the start have to home the machine.
</p>
{#each field.columns as part (part.key)}
  <details>
    <summary>
      {part.label}
      {#if part.key in own}<span class="own">own</span>{:else}<span class="soft">the dialect's</span
        >{/if}
    </summary>
    <textarea
      class="field num"
      rows="10"
      spellcheck="false"
      aria-label="Custom G-code: {part.label}"
      {@attach shows(own[part.key] ?? written?.[part.key] ?? '')}
      onchange={(e) => set(part.key, e.currentTarget.value)}></textarea>
    <div class="under">
      <span class="soft">{part.description}</span>
      {#if part.key in own}
        <button class="tool" onclick={() => set(part.key, undefined)}>Back to the dialect's</button>
      {/if}
    </div>
  </details>
{/each}

<style>
  summary {
    min-height: 28px;
    cursor: pointer;
  }

  .own {
    font-weight: 600;
    color: var(--accent);
  }

  textarea {
    width: 100%;
    resize: vertical;
    white-space: pre;
  }

  .under {
    display: flex;
    gap: 10px;
    align-items: start;
    padding-bottom: 8px;
    overflow-wrap: anywhere;
  }

  .under button {
    flex: none;
  }
</style>

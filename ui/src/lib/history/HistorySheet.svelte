<script lang="ts">
  import Back from '@lucide/svelte/icons/history';
  import { ApiProblem } from '../api/client';
  import type { PlanSession } from '../model/session.svelte';
  import ProblemNote from '../shell/ProblemNote.svelte';
  import Sheet from '../shell/Sheet.svelte';
  import { byDay, timeOf, type HistoryEntry } from './days';

  interface Props {
    session: PlanSession;
    open: boolean;
  }

  let { session, open = $bindable() }: Props = $props();

  let entries: HistoryEntry[] = $state.raw([]);
  /** Whether there are states from before those listed. */
  let more = $state(false);
  let problem: ApiProblem | undefined = $state.raw(undefined);
  const days = $derived(byDay(entries, new Date()));

  // An edit while the list is open belongs to it.
  $effect(() => {
    if (open && session.revision) {
      void load();
    }
  });

  async function load(before?: string) {
    try {
      const { states, goesOn } = await session.history(before);
      entries = before ? [...entries, ...states] : states;
      more = goesOn;
      problem = undefined;
    } catch (e) {
      problem = ApiProblem.from(e, 'the history');
    }
  }
</script>

<Sheet bind:open title="History" wide>
  <p class="soft">
    Every edit of this plan, the newest first. Going back is an edit too: nothing is lost, and undo
    takes it back.
  </p>
  {#if problem}<ProblemNote {problem} onClose={() => (problem = undefined)} />{/if}
  {#each days as day (day.name)}
    <h3 class="panel-title">{day.name}</h3>
    <ol>
      {#each day.entries as entry (entry.revision)}
        <li class={entry.standing.toLowerCase()}>
          <img
            src="/api/revisions/{entry.revision}/picture"
            alt=""
            width="72"
            height="46"
            loading="lazy"
          />
          <span class="num">{timeOf(entry)}</span>
          <span class="what">{entry.what}</span>
          {#if entry.standing === 'CURRENT'}
            <span class="standing here">Current state</span>
          {:else}
            {#if entry.standing === 'UNDONE'}<span class="standing soft">undone</span>{/if}
            <button
              class="tool"
              aria-label="Go back to: {entry.what}"
              onclick={() => session.goBackTo(entry.revision)}><Back size={14} />Go back</button
            >
          {/if}
        </li>
      {/each}
    </ol>
  {/each}
  {#if more}
    <button class="tool" onclick={() => load(entries.at(-1)!.made)}>Show earlier edits</button>
  {/if}
</Sheet>

<style>
  .soft {
    color: var(--ink-soft);
  }

  h3 {
    margin: 12px 0 2px;
  }

  li {
    display: grid;
    grid-template-columns: 72px 44px minmax(0, 1fr) auto auto;
    gap: 12px;
    align-items: center;
    min-height: 54px;
    padding: 3px 6px;
    border-bottom: 1px solid var(--rule-soft);
  }

  img {
    object-fit: contain;
    background: var(--paper);
  }

  .current {
    background: var(--accent-wash);
  }

  .undone :is(.what, .num) {
    color: var(--ink-soft);
  }

  .what {
    overflow-wrap: anywhere;
  }

  .standing {
    grid-column: 4;
  }

  .here {
    grid-column: 4 / span 2;
    font-weight: 600;
  }

  li button {
    grid-column: 5;
  }
</style>

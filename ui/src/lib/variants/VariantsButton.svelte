<script lang="ts">
  import CopyPlus from '@lucide/svelte/icons/copy-plus';
  import Trash from '@lucide/svelte/icons/trash-2';
  import { Popover, Portal } from '@skeletonlabs/skeleton-svelte';
  import { ApiProblem, client, data, type VariantView } from '../api/client';
  import type { PlanSession } from '../model/session.svelte';
  import RemovedNote from '../shell/RemovedNote.svelte';
  import { shows } from '../shell/shows';

  interface Props {
    session: PlanSession;
    onOpen: (plan: string) => void;
    onCompare: (plan: string, other: string) => void;
  }

  let { session, onOpen, onCompare }: Props = $props();

  const AIMS = {
    FEWEST_CHANGES: { label: 'Fewest changes', less: 'fewer changes of filament' },
    SHORTEST_TIME: { label: 'Shortest time', less: 'a shorter print' },
    LEAST_MATERIAL: { label: 'Least material', less: 'a lighter print' },
    ONE_AT_A_TIME: { label: 'One piece at a time', less: 'pieces printed one at a time' },
  } as const;
  type Aim = keyof typeof AIMS;

  /** What is being looked for. */
  let trying: Aim | undefined = $state();
  let found = $state('');

  let variants: VariantView[] = $state.raw([]);
  let name = $state('');
  /** What was removed last. */
  let removed: VariantView | undefined = $state.raw(undefined);
  const id = $derived(session.state.id);
  const own = $derived(variants.find((variant) => variant.id === id));
  const path = $derived({ params: { path: { id } } });

  $effect(() => {
    void load(id);
  });

  /** What is refused is said where all refusals of the plan are said. */
  async function attempt(work: () => Promise<void>) {
    try {
      await work();
    } catch (e) {
      session.problem = ApiProblem.from(e, 'the variant');
    }
  }

  function load(of: string) {
    return attempt(async () => {
      const all = await data(client.GET('/api/plans/{id}/variants', path));
      variants = of === id ? all : variants;
    });
  }

  function keep(event: SubmitEvent) {
    event.preventDefault();
    void attempt(async () => {
      await data(client.POST('/api/plans/{id}/variants', { ...path, body: { name } }));
      name = '';
      await load(id);
    });
  }

  /** Tries what may help, and opens what was found beside this plan. */
  function propose(aim: Aim) {
    void attempt(async () => {
      trying = aim;
      found = '';
      try {
        const proposal = await data(
          client.POST('/api/revisions/{revision}/proposals', {
            params: { path: { revision: session.resultRevision }, query: { aim } },
          }),
        );
        if (proposal.variant) {
          onCompare(id, proposal.variant.id);
        } else {
          found = `Nothing that was tried gives ${AIMS[aim].less}.`;
        }
      } finally {
        trying = undefined;
      }
    });
  }

  function remove(variant: VariantView) {
    void attempt(async () => {
      await data(client.DELETE('/api/plans/{id}', { params: { path: { id: variant.id } } }));
      removed = variant;
      await load(id);
    });
  }

  function putBack(variant: VariantView) {
    void attempt(async () => {
      await data(client.POST('/api/plans/{id}/restore', { params: { path: { id: variant.id } } }));
      removed = undefined;
      await load(id);
    });
  }

  function rename(to: string) {
    void attempt(async () => {
      variants = await data(client.PUT('/api/plans/{id}/variant', { ...path, body: { name: to } }));
    });
  }
</script>

<Popover positioning={{ placement: 'bottom-start' }}>
  <Popover.Trigger class="tool" title="Variants of this plan: keep its state, compare">
    <CopyPlus size={14} />
    {#if variants.length > 1}<span>{own?.name}</span>{/if}
    <span class="sr-only">Variants</span>
  </Popover.Trigger>
  <Portal>
    <Popover.Positioner class="z-50">
      <Popover.Content class="popover-sheet">
        <p class="panel-title">Variants</p>
        <ul aria-label="Variants of the plan">
          {#each variants as variant, i (variant.id)}
            <li>
              {#if variant.id === id}
                <input
                  class="field own"
                  aria-label="Name of this variant"
                  {@attach shows(variant.name)}
                  onchange={(e) => rename(e.currentTarget.value)}
                />
                <span class="soft">open</span>
              {:else}
                <button class="tool open" onclick={() => onOpen(variant.id)}>{variant.name}</button>
                <button
                  class="tool"
                  onclick={() => onCompare(id, variant.id)}
                  title="Both side by side">Compare</button
                >
                {#if i > 0}
                  <button
                    class="tool"
                    aria-label="Remove the variant {variant.name}"
                    onclick={() => remove(variant)}><Trash size={14} /></button
                  >
                {/if}
              {/if}
            </li>
          {/each}
        </ul>
        {#if removed}
          <div class="removed">
            <RemovedNote name={removed.name} onPutBack={() => putBack(removed!)} />
          </div>
        {/if}
        <form onsubmit={keep}>
          <input
            class="field"
            aria-label="Name of the kept state"
            placeholder="such as: fewer changes"
            bind:value={name}
          />
          <button class="tool" disabled={name.trim() === ''}>Keep the state</button>
        </form>
        <p class="soft hint">What is kept can be opened, edited apart, compared, and taken over.</p>
        <div class="proposals" role="group" aria-label="Propose a variant">
          {#each Object.entries(AIMS) as [aim, { label, less }] (aim)}
            <button
              class="tool"
              disabled={!session.result ||
                session.isStale ||
                trying !== undefined ||
                (aim === 'ONE_AT_A_TIME' && session.document.pieces.length < 2)}
              title="Try changes of the settings that may give {less}, compute each, and keep what helps as a variant"
              onclick={() => propose(aim as Aim)}>{label}</button
            >
          {/each}
        </div>
        <p class="soft hint" role="status">
          {#if trying}
            Computing what may give {AIMS[trying].less} …
          {:else}
            {found || 'Or have one proposed: changes that may help are tried, and compared.'}
          {/if}
        </p>
      </Popover.Content>
    </Popover.Positioner>
  </Portal>
</Popover>

<style>
  li,
  form {
    display: flex;
    gap: 6px;
    align-items: center;
    padding-top: 5px;
  }

  form {
    margin-top: 8px;
    border-top: 1px solid var(--rule-soft);
    padding-top: 9px;
  }

  .proposals {
    display: flex;
    flex-wrap: wrap;
    gap: 5px;
    margin-top: 9px;
    border-top: 1px solid var(--rule-soft);
    padding-top: 9px;
  }

  .own {
    font-weight: 600;
  }

  .open {
    flex: 1;
    justify-content: flex-start;
  }

  .hint {
    font-size: 12px;
    padding-top: 6px;
    max-width: 300px;
  }

  .removed {
    padding-top: 6px;
  }

  .soft {
    color: var(--ink-soft);
  }
</style>

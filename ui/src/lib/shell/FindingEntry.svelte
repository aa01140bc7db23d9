<script lang="ts">
  import { onDestroy } from 'svelte';
  import type { FindingView } from '../api/client';
  import { layerFromPlane, mm } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';

  interface Props {
    session: PlanSession;
    finding: FindingView;
  }

  let { session, finding }: Props = $props();

  let noting = $state(false);
  let note = $state('');

  const accepted = $derived(finding.accepted != null);
  const layer = $derived(
    finding.heightMm == null ? undefined : layerFromPlane(session.heights, finding.heightMm),
  );

  // An entry that goes away under the pointer is not left by it.
  onDestroy(() => (session.pointed = undefined));

  function go() {
    if (finding.heightMm != null) {
      session.goToHeight(finding.heightMm);
    }
    if (finding.piece) {
      const strata = session.piece(finding.piece)?.strata ?? [];
      const at = strata.find((s) => s.to > (finding.heightMm ?? 0)) ?? strata[0];
      session.select(finding.piece, at?.id ?? '');
    }
  }

  function accept(event: SubmitEvent) {
    event.preventDefault();
    noting = false;
    void session.accept(finding.id, note.trim());
  }
</script>

<article class={accepted ? 'accepted' : finding.severity}>
  <button
    class="go"
    onclick={go}
    onpointerenter={() => (session.pointed = layer)}
    onpointerleave={() => (session.pointed = undefined)}
  >
    <strong>{accepted ? 'accepted' : finding.severity}: {finding.title}</strong>
    {#if finding.heightMm != null}
      <span class="num">{mm(finding.heightMm)} · L{layer}</span>
    {/if}
  </button>
  {#if accepted}
    {#if finding.accepted}<p>“{finding.accepted}”</p>{/if}
    <button class="tool" onclick={() => session.accept(finding.id, undefined)}>Take it back</button>
  {:else}
    <p>{finding.reason}</p>
    {#each finding.remedies as remedy, i (remedy)}
      <button class="tool" onclick={() => session.applyRemedy(finding.id, i)}>{remedy}</button>
    {/each}
    {#if noting}
      <form onsubmit={accept}>
        <input
          class="field"
          aria-label="Why it is meant to be so"
          placeholder="why it is meant to be so"
          maxlength="500"
          {@attach (field) => field.focus()}
          bind:value={note}
        />
        <button class="tool">Accept</button>
      </form>
    {:else if finding.severity !== 'error'}
      <button class="tool" onclick={() => (noting = true)}>Accept …</button>
    {/if}
  {/if}
</article>

<style>
  article {
    border-left: 4px solid var(--rule);
    padding: 2px 0 4px 9px;
    margin-bottom: 9px;
  }

  article.error {
    border-color: var(--bad);
  }

  article.warning {
    border-color: var(--warn);
  }

  .go {
    display: flex;
    gap: 10px;
    width: 100%;
    justify-content: space-between;
    text-align: left;
    cursor: pointer;
  }

  .num {
    white-space: nowrap;
  }

  p {
    color: var(--ink-soft);
    margin: 3px 0 4px;
  }

  form {
    display: flex;
    gap: 6px;
    padding-top: 4px;
  }

  form input {
    flex: 1;
  }
</style>

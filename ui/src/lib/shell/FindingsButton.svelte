<script lang="ts">
  import Flag from '@lucide/svelte/icons/flag';
  import { Popover, Portal } from '@skeletonlabs/skeleton-svelte';
  import type { PlanSession } from '../model/session.svelte';
  import FindingEntry from './FindingEntry.svelte';

  interface Props {
    session: PlanSession;
  }

  let { session }: Props = $props();

  /** The worst come first. */
  const findings = $derived(session.result?.findings ?? []);
  const open = $derived(findings.filter((f) => f.accepted == null));
  const accepted = $derived(findings.filter((f) => !open.includes(f)));
  const worst = $derived(open[0]?.severity);
</script>

<Popover positioning={{ placement: 'bottom-end' }}>
  <Popover.Trigger class="tool" data-worst={worst ?? 'none'}>
    <Flag size={14} />
    {session.result === undefined
      ? 'Findings …'
      : open.length === 1
        ? '1 finding'
        : `${open.length} findings`}
  </Popover.Trigger>
  <Portal>
    <Popover.Positioner class="z-50">
      <Popover.Content class="findings">
        {#if session.result === undefined}
          <p>The plan is being computed; what is found appears here then.</p>
        {:else if open.length === 0}
          <p>
            {accepted.length === 0 ? 'Nothing found.' : 'Nothing else found.'} The plan can be printed
            as it is.
          </p>
        {/if}
        {#each [...open, ...accepted] as finding (finding.id)}
          <FindingEntry {session} {finding} />
        {/each}
      </Popover.Content>
    </Popover.Positioner>
  </Portal>
</Popover>

<style>
  :global(.tool[data-worst='error']) {
    border-color: var(--bad);
    color: var(--bad);
  }

  :global(.tool[data-worst='warning']) {
    border-color: var(--warn);
    color: var(--warn);
  }

  :global(.findings) {
    width: 400px;
    max-height: 70vh;
    overflow: auto;
    padding: 10px;
    background: var(--sheet);
    color: var(--ink);
    border: 1px solid var(--rule);
    border-radius: 4px;
    box-shadow: 0 8px 30px rgb(0 0 0 / 25%);
  }

  p {
    color: var(--ink-soft);
    margin: 3px 0 4px;
  }
</style>

<script lang="ts">
  import { ApiProblem, type ProgramView } from '../api/client';
  import type { PlanSession } from '../model/session.svelte';
  import ProblemNote from './ProblemNote.svelte';

  interface Props {
    session: PlanSession;
    /** Whether a program is being written. */
    writing?: boolean;
  }

  let { session, writing = $bindable(false) }: Props = $props();

  let program = $state.raw<ProgramView>();
  /** Whether the last program was not written because of errors. */
  let refused = $state(false);
  const errors = $derived(
    (session.result?.findings ?? []).filter((found) => found.severity === 'error'),
  );

  /** What can be done about the problem that is shown, besides closing it. */
  const help = $derived.by(() => {
    if (session.problem?.isStale) {
      return { label: 'Load', run: () => void session.reload() };
    }
    const despite = errors.map((found) => found.id);
    return refused ? { label: 'Write it all the same', run: () => void write(despite) } : undefined;
  });

  function address(written: ProgramView): string {
    return `/api/plans/${session.state.id}/programs/${written.id}`;
  }

  /**
   * Writes the program, and has the browser keep it.
   *
   * @param despite ids of errors that are accepted
   */
  export async function write(despite: string[] = []): Promise<void> {
    writing = true;
    close();
    try {
      program = await session.writeProgram(despite);
      const link = document.createElement('a');
      link.href = address(program);
      link.download = program.fileName;
      link.click();
    } catch (e) {
      const problem = ApiProblem.from(e, 'export');
      if (!problem.isCancelled) {
        session.problem = problem;
        refused = errors.length > 0;
      }
    }
    writing = false;
  }

  function close() {
    session.problem = undefined;
    program = undefined;
    refused = false;
  }
</script>

{#if session.problem}
  <div class="over">
    <ProblemNote problem={session.problem} onClose={close} action={help} />
  </div>
{:else if program}
  <div class="over written" role="status">
    <span>Written: <strong>{program.fileName}</strong></span>
    <span class="num">{(program.size / 1e6).toFixed(1)} MB</span>
    <a class="tool" href={address(program)} download>Download again</a>
    <button class="tool" onclick={close}>Close</button>
  </div>
{/if}

<style>
  .over {
    position: fixed;
    left: 50%;
    bottom: 60px;
    transform: translateX(-50%);
    z-index: 40;
  }

  .written {
    display: flex;
    gap: 12px;
    align-items: center;
    padding: 8px 12px;
    background: var(--sheet);
    border: 1px solid var(--accent);
    border-radius: 3px;
    box-shadow: 0 4px 16px rgb(0 0 0 / 18%);
    max-width: 92vw;
    white-space: nowrap;
  }

  .written strong {
    white-space: normal;
  }
</style>

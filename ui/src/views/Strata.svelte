<script lang="ts">
  import { ApiProblem } from '../lib/api/client';
  import Column from '../lib/column/Column.svelte';
  import ClockRibbon from '../lib/ledger/ClockRibbon.svelte';
  import LedgerSheet from '../lib/ledger/LedgerSheet.svelte';
  import { mm } from '../lib/model/heights';
  import { marked } from '../lib/model/landmarks';
  import { PlanSession } from '../lib/model/session.svelte';
  import CourseEditor from '../lib/rules/CourseEditor.svelte';
  import EqualParts from '../lib/rules/EqualParts.svelte';
  import HistorySheet from '../lib/history/HistorySheet.svelte';
  import PieceList from '../lib/pieces/PieceList.svelte';
  import Inspector from '../lib/rules/Inspector.svelte';
  import RuleSheet from '../lib/rules/RuleSheet.svelte';
  import ModelView from '../lib/scene/ModelView.svelte';
  import LayerSheet from '../lib/sheet/LayerSheet.svelte';
  import SampleSheet from '../lib/sheet/SampleSheet.svelte';
  import type { Command } from '../lib/shell/commands';
  import CommandSheet from '../lib/shell/CommandSheet.svelte';
  import { dropFiles } from '../lib/shell/dropFiles';
  import DeadEnd from '../lib/shell/DeadEnd.svelte';
  import Header from '../lib/shell/Header.svelte';
  import { isTyping, LEAP } from '../lib/shell/keys';
  import ImportQuestion from '../lib/shell/ImportQuestion.svelte';
  import KeysSheet from '../lib/shell/KeysSheet.svelte';
  import ProgramNote from '../lib/shell/ProgramNote.svelte';
  import { complainsTo } from '../lib/shell/typed';
  import { navigate, route } from '../router';

  let session: PlanSession | undefined = $state.raw(undefined);
  let failed: ApiProblem | undefined = $state.raw(undefined);
  let equalParts = $state(false);
  let keys = $state(false);
  let ledger = $state(false);
  let history = $state(false);
  let asking = $state(false);
  let middle: 'both' | 'model' | 'sheet' = $state('both');
  let program: ProgramNote | undefined = $state();
  let writing = $state(false);
  let finding = 0;

  complainsTo((problem) => {
    if (session) {
      session.problem = problem;
    }
  });

  $effect(() => {
    void open(route.getParams('/plans/:id').id);
  });

  async function open(id: string) {
    try {
      session = await PlanSession.open(id);
      failed = undefined;
    } catch (e) {
      failed = ApiProblem.from(e, 'the page');
    }
  }

  /** The manual stop at the level's plane, if there is one. */
  const stopHere = $derived.by(() =>
    session?.stops.find((stop) => Math.abs(stop.height - session!.plane) < 1e-3),
  );

  function divide() {
    const piece = session?.selected?.piece ?? session?.document.pieces[0]?.id;
    if (session?.selected?.part?.kind === 'plan') {
      void session.divide(undefined, session.plane);
    } else if (session && piece) {
      void session.divide(piece, session.plane);
    }
  }

  function toggleStop() {
    if (!session) {
      return;
    }
    const height = session.plane;
    if (stopHere) {
      void session.edit({ action: 'REMOVE_STOP', stop: stopHere.id });
    } else {
      void addStop(session, height);
    }
  }

  async function addStop(into: PlanSession, height: number) {
    const id = crypto.randomUUID();
    const done = await into.edit({ action: 'ADD_STOP', stop: { id, height, note: '' } });
    if (done) {
      into.selectStop(id);
    }
  }

  function step(direction: 1 | -1) {
    if (!session?.result) {
      return;
    }
    const layers = marked(session.result, session.heights);
    const at = session.layer;
    const next = direction > 0 ? layers.find((n) => n > at) : layers.findLast((n) => n < at);
    if (next) {
      session.goTo(next);
    }
  }

  function nextFinding() {
    const findings = (session?.result?.findings ?? []).filter((f) => f.heightMm != null);
    if (session && findings.length > 0) {
      session.goToHeight(findings[finding++ % findings.length]!.heightMm!);
    }
  }

  const commands: Command[] = $derived.by(() => {
    const plan = session;
    if (!plan) {
      return [];
    }
    const here = `L${plan.layer}, at ${mm(plan.plane)}`;
    return [
      { label: `Divide before ${here}`, key: 'd', run: divide },
      {
        label: stopHere ? `Take the stop before ${here} away` : `Stop before ${here}`,
        key: 'p',
        run: toggleStop,
      },
      { label: 'Equal parts …', run: () => (equalParts = true) },
      { label: 'Undo', key: 'Ctrl Z', run: () => void plan.undo() },
      { label: 'Redo', key: 'Ctrl Shift Z', run: () => void plan.redo() },
      { label: 'Next boundary or stop', key: '.', run: () => step(1) },
      { label: 'Previous boundary or stop', key: ',', run: () => step(-1) },
      { label: 'Next finding', key: 'f', run: nextFinding },
      { label: 'First layer', key: 'Home', run: () => plan.goTo(1) },
      { label: 'Last layer', key: 'End', run: () => plan.goTo(plan.heights.tops.length) },
      { label: 'Show model and layer sheet', run: () => (middle = 'both') },
      { label: 'Show the model alone', run: () => (middle = 'model') },
      { label: 'Show the layer sheet alone', run: () => (middle = 'sheet') },
      { label: 'Ledger of time and material', run: () => (ledger = true) },
      { label: 'History of edits', key: 'h', run: () => (history = true) },
      { label: 'Write the program', run: () => program?.write() },
      {
        label: 'Run sheet to print',
        run: () => window.location.assign(`/plans/${plan.state.id}/run`),
      },
      { label: 'All plans', run: () => window.location.assign('/') },
      { label: 'Keys', key: '?', run: () => (keys = true) },
    ];
  });

  function key(event: KeyboardEvent) {
    if (
      !session ||
      isTyping(event) ||
      keys ||
      ledger ||
      history ||
      asking ||
      equalParts ||
      session.courseTask
    ) {
      return;
    }
    const by = event.shiftKey ? LEAP : 1;
    const command = event.ctrlKey || event.metaKey;
    if (command && event.key.toLowerCase() === 'z') {
      void (event.shiftKey ? session.redo() : session.undo());
    } else if (command || event.altKey) {
      return;
    } else if (event.key === 'ArrowUp') {
      session.goTo(session.layer + by);
    } else if (event.key === 'ArrowDown') {
      session.goTo(session.layer - by);
    } else if (event.key === '/') {
      asking = true;
    } else {
      const named = commands.find(({ key }) => key === event.key);
      if (!named) {
        return;
      }
      named.run();
    }
    event.preventDefault();
  }
</script>

<svelte:window onkeydown={key} />
<svelte:head><title>{session?.document.name ?? 'Plan'} · Stratonomy</title></svelte:head>

{#if failed}
  <DeadEnd problem={failed} />
{:else if session}
  {#key session}
    <div
      class="view"
      use:dropFiles={{ onFiles: (files) => session!.drop(files) }}
      data-revision={session.resultRevision}
      data-stale={!session.isSettled}
    >
      <Header
        {session}
        {writing}
        onProgram={() => program?.write()}
        onKeys={() => (keys = true)}
        onLedger={() => (ledger = true)}
        onHistory={() => (history = true)}
        onOpen={(id) => void navigate('/plans/:id', { params: { id } })}
        onCompare={(id, other) =>
          void navigate('/plans/:id/compare/:other', { params: { id, other } })}
      />
      <div class="body">
        <section class="left" aria-label="Column">
          <div class="level-bar">
            <span class="where">
              <span class="panel-title">Level</span>
              <span class="num" data-testid="level"
                >{session.result ? `L${session.layer} · from ${mm(session.plane)}` : '…'}</span
              >
            </span>
            <button
              class="tool"
              onclick={divide}
              disabled={!session.result}
              title="Divide {session.selected?.part?.kind === 'plan'
                ? 'the whole plan'
                : (session.selectedPiece?.name ??
                  'the piece')} before layer {session.layer}, at {mm(session.plane)} (d)"
              >Divide here</button
            >
            <button
              class="tool"
              aria-pressed={stopHere !== undefined}
              disabled={!session.result || session.layer === 1}
              onclick={toggleStop}
              title="The machine waits before layer {session.layer}, at {mm(session.plane)} (p)"
              >{stopHere ? 'Stop is set' : 'Stop here'}</button
            >
          </div>
          <Column {session} />
        </section>
        <section class="middle" aria-label="Model and layer sheet">
          <div class="switch" role="group" aria-label="What the middle shows">
            {#each [['both', 'Both'], ['model', 'Model'], ['sheet', 'Layer sheet']] as const as [id, label] (id)}
              <button class="tool" aria-pressed={middle === id} onclick={() => (middle = id)}
                >{label}</button
              >
            {/each}
          </div>
          {#if middle !== 'sheet'}<div class="pane"><ModelView {session} /></div>{/if}
          {#if middle !== 'model'}<div class="pane"><LayerSheet {session} /></div>{/if}
        </section>
        <aside class="right">
          <SampleSheet {session} />
          <PieceList {session} />
          <Inspector {session} onEqualParts={() => (equalParts = true)} />
          <RuleSheet {session} />
        </aside>
      </div>
      <ClockRibbon {session} />
      <ProgramNote bind:this={program} {session} bind:writing />
    </div>
    <EqualParts {session} bind:open={equalParts} />
    <CourseEditor {session} />
    <ImportQuestion
      bind:question={session.question}
      onAnswer={(files, together) => session!.addFiles(files, together)}
    />
    <KeysSheet bind:open={keys} />
    <LedgerSheet {session} bind:open={ledger} />
    <HistorySheet {session} bind:open={history} />
    <CommandSheet {session} {commands} bind:open={asking} />
  {/key}
{:else}
  <p class="opening">Opening the plan …</p>
{/if}

<style>
  .view {
    display: grid;
    grid-template-rows: auto minmax(0, 1fr) auto;
    height: 100vh;
    overflow: hidden;
  }

  .body {
    display: grid;
    grid-template-columns: clamp(360px, 29vw, 460px) minmax(0, 1fr) clamp(340px, 27vw, 430px);
    min-height: 0;
  }

  .left {
    display: grid;
    grid-template-rows: auto minmax(0, 1fr);
    min-height: 0;
    border-right: 1px solid var(--rule);
    background: var(--sheet);
  }

  .level-bar {
    display: flex;
    gap: 6px;
    align-items: center;
    padding: 5px 8px;
    border-bottom: 1px solid var(--rule-soft);
  }

  .where {
    display: flex;
    gap: 7px;
    align-items: baseline;
    margin-right: auto;
    white-space: nowrap;
  }

  .middle {
    position: relative;
    display: flex;
    flex-direction: column;
    min-height: 0;
    min-width: 0;
  }

  .switch {
    display: flex;
    gap: 4px;
    padding: 5px 8px;
    border-bottom: 1px solid var(--rule-soft);
    background: var(--sheet);
  }

  .pane {
    flex: 1;
    min-height: 0;
  }

  .pane + .pane {
    border-top: 1px solid var(--rule);
  }

  .right {
    border-left: 1px solid var(--rule);
    background: var(--sheet);
    overflow: auto;
    min-height: 0;
  }

  .opening {
    display: grid;
    place-items: center;
    height: 60vh;
  }
</style>

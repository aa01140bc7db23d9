<script lang="ts">
  import FileText from '@lucide/svelte/icons/file-text';
  import Printer from '@lucide/svelte/icons/printer';
  import { ApiProblem } from '../lib/api/client';
  import {
    beginning,
    after,
    clockTime,
    fieldTime,
    firstSlot,
    keptStart,
    nextAt,
    tasks,
  } from '../lib/ledger/runSheet';
  import { strandGrams } from '../lib/ledger/strand';
  import { duration, mm, money } from '../lib/model/heights';
  import { pieceName } from '../lib/model/document';
  import { PlanSession } from '../lib/model/session.svelte';
  import DeadEnd from '../lib/shell/DeadEnd.svelte';
  import ProblemNote from '../lib/shell/ProblemNote.svelte';
  import { route } from '../router';

  let session = $state.raw<PlanSession>();
  let failed = $state.raw<ApiProblem>();
  let start = $state.raw(new Date());

  const plan = $derived(route.getParams('/plans/:id/run').id);
  const ledger = $derived(session?.result?.ledger);
  const rows = $derived(ledger ? tasks(ledger, start) : []);
  const first = $derived(ledger && firstSlot(ledger));
  const errors = $derived(
    (session?.result?.findings ?? []).filter((finding) => finding.severity === 'error'),
  );
  const customCode = $derived(
    (session?.result?.findings ?? []).filter((finding) => finding.id.startsWith('custom-code:')),
  );
  const grams = $derived(ledger?.slots.reduce((all, slot) => all + slot.massG, 0) ?? 0);
  const nozzles = $derived(
    [...new Set(session?.machine.nozzles.map((nozzle) => nozzle.diameterMm))].join(' and '),
  );
  const cost = $derived(ledger?.slots.reduce((all, slot) => all + slot.cost, 0) ?? 0);

  $effect(() => {
    void open(plan);
  });

  async function open(id: string) {
    try {
      session = await PlanSession.open(id);
      const kept = keptStart(id);
      start = kept ? nextAt(kept) : start;
    } catch (e) {
      failed = ApiProblem.from(e, 'the page');
    }
  }

  function setStart(text: string) {
    const at = new Date(text);
    if (!Number.isNaN(at.getTime())) {
      start = at;
    }
  }
</script>

<svelte:head><title>Run sheet · {session?.document.name ?? 'Plan'} · Stratonomy</title></svelte:head
>

{#if failed}
  <DeadEnd problem={failed} />
{:else}
  <main>
    <div class="bar">
      <a class="tool" href="/plans/{plan}">Back to the plan</a>
      <label
        >starts at
        <input
          class="field num"
          type="datetime-local"
          aria-label="Start of the print"
          value={fieldTime(start)}
          onchange={(e) => setStart(e.currentTarget.value)}
        /></label
      >
      {#if session && ledger}
        <a
          class="tool"
          href="/api/revisions/{session.resultRevision}/run-sheet.pdf?start={fieldTime(start)}"
          download><FileText size={14} />PDF</a
        >
      {/if}
      <button class="tool strong" onclick={() => window.print()}><Printer size={14} />Print</button>
    </div>
    {#if session?.problem}
      <ProblemNote problem={session.problem} onClose={() => (session!.problem = undefined)} />
    {/if}
    {#if session && ledger}
      <article data-testid="run-sheet">
        <header>
          <div>
            <h1>{session.document.name}</h1>
            <p>
              {session.machine.name}, nozzle {nozzles} mm ·
              {session.heights.tops.length} layers, {mm(session.heights.tops.at(-1) ?? 0)} high
            </p>
            <dl>
              <div>
                <dt>starts</dt>
                <dd class="num">{clockTime(start, new Date(0))}</dd>
              </div>
              <div>
                <dt>takes</dt>
                <dd class="num">{duration(ledger.seconds)}</dd>
              </div>
              <div>
                <dt>done</dt>
                <dd class="num">{clockTime(after(start, ledger.seconds), start)}</dd>
              </div>
              <div>
                <dt>operator</dt>
                <dd class="num">{rows.length} ×</dd>
              </div>
              <div>
                <dt>material</dt>
                <dd class="num">{grams.toFixed(1)} g, costs {money(cost, ledger.currency)}</dd>
              </div>
            </dl>
          </div>
          <img src="/api/revisions/{session.resultRevision}/picture" alt="Pieces of the plan" />
        </header>
        {#if errors.length > 0}
          <p class="errors">
            Not ready to print: {errors.map((finding) => finding.title).join('; ')}.
          </p>
        {/if}
        {#each customCode as finding (finding.id)}
          <p class="code">{finding.title}. {finding.reason}</p>
        {/each}
        <h2>Filaments</h2>
        <table>
          <thead>
            <tr
              ><th>slot</th><th>filament</th><th class="right">needed</th><th class="right"
                >length</th
              ><th class="right">nozzle</th><th class="right">bed</th><th></th></tr
            >
          </thead>
          <tbody>
            {#each ledger.slots as slot (slot.slot)}
              {@const filament = session.filament(slot.slot)}
              <tr>
                <td class="num">{slot.slot}</td>
                <td
                  ><span class="swatch" style:background={filament.colour}></span>
                  {filament.name} · {filament.material}
                  {#if filament.drying}<span class="said">dry it: {filament.drying}</span>{/if}</td
                >
                <td class="num right">{slot.massG.toFixed(1)} g</td>
                <td class="num right">{(slot.lengthMm / 1000).toFixed(2)} m</td>
                <td class="num right">{filament.nozzleC} °C</td>
                <td class="num right">{filament.bedC} °C</td>
                <td>
                  {#if session.changesByItself}
                    <span class="tick" aria-hidden="true"></span>
                    {session.machine.tools === 'several nozzles' ? 'on nozzle' : 'in slot'}
                    {slot.slot}
                  {:else if slot.slot === first}
                    <span class="tick" aria-hidden="true"></span> load before the start
                  {/if}
                </td>
              </tr>
            {/each}
          </tbody>
        </table>
        <h2>Changes and stops</h2>
        {#if rows.length === 0}
          <p>Nothing: the machine prints everything by itself.</p>
        {:else}
          <table>
            <thead>
              <tr
                ><th></th><th>at about</th><th>free until then</th><th>before</th><th>what to do</th
                ><th class="right">needed</th></tr
              >
            </thead>
            <tbody>
              {#each rows as { number, halt, at } (number)}
                {@const into = session.filament(halt.toSlot)}
                <tr>
                  <td
                    ><span class="tick" aria-hidden="true"></span>
                    <span class="num">{number}</span></td
                  >
                  <td class="num">{clockTime(at, start)}</td>
                  <td class="num">{duration(halt.freeSeconds)}</td>
                  <td class="num"
                    >L{halt.layer}, {mm(halt.heightMm)}{halt.piece
                      ? ` of ${pieceName(session.document, halt.piece)}`
                      : ''}{#each beginning(halt, session.result?.pieces ?? []) as name (name)}
                      <span class="said">{name}</span>{/each}</td
                  >
                  <td>
                    {#if halt.colourChange}
                      <span class="swatch" style:background={session.filament(halt.fromSlot).colour}
                      ></span>
                      {session.filament(halt.fromSlot).name} out,
                      <span class="swatch" style:background={into.colour}></span>
                      <strong>{into.name} in</strong>
                    {:else}
                      <strong>{halt.kinds.join(', ')}</strong>
                    {/if}
                    {#if halt.note}<span class="said">{halt.note}</span>{/if}
                  </td>
                  <td class="num right"
                    >{halt.colourChange
                      ? `${strandGrams(halt.strandMm, into).toFixed(1)} g`
                      : ''}</td
                  >
                </tr>
              {/each}
            </tbody>
          </table>
          <p class="soft">
            {#if first && !session.changesByItself}
              The first {session.filament(first).name} needs
              {strandGrams(ledger.startMm, session.filament(first)).toFixed(1)} g.
            {/if}
            “needed” counts until that filament is changed again. Times hold if each stop takes as long
            as planned; the clock starts with bed and nozzle cold.
          </p>
        {/if}
      </article>
    {:else}
      <p class="soft">Computing the print …</p>
    {/if}
  </main>
{/if}

<style>
  main {
    max-width: 900px;
    margin: 0 auto;
    padding: 16px 24px 40px;
  }

  .bar {
    display: flex;
    gap: 14px;
    align-items: center;
    padding-bottom: 12px;
  }

  .bar label {
    white-space: nowrap;
    display: flex;
    gap: 6px;
    align-items: center;
    margin-left: auto;
  }

  article {
    background: var(--sheet);
    border: 1px solid var(--rule);
    padding: 22px 26px;
  }

  header {
    display: flex;
    justify-content: space-between;
    gap: 20px;
    border-bottom: 1px solid var(--ink-soft);
    padding-bottom: 10px;
  }

  header img {
    width: 190px;
    height: 120px;
    object-fit: cover;
  }

  h1 {
    font-size: 22px;
    font-weight: 600;
  }

  h2 {
    font-weight: 600;
    padding: 14px 0 3px;
  }

  dl {
    display: flex;
    gap: 22px;
    padding-top: 10px;
  }

  dt {
    color: var(--ink-soft);
    font-size: 12px;
  }

  dd {
    font-weight: 600;
  }

  table {
    width: 100%;
    border-collapse: collapse;
  }

  th {
    text-align: left;
    font-size: 12px;
    font-weight: 600;
    color: var(--ink-soft);
  }

  td,
  th {
    padding: 4px 10px 4px 0;
    border-bottom: 1px solid var(--rule-soft);
    vertical-align: top;
  }

  .right {
    text-align: right;
  }

  .swatch {
    vertical-align: -2px;
  }

  .tick {
    display: inline-block;
    margin-right: 4px;
    width: 12px;
    height: 12px;
    border: 1px solid var(--ink);
    vertical-align: -2px;
  }

  .said {
    display: block;
  }

  .errors {
    border-left: 4px solid #a4262c;
    padding: 4px 10px;
    margin-top: 10px;
  }

  .code {
    border: 1px solid var(--rule);
    padding: 4px 10px;
    margin-top: 10px;
    overflow-wrap: anywhere;
  }

  p.soft {
    padding-top: 8px;
  }

  @media print {
    .bar {
      display: none;
    }

    main {
      max-width: none;
      padding: 0;
    }

    article {
      border: none;
      padding: 0;
      background: none;
      print-color-adjust: exact;
    }

    tr {
      break-inside: avoid;
    }
  }
</style>

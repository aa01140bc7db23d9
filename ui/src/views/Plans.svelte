<script lang="ts">
  import FilePlus from '@lucide/svelte/icons/file-plus-2';
  import Moon from '@lucide/svelte/icons/moon';
  import Sun from '@lucide/svelte/icons/sun';
  import Trash from '@lucide/svelte/icons/trash-2';
  import {
    belonging,
    client,
    data,
    sendFiles,
    type Belonging,
    type PlanSummary,
  } from '../lib/api/client';
  import { dropFiles } from '../lib/shell/dropFiles';
  import ImportQuestion from '../lib/shell/ImportQuestion.svelte';
  import PageHead from '../lib/shell/PageHead.svelte';
  import { Attempts } from '../lib/model/attempts.svelte';
  import RemovedNote from '../lib/shell/RemovedNote.svelte';
  import ProblemNote from '../lib/shell/ProblemNote.svelte';
  import ShapeButtons from '../lib/shapes/ShapeButtons.svelte';
  import ShapeSheet from '../lib/shapes/ShapeSheet.svelte';
  import type { Shape, ShapeForm } from '../lib/shapes/shapes';
  import { navigate } from '../router';
  import { matches } from './plans';
  import { currentMode, toggleMode } from '../theme/mode';

  /** So many plans are seen at a glance, without a search. */
  const FEW = 6;

  let plans: PlanSummary[] = $state.raw([]);
  let loaded = $state(false);
  const attempts = new Attempts('the page');
  let hovering = $state(false);
  let reading = $state('');
  let mode = $state(currentMode());
  let removed: PlanSummary | undefined = $state.raw(undefined);
  let question: Belonging | undefined = $state.raw(undefined);
  let shape: ShapeForm | undefined = $state.raw(undefined);
  /** Words that are looked for in plans. */
  let wanted = $state('');
  let picker: HTMLInputElement;

  load();

  async function load() {
    await attempts.read(async () => {
      plans = await data(client.GET('/api/plans'));
      loaded = true;
    });
  }

  async function drop(files: File[]) {
    await attempts.run(async () => {
      question = await belonging(files);
    });
    if (!question && !attempts.problem) {
      await create(files, false);
    }
  }

  async function create(files: File[], together: boolean) {
    reading = files.map((file) => file.name).join(', ');
    await attempts.run(async () => {
      const plan = await sendFiles(`/api/plans?together=${together}`, files);
      await navigate('/plans/:id', { params: { id: plan.id } });
    });
    reading = '';
  }

  async function make(body: Shape) {
    await attempts.run(async () => {
      const plan = await data(client.POST('/api/plans/shapes', { body }));
      await navigate('/plans/:id', { params: { id: plan.id } });
    }, 'the shape');
  }

  const found = $derived(plans.filter((plan) => matches(plan, wanted)));

  async function remove(plan: PlanSummary) {
    await attempts.run(async () => {
      await data(client.DELETE('/api/plans/{id}', { params: { path: { id: plan.id } } }));
      removed = plan;
    });
    await load();
  }

  async function putBack(plan: PlanSummary) {
    await attempts.run(async () => {
      await data(client.POST('/api/plans/{id}/restore', { params: { path: { id: plan.id } } }));
      removed = undefined;
    });
    await load();
  }

  function when(instant: string): string {
    return new Date(instant).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
  }
</script>

<svelte:head><title>Plans · Stratonomy</title></svelte:head>

<main
  class="page"
  use:dropFiles={{ onFiles: drop, onHover: (h: boolean) => (hovering = h) }}
  class:hovering
>
  <PageHead title="Stratonomy" note="Plan prints of several materials, layer by layer.">
    <a class="tool" href="/shelf" title="Machines, filaments, recipes">Shelf</a>
    <button
      class="tool"
      onclick={() => (mode = toggleMode())}
      aria-label={mode === 'dark' ? 'Light theme' : 'Dark theme'}
    >
      {#if mode === 'dark'}<Sun size={15} />{:else}<Moon size={15} />{/if}
    </button>
  </PageHead>

  {#if attempts.problem}
    <ProblemNote problem={attempts.problem} onClose={attempts.forget} />
  {/if}

  <div class="begin">
    <button class="drop" onclick={() => picker.click()}>
      <FilePlus size={30} strokeWidth={1.4} />
      {#if reading}
        <strong>Reading {reading} …</strong>
      {:else}
        <strong>Drop models here</strong>
        <span
          >STL, OBJ, 3MF, PLY and AMF files become the pieces of a new plan; a .strat file, or a
          program that carries its plan, is opened as a plan.</span
        >
        <span class="choose">or choose files</span>
      {/if}
    </button>
    <input
      bind:this={picker}
      type="file"
      multiple
      accept=".stl,.obj,.3mf,.ply,.amf,.strat,.gcode"
      hidden
      aria-label="Choose model files"
      onchange={() => drop([...(picker.files ?? [])])}
    />
    <section class="shapes" aria-labelledby="shapes">
      <h2 id="shapes">Start from a shape</h2>
      <p>No model yet? Give the sizes of a shape; it becomes a plan like any other.</p>
      <ShapeButtons onChoose={(form) => (shape = form)} />
    </section>
  </div>
  {#if plans.length > 0}
    <div class="list-head">
      <h2>Plans</h2>
      {#if plans.length > FEW}
        <input
          class="field"
          type="search"
          aria-label="Search plans"
          placeholder="Search by name, piece, machine or variant"
          bind:value={wanted}
        />
      {/if}
      {#if wanted.trim() !== ''}
        <span role="status">{found.length} of {plans.length}</span>
      {/if}
    </div>
  {/if}
  <div class="cards">
    {#each found as plan (plan.id)}
      <article class="plan">
        <a href="/plans/{plan.id}" aria-label="Open {plan.name}">
          <img src="/api/revisions/{plan.revision}/picture" alt="Pieces of {plan.name}" />
          <span class="name">{plan.name}</span>
        </a>
        <div class="line">
          <span>{plan.pieces.length === 1 ? '1 piece' : `${plan.pieces.length} pieces`}</span>
          <span>{plan.machine}</span>
          <span class="slots">
            {#each plan.colours as colour, i (i)}
              <span class="swatch" style:background={colour}></span>
            {/each}
          </span>
        </div>
        {#if plan.variants.length > 1}
          <ul class="line variants" aria-label="Variants of {plan.name}">
            <li aria-hidden="true">variants</li>
            {#each plan.variants as variant (variant.id)}
              <li>
                <a class="tool" href="/plans/{variant.id}" title="Open this variant"
                  >{variant.name}</a
                >
              </li>
            {/each}
          </ul>
        {/if}
        <div class="line">
          <span>changed {when(plan.updated)}</span>
          <button
            class="tool remove"
            onclick={() => remove(plan)}
            aria-label="Remove the plan {plan.name}"><Trash size={14} /></button
          >
        </div>
      </article>
    {/each}
  </div>
  {#if removed}
    <div class="removed">
      <RemovedNote name={removed.name} onPutBack={() => putBack(removed!)} />
    </div>
  {/if}
  {#if loaded && plans.length === 0}
    <p class="empty">There is no plan yet. Drop a model above to make the first one.</p>
  {/if}
</main>
<ShapeSheet bind:form={shape} action="Start a plan" onMake={make} />
<ImportQuestion bind:question onAnswer={create} />

<style>
  .page {
    min-height: 100%;
    padding: 22px 40px 40px;
    max-width: 1400px;
    margin: 0 auto;
  }

  .hovering .drop {
    border-color: var(--accent);
    background: var(--accent-wash);
  }

  .empty,
  .line {
    color: var(--ink-soft);
  }

  .cards {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(280px, 1fr));
    gap: 18px;
    margin-top: 14px;
  }

  .begin {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(400px, 1fr));
    gap: 18px;
  }

  .shapes {
    padding: 14px 18px;
    border: 1px solid var(--rule);
    border-radius: 4px;
    background: var(--sheet);
  }

  .shapes p {
    margin: 2px 0 10px;
    color: var(--ink-soft);
  }

  h2 {
    font-size: 15px;
    font-weight: 600;
  }

  .list-head {
    display: flex;
    gap: 14px;
    align-items: center;
    margin-top: 22px;
  }

  .list-head .field {
    width: 320px;
  }

  .drop {
    display: flex;
    flex-direction: column;
    align-items: center;
    justify-content: center;
    gap: 6px;
    min-height: 190px;
    padding: 20px;
    border: 2px dashed var(--rule);
    border-radius: 4px;
    color: var(--ink);
    cursor: pointer;
    text-align: center;
  }

  .drop:hover {
    border-color: var(--accent);
  }

  .drop strong {
    font-size: 15px;
  }

  .drop span {
    color: var(--ink-soft);
  }

  .drop .choose {
    color: var(--accent);
    text-decoration: underline;
  }

  .plan {
    background: var(--sheet);
    border: 1px solid var(--rule);
    border-radius: 4px;
    overflow: hidden;
    display: flex;
    flex-direction: column;
  }

  .plan:hover {
    border-color: var(--accent);
  }

  .plan a {
    display: block;
    color: var(--ink);
    text-decoration: none;
  }

  .plan img {
    width: 100%;
    aspect-ratio: 560 / 360;
    object-fit: contain;
    background: linear-gradient(var(--paper), var(--rule-soft));
  }

  .name {
    display: block;
    padding: 8px 12px 2px;
    font-weight: 600;
    font-size: 14.5px;
  }

  .line {
    display: flex;
    align-items: center;
    gap: 12px;
    padding: 2px 12px;
  }

  .variants {
    flex-wrap: wrap;
    gap: 4px 6px;
  }

  .line:last-child {
    padding-bottom: 8px;
  }

  .slots {
    display: flex;
    gap: 2px;
    margin-left: auto;
  }

  .remove {
    margin-left: auto;
    border-color: transparent;
    background: none;
    color: var(--ink-soft);
  }

  .removed {
    position: fixed;
    left: 50%;
    bottom: 24px;
    transform: translateX(-50%);
    padding: 8px 14px;
    background: var(--sheet);
    border: 1px solid var(--rule);
    border-radius: 3px;
    box-shadow: 0 4px 16px rgb(0 0 0 / 18%);
  }
</style>

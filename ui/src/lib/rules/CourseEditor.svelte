<script lang="ts">
  import Plus from '@lucide/svelte/icons/plus';
  import X from '@lucide/svelte/icons/x';
  import type { Course } from '../model/document';
  import type { PlanSession } from '../model/session.svelte';
  import Sheet from '../shell/Sheet.svelte';
  import { courseAt, courseProblem } from './course';

  interface Props {
    session: PlanSession;
  }

  let { session }: Props = $props();

  const WIDTH = 380;
  const HEIGHT = 96;

  const task = $derived(session.courseTask);
  let course: Course = $state({ steps: [] });

  $effect(() => {
    if (task) {
      course = structuredClone(task.course);
    }
  });

  const problem = $derived(task ? courseProblem(course, task.setting.min, task.setting.max) : '');
  /** The layers that the chart shows. */
  const last = $derived(Math.max(6, Math.ceil((course.steps.at(-1)?.layer ?? 1) * 1.25)));
  const values = $derived(course.steps.map((step) => step.value).filter(Number.isFinite));
  const low = $derived(Math.min(...values));
  const high = $derived(Math.max(...values));
  const line = $derived.by(() => {
    if (problem || course.steps.length === 0) {
      return '';
    }
    const y = (value: number) =>
      HEIGHT - 12 - (high > low ? (value - low) / (high - low) : 0.5) * (HEIGHT - 24);
    const points: string[] = [];
    for (let layer = 1; layer <= last; layer++) {
      const at = y(courseAt(course, layer)).toFixed(1);
      points.push(`${(((layer - 1) / last) * (WIDTH - 56)).toFixed(1)} ${at}`);
      points.push(`${((layer / last) * (WIDTH - 56)).toFixed(1)} ${at}`);
    }
    return `M${points.join('L')}`;
  });

  function add() {
    const before = course.steps.at(-1);
    course.steps.push({ layer: (before?.layer ?? 0) + 1, value: before?.value ?? 0 });
  }

  function done(event: SubmitEvent) {
    event.preventDefault();
    if (task && !problem) {
      task.onDone($state.snapshot(course));
      session.courseTask = undefined;
    }
  }
</script>

<Sheet
  bind:open={() => task !== undefined, (open) => !open && (session.courseTask = undefined)}
  title="{task?.setting.label ?? ''} over the layers"
>
  <form onsubmit={done}>
    <div class="row">
      <span>layers are counted from</span>
      <select class="field" aria-label="Where layers are counted from" bind:value={course.from}>
        <option value="piece">the bottom of the piece</option>
        <option value="stratum">the start of the stratum</option>
      </select>
    </div>
    <ol>
      {#each course.steps as step, i (i)}
        <li>
          <span class="soft">from layer</span>
          <input
            class="field num"
            type="number"
            min="1"
            aria-label="Layer of step {i + 1}"
            disabled={i === 0}
            bind:value={step.layer}
          />
          <input
            class="field num"
            type="number"
            step="any"
            aria-label="Value of step {i + 1}"
            bind:value={step.value}
          />
          <span class="soft">{task?.setting.unit}</span>
          {#if course.steps.length > 1 && i > 0}
            <button
              type="button"
              class="tool"
              aria-label="Remove step {i + 1}"
              onclick={() => course.steps.splice(i, 1)}><X size={13} /></button
            >
          {/if}
        </li>
      {/each}
    </ol>
    <div class="row">
      <button type="button" class="tool" onclick={add}><Plus size={13} />Step</button>
      {#if !task?.setting.whole}
        <label><input type="checkbox" bind:checked={course.ramp} /> change evenly in between</label>
      {/if}
    </div>
    <svg viewBox="0 0 {WIDTH} {HEIGHT + 14}" role="img" aria-label="The course as a line">
      <path class="axis" d="M0 {HEIGHT}H{WIDTH}" />
      <path class="line" d={line} />
      {#if !problem && values.length > 0}
        <text x={WIDTH} y="10" text-anchor="end">{high} {task?.setting.unit}</text>
        {#if high > low}
          <text x={WIDTH} y={HEIGHT - 3} text-anchor="end">{low} {task?.setting.unit}</text>
        {/if}
      {/if}
      <text x="0" y={HEIGHT + 12}>layer 1</text>
      <text x={WIDTH - 56} y={HEIGHT + 12} text-anchor="end">layer {last}</text>
    </svg>
    {#if problem}<p class="bad">{problem}</p>{/if}
    <button class="tool strong" disabled={problem !== ''}>Set the course</button>
  </form>
</Sheet>

<style>
  form,
  ol {
    display: grid;
    gap: 7px;
  }

  .row,
  li {
    display: flex;
    gap: 8px;
    align-items: center;
  }

  li .field {
    width: 76px;
  }

  .row .field {
    width: auto;
  }

  svg {
    width: 100%;
    border: 1px solid var(--rule-soft);
    border-radius: 3px;
    padding: 2px 6px;
  }

  .axis {
    stroke: var(--rule);
  }

  .line {
    stroke: var(--accent);
    stroke-width: 2;
    fill: none;
  }

  text,
  .soft {
    font-size: 12px;
    fill: var(--ink-soft);
    color: var(--ink-soft);
  }

  text {
    font-size: 10.5px;
  }

  .bad {
    color: var(--bad);
  }

  form > button {
    justify-self: start;
  }
</style>

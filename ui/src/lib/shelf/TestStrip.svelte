<script lang="ts">
  import { client, data, type MeltFit } from '../api/client';
  import { Attempts } from '../model/attempts.svelte';
  import ProblemNote from '../shell/ProblemNote.svelte';
  import { darkAndLight, type Item } from './itemFields';

  interface Props {
    machine: Item;
    filaments: readonly Item[];
    /** Called with the id of the plan of the strips. */
    onPlan: (id: string) => void;
    /** Called with what the nozzle holds, as fields of the machine. */
    onTake: (held: { meltMm3: number; plugMm3: number }) => void;
  }

  let { machine, filaments, onPlan, onTake }: Props = $props();

  const attempts = new Attempts('the test strip');
  // svelte-ignore state_referenced_locally
  const proposed = darkAndLight(filaments);
  let first = $state(proposed?.[0].id ?? '');
  let second = $state(proposed?.[1].id ?? '');
  let there = $state('');
  let back = $state('');
  let fit = $state.raw<MeltFit>();

  const name = (id: string) => filaments.find((f) => f.id === id)?.name ?? '';
  const tenth = (value: number) => Math.round(value * 10) / 10;

  function write() {
    void attempts.run(async () => {
      const query = { machine: machine.id, first, second };
      const plan = await data(client.POST('/api/shelf/strips', { params: { query } }));
      onPlan(plan.id);
    });
  }

  function read() {
    fit = undefined;
    if (there === '' || back === '') {
      return;
    }
    const number = (text: string) => Number(text.replace(',', '.'));
    const query = { first, second, thereMm: number(there), backMm: number(back) };
    void attempts.run(async () => {
      fit = await data(client.GET('/api/shelf/strips', { params: { query } }));
    });
  }
</script>

<fieldset aria-label="Test strip" class="strip">
  <legend>Test strip</legend>
  <p class="soft">
    Two strips, each printed right after a change, show what the nozzle holds, and so what a change
    has to purge.
  </p>
  <p>
    <span>from</span>
    <select class="field" aria-label="First filament" bind:value={first} onchange={read}>
      {#each filaments as f (f.id)}<option value={f.id}>{f.name}</option>{/each}
    </select>
    <span>to</span>
    <select class="field" aria-label="Second filament" bind:value={second} onchange={read}>
      {#each filaments as f (f.id)}<option value={f.id}>{f.name}</option>{/each}
    </select>
    <button class="tool" onclick={write} disabled={first === second}
      >Make a plan of the strips</button
    >
  </p>
  <p class="soft">
    On each printed strip, count from the end that has the other colour to where it is gone. The
    teeth stand 5 mm apart; every 50 mm is the longest one.
  </p>
  <p>
    <span>the strip in {name(second)} is clean at</span>
    <input
      class="field num"
      aria-label="Second filament clean at"
      bind:value={there}
      onchange={read}
    />
    <span>mm, the one in {name(first)} at</span>
    <input
      class="field num"
      aria-label="First filament clean at"
      bind:value={back}
      onchange={read}
    />
    <span>mm</span>
  </p>
  {#if attempts.problem}
    <ProblemNote problem={attempts.problem} onClose={attempts.forget} />
  {:else if fit}
    <p role="status">
      So <span class="num">{tenth(fit.meltMm3)} mm³</span> mix, after
      <span class="num">{tenth(fit.plugMm3)} mm³</span> that come out unmixed; that makes strips of
      <span class="num">{tenth(fit.thereMm)} mm</span> and
      <span class="num">{tenth(fit.backMm)} mm</span>.
      <button
        class="tool"
        onclick={() => onTake({ meltMm3: tenth(fit!.meltMm3), plugMm3: tenth(fit!.plugMm3) })}
        >Use that for {machine.name}</button
      >
    </p>
  {/if}
</fieldset>

<style>
  .strip {
    border-top: 1px solid var(--rule);
    padding-top: 6px;
  }

  legend {
    float: left;
    width: 100%;
    font-weight: 600;
  }

  p {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 8px;
    align-items: center;
    padding: 3px 0;
  }

  p.soft,
  p[role='status'] {
    display: block;
  }

  select {
    width: auto;
  }

  input {
    width: 64px;
    text-align: right;
  }
</style>

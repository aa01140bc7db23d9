<script lang="ts">
  import { type ChangeView } from '../api/client';
  import { mm } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';
  import NumberField from './NumberField.svelte';
  import { shows } from '../shell/shows';
  import { numberReader } from '../shell/typed';

  interface Props {
    session: PlanSession;
  }

  let { session }: Props = $props();

  const purging = $derived(session.result?.purging);
  const tower = $derived(purging?.tower);
  const slots = $derived(session.document.slots.map((_, i) => i + 1));
  let opened = $state.raw<{ from: number; to: number } | undefined>();
  const sum = $derived.by(() => opened && change(opened.from, opened.to));
  const read = numberReader();
  const into = $derived(session.setting('purgeInto'));
  /** It holds for the whole plan, so that any stratum knows it. */
  const destination = $derived(
    session.result?.pieces[0]?.strata[0]?.settings['purgeInto']?.value ?? 'tower',
  );
  const takes = $derived(session.setting('takesPurge'));
  const pieces = $derived(session.result?.pieces ?? []);
  function change(from: number, to: number): ChangeView | undefined {
    return purging?.changes.find((one) => one.from === from && one.to === to);
  }

  /** Puts the tower somewhere along one axis; where it stands along the other is kept. */
  function place(axis: 0 | 1, to: number) {
    void session.edit(() => {
      const at = session.document.purging?.tower ?? [tower!.x, tower!.y];
      return { action: 'PLACE_TOWER', at: axis === 0 ? [to, at[1]!] : [at[0]!, to] };
    });
  }

  function give(event: Event, from: number, to: number) {
    const input = event.currentTarget as HTMLInputElement;
    const isEmpty = input.value.trim() === '';
    const volume = isEmpty ? undefined : read('purging, mm³', input.value, 0);
    if (isEmpty || volume !== undefined) {
      void session.edit({ action: 'SET_PURGING', from, to, ...(isEmpty ? {} : { volume }) });
    } else {
      input.value = String(Math.round(change(from, to)?.volume ?? 0));
    }
  }

  function percent(share: number): string {
    return `${Number((100 * share).toPrecision(2))} %`;
  }
</script>

<section aria-label="Purging">
  <h3>Purging</h3>
  <div class="fields">
    <label class="field-label" for="purge-into" title={into.description}>into</label>
    <select
      id="purge-into"
      class="field"
      value={destination}
      onchange={(e) =>
        void session.edit({
          action: 'SET',
          where: {},
          setting: 'purgeInto',
          value: e.currentTarget.value,
        })}
    >
      {#each into.choices as choice (choice)}<option>{choice}</option>{/each}
    </select>
  </div>
  <p class="soft" title={takes.description}>May absorb purged filament:</p>
  {#each pieces as piece (piece.id)}
    <div class="fields">
      <label class="field-label" for="takes-{piece.id}">{piece.name}</label>
      <select
        id="takes-{piece.id}"
        class="field"
        value={piece.strata[0]?.settings['takesPurge']?.value ?? 'nothing'}
        onchange={(e) =>
          void session.edit({
            action: 'SET',
            where: { pieces: [piece.id] },
            setting: 'takesPurge',
            value: e.currentTarget.value,
          })}
      >
        {#each takes.choices as choice (choice)}<option>{choice}</option>{/each}
      </select>
    </div>
  {/each}
  {#if tower}
    <div class="fields">
      <span class="field-label" title="What is purged goes into it, up to the last change"
        >tower</span
      >
      <NumberField label="Tower X" value={tower.x} onSet={(x) => place(0, x)} />
      <NumberField label="Tower Y" value={tower.y} onSet={(y) => place(1, y)} />
      <span class="soft">X Y, mm</span>
    </div>
    <p class="soft">
      {tower.side.toFixed(1)} × {tower.side.toFixed(1)} mm, up to {mm(tower.height)}.
      {#if tower.given}
        <button class="link" onclick={() => session.edit({ action: 'PLACE_TOWER' })}
          >Beside the pieces</button
        >
      {/if}
    </p>
  {:else}
    <p class="soft">No tower: no filament changes, or what is purged goes elsewhere.</p>
  {/if}
  <table>
    <caption class="soft">mm³ at a change from the row to the column</caption>
    <thead>
      <tr>
        <td></td>
        {#each slots as to (to)}
          <th scope="col" title="To slot {to}: {session.filament(to).name}">
            <span class="swatch" style:background={session.filament(to).colour}></span>{to}
          </th>
        {/each}
      </tr>
    </thead>
    <tbody>
      {#each slots as from (from)}
        <tr>
          <th scope="row" title="From slot {from}: {session.filament(from).name}">
            <span class="swatch" style:background={session.filament(from).colour}></span>{from}
          </th>
          {#each slots as to (to)}
            {@const one = change(from, to)}
            <td>
              {#if one}
                <input
                  class="field num"
                  class:given={one.given}
                  inputmode="decimal"
                  autocomplete="off"
                  aria-label="Purged from slot {from} to slot {to}, mm³"
                  {@attach shows(Math.round(one.volume))}
                  onfocus={() => (opened = { from, to })}
                  onchange={(e) => give(e, from, to)}
                  onkeydown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
                />
              {/if}
            </td>
          {/each}
        </tr>
      {/each}
    </tbody>
  </table>
  {#if sum}
    <p class="sum" role="status">
      {session.filament(sum.from).name} → {session.filament(sum.to).name}:
      {#if sum.mixes}
        <span class="num"
          >{#if sum.plug > 0}{sum.plug} mm³ +{/if}
          {sum.melt} mm³ × ln(1 / {percent(sum.shareLeft)}) = {Math.round(sum.computed)} mm³</span
        >, because {sum.byMaterial
          ? `of ${session.filament(sum.from).material} no more may be left in ${session.filament(sum.to).material}`
          : 'so little of the one is not seen in the other'}.
      {:else}
        nothing mixes, as each has a nozzle of its own; one that waited pushes out
        <span class="num">{Math.round(sum.computed)} mm³</span>.
      {/if}
      {#if sum.given}
        The plan gives {Math.round(sum.volume)} mm³.
        <button
          class="link"
          onclick={() => session.edit({ action: 'SET_PURGING', from: sum.from, to: sum.to })}
          >Take the sum</button
        >
      {/if}
      Made {sum.count}
      {sum.count === 1 ? 'time' : 'times'}.
    </p>
  {/if}
  <p class="soft">
    In all <span class="num">{Math.round(purging?.total ?? 0).toLocaleString('en')} mm³</span
    >{destination === 'nothing' ? ' are wanted; nothing is purged.' : '.'}
  </p>
</section>

<style>
  section {
    border-bottom: 1px solid var(--rule-soft);
    padding-bottom: 6px;
    margin-bottom: 6px;
  }

  h3 {
    font-weight: 600;
    padding-bottom: 2px;
  }

  .link {
    color: var(--accent);
    text-decoration: underline;
    cursor: pointer;
  }

  table {
    display: block;
    overflow-x: auto;
    padding: 3px 0;
    border-spacing: 3px;
    border-collapse: separate;
  }

  caption {
    text-align: left;
    white-space: nowrap;
  }

  th {
    font-weight: 400;
    padding: 1px 4px;
    white-space: nowrap;
  }

  .swatch {
    margin-right: 4px;
  }

  td .field {
    width: 50px;
    text-align: right;
  }

  .given {
    border-color: var(--accent);
    background: var(--accent-wash);
    font-weight: 600;
  }

  .sum {
    font-size: 12px;
    padding: 2px 0;
  }
</style>

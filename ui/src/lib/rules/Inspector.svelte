<script lang="ts">
  import ChevronDown from '@lucide/svelte/icons/chevron-down';
  import { darker, textOn } from '../model/colours';
  import { mm, parseHeight } from '../model/heights';
  import { ApiProblem } from '../api/client';
  import type { PlanSession } from '../model/session.svelte';
  import SettingField from './SettingField.svelte';

  interface Props {
    session: PlanSession;
    onEqualParts: () => void;
  }

  let { session, onEqualParts }: Props = $props();

  /** What planners set most, in this order; the rest is folded away by its groups. */
  const MAIN = [
    'nozzleTemperature',
    'layerHeight',
    'fan',
    'outerWallSpeed',
    'infillSpeed',
    'walls',
    'topLayers',
    'bottomLayers',
    'infillDensity',
  ];

  let all = $state(false);

  const piece = $derived(session.selectedPiece);
  const stratum = $derived(session.selectedStratum);
  const place = $derived(
    piece && stratum ? { pieces: [piece.id], strata: [stratum.number] } : undefined,
  );
  const shown = $derived(
    all
      ? session.shelf.settings.filter((s) => s.id !== 'filament' && s.scope !== 'plan')
      : MAIN.map((id) => session.setting(id)),
  );
  const slot = $derived(stratum ? session.slotOf(stratum) : 1);

  function isOwn(rule: number): boolean {
    const where = session.rules[rule]?.where;
    return (
      where !== undefined &&
      where.pieces?.join() === place?.pieces.join() &&
      where.strata?.join() === place?.strata.join()
    );
  }

  function source(setting: string): { text: string; own: boolean } {
    const rule = stratum?.settings[setting]?.rule ?? -1;
    if (rule < 0) {
      return { text: 'default', own: false };
    }
    return { text: isOwn(rule) ? 'here' : `rule ${rule + 1}`, own: isOwn(rule) };
  }

  function set(setting: string, value: string) {
    void session.edit({ action: 'SET', ...place, setting, value });
  }

  function moveBoundary(event: Event, from: number) {
    const input = event.currentTarget as HTMLInputElement;
    const to = parseHeight(session.heights, input.value);
    if (typeof to === 'string') {
      session.problem = new ApiProblem(
        0,
        '',
        'the boundary',
        to,
        'Type millimetres such as 4.2, or a layer such as L22.',
      );
      input.value = mm(from);
    } else if (Math.abs(to - from) > 1e-6) {
      void session
        .edit({ action: 'MOVE_BOUNDARY', piece: piece!.id, height: from, to })
        .then((done) => !done && (input.value = mm(from)));
    } else {
      input.value = mm(from);
    }
  }
</script>

{#if piece && stratum}
  {@const colour = session.filament(slot).colour}
  <section class="inspector" aria-label="Selected stratum">
    <header
      style:background={colour}
      style:color={textOn(colour)}
      style:border-color={darker(colour)}
    >
      <strong>{piece.name} · stratum {stratum.number}</strong>
      <span class="num">of {piece.strata.length}</span>
    </header>
    <div class="span">
      <label>
        <span>top</span>
        {#if stratum.number < piece.strata.length}
          <input
            class="field num"
            aria-label="Top of the stratum"
            value={mm(stratum.to)}
            onchange={(e) => moveBoundary(e, stratum.to)}
          />
        {:else}
          <output class="num">{mm(stratum.to)}</output>
        {/if}
        <span class="num soft">top of L{stratum.lastLayer}</span>
      </label>
      <label>
        <span>bottom</span>
        {#if stratum.number > 1}
          <input
            class="field num"
            aria-label="Bottom of the stratum"
            value={mm(stratum.from)}
            onchange={(e) => moveBoundary(e, stratum.from)}
          />
        {:else}
          <output class="num">{mm(stratum.from)}</output>
        {/if}
        <span class="num soft">bottom of L{stratum.firstLayer}</span>
      </label>
      <p class="num soft sum">
        {stratum.layerCount} layers{stratum.layerCount > 1 ? ` of ${mm(stratum.layerHeight)}` : ''}, {mm(
          stratum.to - stratum.from,
        )} high
      </p>
      <p class="buttons">
        <button class="tool" onclick={onEqualParts} title="Divide a span into equal parts"
          >Equal parts …</button
        >
        {#if stratum.number > 1}
          <button
            class="tool"
            onclick={() => session.edit({ action: 'JOIN', piece: piece.id, height: stratum.from })}
            title="Removes the boundary at {mm(stratum.from)}">Join with below</button
          >
        {/if}
      </p>
    </div>
    <div class="slots" role="radiogroup" aria-label="Filament of the stratum">
      <span class="label" title={session.setting('filament').description}>Filament</span>
      {#each session.document.slots as id, i (i)}
        {@const filament = session.filament(i + 1)}
        <button
          role="radio"
          aria-checked={slot === i + 1}
          aria-label="Slot {i + 1}: {filament.name}"
          title="Slot {i + 1}: {filament.name}, {filament.material}"
          style:background={filament.colour}
          style:color={textOn(filament.colour)}
          data-filament={id}
          onclick={() => set('filament', String(i + 1))}>{i + 1}</button
        >
      {/each}
      <span class="soft">{session.filament(slot).name}</span>
    </div>
    {#each shown as setting, i (setting.id)}
      {#if all && setting.group !== shown[i - 1]?.group}
        <h4>{setting.group}</h4>
      {/if}
      {@const from = source(setting.id)}
      <SettingField
        {setting}
        value={stratum.settings[setting.id]?.value ?? ''}
        source={from.text}
        own={from.own}
        onSet={(value) => set(setting.id, value)}
        onClear={() => session.edit({ action: 'CLEAR', ...place, setting: setting.id })}
      />
    {/each}
    <button class="tool more" aria-pressed={all} onclick={() => (all = !all)}>
      <ChevronDown size={14} />{all ? 'Fewer settings' : 'All settings'}
    </button>
  </section>
{:else}
  <p class="soft pad">Select a stratum in the column to see and change what holds in it.</p>
{/if}

<style>
  .inspector {
    padding: 8px 10px 10px;
  }

  header {
    display: flex;
    justify-content: space-between;
    padding: 4px 8px;
    border: 1px solid;
    border-radius: 3px;
  }

  .span {
    padding: 6px 0;
    border-bottom: 1px solid var(--rule-soft);
    margin-bottom: 6px;
  }

  .span label {
    display: grid;
    grid-template-columns: 60px 92px 1fr;
    align-items: center;
    gap: 6px;
    min-height: 28px;
  }

  .span output {
    padding: 0 7px;
  }

  .sum {
    padding-left: 66px;
  }

  .buttons {
    display: flex;
    gap: 6px;
    padding-top: 5px;
  }

  .slots {
    display: flex;
    align-items: center;
    gap: 4px;
    padding: 2px 0 5px;
    flex-wrap: wrap;
  }

  .slots .label {
    width: 66px;
  }

  .slots button {
    width: 25px;
    height: 25px;
    border: 1px solid var(--ink-soft);
    border-radius: 3px;
    font-size: 11.5px;
    cursor: pointer;
  }

  .slots button[aria-checked='true'] {
    box-shadow:
      0 0 0 2px var(--sheet),
      0 0 0 4px var(--accent);
    margin: 0 3px;
  }

  .soft {
    color: var(--ink-soft);
  }

  .pad {
    padding: 14px;
  }

  h4 {
    margin-top: 8px;
    color: var(--ink-soft);
    font-size: 12px;
    font-weight: 600;
  }

  .more {
    margin-top: 6px;
  }
</style>

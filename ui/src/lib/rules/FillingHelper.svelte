<script lang="ts">
  import { client, data, type FillingView } from '../api/client';
  import { mm } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';
  import { levelAt, opened } from './filling';
  import NumberField from './NumberField.svelte';

  interface Props {
    session: PlanSession;
    /** Of the stop, mm. */
    height: number;
    onMove: (height: number) => void;
  }

  let { session, height, onMove }: Props = $props();

  const WIDTH = 300;
  const HEIGHT = 74;

  /** What one needs to reach in or to pour, mm. */
  let opening = $state(20);
  /** Of the filling as it is poured, g/cm³. */
  let density = $state(1.5);
  let chosen = $state('');
  /** How the piece is printed around the stop. */
  let hollow = $state(false);
  let withoutFan = $state(3);
  let fillings: FillingView[] = $state.raw([]);
  let known = $state(false);

  const filling = $derived(
    fillings.find((f) => f.piece === chosen) ??
      fillings.find((f) => levelAt(f, height)) ??
      fillings[0],
  );
  const here = $derived(filling && levelAt(filling, height));
  const line = $derived(filling && opened(filling, WIDTH, HEIGHT));

  $effect(() => {
    void load(session.resultRevision, opening);
  });

  async function load(revision: string, least: number) {
    const found = await data(
      client.GET('/api/revisions/{revision}/fillings', {
        params: { path: { revision }, query: { opening: least } },
      }),
    ).catch(() => []);
    if (revision === session.resultRevision && least === opening) {
      fillings = found;
      known = true;
    }
  }

  function setRules() {
    void session.edit({
      action: 'FILL',
      piece: filling!.piece,
      filling: { layer: here!.layer, hollow, withoutFan },
    });
  }

  function x(z: number): number {
    const levels = filling!.levels;
    const from = levels[0]!.heightMm;
    const to = levels.at(-1)!.heightMm;
    return ((z - from) / Math.max(1e-9, to - from)) * WIDTH;
  }
</script>

<div class="helper">
  {#if filling}
    <div class="line">
      <span>hollow of</span>
      {#if fillings.length > 1}
        <select class="field" aria-label="Piece with a hollow" bind:value={chosen}>
          <option value="">{session.piece(filling.piece)?.name}</option>
          {#each fillings.filter((f) => f !== filling) as f (f.piece)}
            <option value={f.piece}>{session.piece(f.piece)?.name}</option>
          {/each}
        </select>
      {:else}
        <strong>{session.piece(filling.piece)?.name}</strong>
      {/if}
    </div>
    <svg viewBox="0 0 {WIDTH} {HEIGHT + 14}" role="img" aria-label="Opening over the height">
      <path class="area" d={line} />
      <line class="stop" x1={x(height)} x2={x(height)} y1="0" y2={HEIGHT} />
      <text x="0" y={HEIGHT + 11}>{mm(filling.levels[0]!.heightMm)}</text>
      <text x={WIDTH} y={HEIGHT + 11} text-anchor="end">{mm(filling.levels.at(-1)!.heightMm)}</text>
      <text x={WIDTH} y="9" text-anchor="end"
        >opening, up to {Math.max(...filling.levels.map((l) => l.openingMm)).toFixed(0)} mm</text
      >
    </svg>
    {#if here}
      <p class="num" data-testid="filling">
        opening {here.openingMm.toFixed(1)} mm · {(here.volumeMm3 / 1000).toFixed(1)} cm³ below ·
        {((here.volumeMm3 / 1000) * density).toFixed(0)} g
      </p>
      <p class="soft">
        {#if here.bridgeMm == null}
          Closed from here on, lines would hang free: there is nothing to bridge from.
        {:else if here.bridgeMm === 0}
          From here on it closes without a bridge, or stays open.
        {:else}
          Longest bridge that closes it: {here.bridgeMm.toFixed(1)} mm.
        {/if}
      </p>
    {:else}
      <p class="soft">The stop lies outside of this hollow.</p>
    {/if}
    <div class="line">
      <span>needs</span>
      <NumberField label="Opening that is needed" value={opening} onSet={(v) => (opening = v)} />
      <span class="soft">mm wide;</span>
      <NumberField label="Bulk density" value={density} onSet={(v) => (density = v)} />
      <span class="soft">g/cm³</span>
    </div>
    {#if filling.proposedMm == null}
      <p class="soft">It is nowhere wide enough.</p>
    {:else if Math.abs(filling.proposedMm - height) > 1e-3}
      <button class="tool" onclick={() => onMove(filling!.proposedMm!)}
        >Stop at {mm(filling.proposedMm)} instead</button
      >
      <p class="soft">{filling.reason}</p>
    {:else}
      <p class="soft">This is the proposed height. {filling.reason}</p>
    {/if}
    {#if here}
      <div class="line">
        <span>below it</span>
        <label><input type="checkbox" bind:checked={hollow} /> neither infill nor lid</label>
      </div>
      <div class="line">
        <span>after it</span>
        <NumberField
          label="Layers without fan"
          value={withoutFan}
          onSet={(v) => (withoutFan = Math.max(0, Math.round(v)))}
        />
        <span class="soft">layers without fan</span>
        <button class="tool" onclick={setRules}>Set these rules</button>
      </div>
    {/if}
  {:else if known}
    <p class="soft">No piece has a hollow to fill.</p>
  {/if}
</div>

<style>
  .helper {
    border-top: 1px solid var(--rule-soft);
    border-bottom: 1px solid var(--rule-soft);
    margin: 5px 0;
    padding: 4px 0;
  }

  .line {
    display: flex;
    align-items: center;
    gap: 6px;
    min-height: 29px;
  }

  .line > span:first-child {
    width: 70px;
    flex: none;
  }

  svg {
    display: block;
    width: 100%;
  }

  .area {
    fill: var(--rule-soft);
    stroke: var(--ink-soft);
  }

  .stop {
    stroke: var(--accent);
    stroke-width: 2;
  }

  text {
    font-size: 10px;
    fill: var(--ink-soft);
  }

  p {
    padding: 2px 0;
  }
</style>

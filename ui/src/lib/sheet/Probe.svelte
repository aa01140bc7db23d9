<script lang="ts">
  import { strokeValue, type LayerPaths } from '../api/layer';
  import { machineY } from '../model/belt';
  import { layerTop } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';
  import { said } from './measure';
  import { bleedOf, type StrokeHit } from './strokes';

  interface Props {
    session: PlanSession;
    paths: LayerPaths;
    /** A place in the layer, mm, and the stroke that covers it. */
    hit: { x: number; y: number; stroke?: StrokeHit };
    /** What can be done here. */
    hint: string;
    /** Whether something stands below. */
    raised: boolean;
  }

  let { session, paths, hit, hint, raised }: Props = $props();

  /** The pointer rests if it stays at a place for so long, ms. */
  const REST_MS = 150;

  /** Which rule gives the line its filament, once the pointer rests. */
  let reason = $state('');

  $effect(() => {
    const { x, y: at, stroke } = hit;
    const n = session.layer;
    reason = '';
    if (!stroke) {
      return;
    }
    let resting = true;
    const timer = window.setTimeout(async () => {
      const rows = await session.ask.sample({ x, y: at, setting: 'filament' }).catch(() => []);
      const here = rows.find((row) => row.firstLayer <= n && n <= row.lastLayer);
      if (resting && here) {
        reason =
          here.cause || (here.rule ? `by rule ${session.ruleNumber(here.rule)}` : 'by default');
      }
    }, REST_MS);
    return () => {
      resting = false;
      window.clearTimeout(timer);
    };
  });

  /** At full speed. */
  const seconds = $derived(
    hit.stroke ? hit.stroke.lengthMm / strokeValue(paths, hit.stroke.stroke, 'speed') : 0,
  );
  const y = $derived(machineY(session.machine, hit.y, layerTop(session.heights, session.layer)));
</script>

<div class="probe" class:raised>
  <span class="num">X {hit.x.toFixed(1)} Y {y.toFixed(1)} mm</span>
  {#if hit.stroke}
    {@const i = hit.stroke.stroke}
    <strong>{session.shelf.roles[strokeValue(paths, i, 'role')]}</strong>
    <span class="swatch" style:background={session.filament(strokeValue(paths, i, 'slot')).colour}
    ></span>
    {session.filament(strokeValue(paths, i, 'slot')).name}
    {reason}
    {#if bleedOf(paths, i) > 0}
      <span>begins with {(100 * bleedOf(paths, i)).toFixed(0)} % of what was before</span>
    {/if}
    <span class="num"
      >{said('width', paths, i)} wide · {hit.stroke.lengthMm.toFixed(1)} mm long · {said(
        'speed',
        paths,
        i,
      )}, {seconds.toFixed(1)} s at least · {said('flow', paths, i)} · {said(
        'temperature',
        paths,
        i,
      )} · fan {said('fan', paths, i)}</span
    >
  {/if}
  <span class="soft">{hint}</span>
</div>

<style>
  .probe {
    position: absolute;
    left: 8px;
    bottom: 6px;
    max-width: calc(100% - 16px);
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
    padding: 2px 8px;
    background: var(--sheet);
    border: 1px solid var(--rule);
    border-radius: 3px;
    font-size: 12px;
    pointer-events: none;
  }

  .raised {
    bottom: 44px;
  }

  .soft {
    color: var(--ink-soft);
  }
</style>

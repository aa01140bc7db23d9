<script lang="ts">
  import Layers from '@lucide/svelte/icons/layers-2';
  import Route from '@lucide/svelte/icons/route';
  import RulerIcon from '@lucide/svelte/icons/ruler';
  import { untrack } from 'svelte';
  import { strokeValue, valuesOf, type LayerPaths } from '../api/layer';
  import { tiltOf } from '../model/belt';
  import { between, layerTop } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';
  import { drawsInSoftware } from '../scene/graphics';
  import { isTyping } from '../shell/keys';
  import { breath } from '../shell/spareTime';
  import ColourChoice from './ColourChoice.svelte';
  import { onBed, type Drawing, type Size, type View } from './draw';
  import { extentOf } from './extent';
  import { LayerPictures } from './layerPictures';
  import { lookAhead, lookAtPointed } from './lookAhead';
  import { isMeasure, measured, rangeOf } from './measure';
  import { drawBed, drawHead, drawOutline, drawRuler, drawSpot, drawStops } from './overlays';
  import HaltList from './HaltList.svelte';
  import { PanZoom } from './panZoom.svelte';
  import PlayBar from './PlayBar.svelte';
  import Probe from './Probe.svelte';
  import { Ruler, snapped } from './ruler.svelte';
  import RulerNote from './RulerNote.svelte';
  import SheetLegend from './SheetLegend.svelte';
  import { strokeAt } from './strokes';
  import { TowerDrag } from './towerDrag.svelte';

  interface Props {
    session: PlanSession;
  }

  let { session }: Props = $props();

  const pictures = new LayerPictures();

  /** How the sheet was drawn last. */
  let drawn: { size: Size; drawing: Drawing } | undefined;

  let canvas: HTMLCanvasElement;
  let width = $state(0);
  let height = $state(0);
  let paths: LayerPaths | undefined = $state.raw(undefined);
  let below: LayerPaths | undefined = $state.raw(undefined);
  let shown = $state('');
  const part = new PanZoom();
  const look = untrack(() => session.look);
  let playing = $state(false);
  /** How many lines are shown while they are played, from the first; a layer begins with all. */
  let until = $derived.by(() => paths?.strokes ?? 0);
  let pointer: { x: number; y: number } | undefined = $state.raw(undefined);
  let panning = false;
  /** Ends of what is measured take hold of a line this near, pixels. */
  const SNAP_PX = 7;

  /** A press that moves less than this is a click, pixels. */
  const CLICK_PX = 4;

  const ruler = new Ruler();
  let pressed = { x: 0, y: 0 };
  const tower = untrack(() => new TowerDrag(session));
  let asked = '';

  const isTilted = $derived(tiltOf(session.machine) > 0);
  const layerMm = $derived(session.result ? layerTop(session.heights, session.layer) : 0);
  const extent = $derived.by(() => {
    const pieces = session.result?.pieces ?? [];
    const boxes = pieces.length > 0 ? [...pieces, ...session.towerBounds] : [];
    return extentOf(boxes, session.machine, layerMm);
  });
  const view: View = $derived(part.view(width, height, extent, isTilted));
  const hit = $derived.by(() => {
    if (!pointer || !paths) {
      return undefined;
    }
    const { x, y } = onBed(view, pointer);
    return { x, y, paths, stroke: strokeAt(paths, x, y, playing ? until : undefined) };
  });
  /** Outline of the shown rule, or of the selected region, in the layer: both ends of each line, mm. */
  let outline: Float32Array | undefined = $state.raw(undefined);

  const halts = $derived(
    (session.result?.ledger.halts ?? []).filter((halt) => halt.layer === session.layer),
  );
  const range = $derived(
    paths && isMeasure(look.colourBy) ? rangeOf(measured(look.colourBy, paths)) : undefined,
  );
  const rolesHere = $derived.by(() => {
    const here = paths ? valuesOf(paths, 'role') : new Set();
    return session.shelf.roles.filter((_, i) => here.has(i));
  });

  $effect(() => {
    if (session.result) {
      void load(session.layer, session.resultRevision);
    }
  });

  $effect(() => {
    look.until = playing ? until : undefined;
    return () => (look.until = undefined);
  });

  /** What is computed ahead of the rest, if it is of this place. */
  $effect(() => {
    const preview = session.preview;
    if (preview?.revision === session.revision && preview.height === session.plane) {
      paths = preview.paths;
    }
  });

  /** The layer comes first; the one below it is not waited for where it is not drawn yet. */
  async function load(n: number, revision: string) {
    const isCurrent = () => n === session.layer && revision === session.resultRevision;
    const isAtHand = n > 1 && session.layers.has(n - 1);
    try {
      const here = await session.layers.get(n);
      const under = isAtHand ? await session.layers.get(n - 1) : undefined;
      const isDrawn =
        under !== undefined &&
        drawn !== undefined &&
        pictures.hasBelow(under, drawn.size, drawn.drawing);
      if (isCurrent()) {
        paths = here;
        below = isDrawn ? under : undefined;
        shown = `${revision}/${n}`;
      }
      await breath();
      if (isCurrent() && n > 1 && !isDrawn) {
        const later = await session.layers.get(n - 1);
        below = isCurrent() ? later : below;
      }
    } catch {
      // What is shown stays until another layer is looked at.
    }
  }

  $effect(() => {
    const region = session.selectedRegion;
    const rule = session.shownRule;
    if (session.isStale) {
      return;
    }
    if (!session.selected || !session.result || !(region || rule)) {
      outline = undefined;
      return;
    }
    const key = `${session.resultRevision}/${session.plane}/${rule?.id ?? region!.id}`;
    asked = key;
    const lines = rule
      ? session.ask.ruleContours(rule.id, session.plane)
      : session.ask.regionContours(session.selected.piece, region!.id, session.plane);
    lines.then(
      (found) => (outline = asked === key ? found : outline),
      () => (outline = undefined),
    );
  });

  $effect(() => {
    const ctx = canvas.getContext('2d', { willReadFrequently: drawsInSoftware() });
    if (!ctx || width === 0) {
      return;
    }
    const ratio = Math.min(2, window.devicePixelRatio);
    canvas.width = width * ratio;
    canvas.height = height * ratio;
    ctx.scale(ratio, ratio);
    const style = getComputedStyle(canvas);
    const colour = (name: string) => style.getPropertyValue(name);
    drawBed(ctx, view, session.machine, layerMm, {
      line: colour('--rule-soft'),
      edge: colour('--ink-soft'),
    });
    const drawing: Drawing = {
      view,
      roles: session.shelf.roles,
      colourBy: look.colourBy,
      slotColour: (slot: number) => session.filament(slot).colour,
      travels: look.travels,
      travelColour: colour('--accent'),
      hiddenRoles: look.hidden,
    };
    const size = { width, height, ratio };
    drawn = { size, drawing };
    if (below && look.below) {
      pictures.drawBelow(ctx, below, size, drawing);
    }
    if (paths) {
      pictures.draw(ctx, paths, size, playing ? { ...drawing, until } : drawing);
      if (playing) {
        drawHead(ctx, paths, until, view, colour('--accent'));
      }
      drawStops(ctx, halts, paths, below, view, colour('--accent'));
    }
    const moved = tower.outline();
    if (moved) {
      drawOutline(ctx, moved, view, colour('--accent'));
    }
    if (outline) {
      drawOutline(ctx, outline, view, colour('--accent'));
    }
    if (ruler.from) {
      drawRuler(ctx, ruler.from, ruler.to, view, colour('--accent'));
    }
    if (session.sampled) {
      drawSpot(ctx, session.sampled, view, colour('--accent'));
    }
    const n = untrack(() => session.layer);
    const isWhole = shown.endsWith(`/${n}`) && (n === 1 || below !== undefined);
    // Over a belt each layer is seen from elsewhere, so that its picture is of no use ahead.
    const preparing = isTilted
      ? undefined
      : {
          layer: (ahead: LayerPaths) => pictures.prepare(ahead, size, drawing),
          below: (ahead: LayerPaths) => pictures.prepareBelow(ahead, size, drawing),
        };
    return playing || !isWhole ? undefined : lookAhead(session, n, preparing);
  });

  /** Draws the layer that may be gone to next while the pointer is still on its way to the click. */
  $effect(() =>
    playing || isTilted
      ? undefined
      : lookAtPointed(session, (ahead) => {
          if (drawn) {
            pictures.prepare(ahead, drawn.size, drawn.drawing);
          }
        }),
  );

  function sampleHere() {
    if (hit) {
      const setting = session.sampled?.setting ?? 'filament';
      session.sampled = { x: hit.x, y: hit.y, setting };
    }
  }

  function key(event: KeyboardEvent) {
    if (event.key === 'Escape') {
      ruler.clear();
    }
    if (event.key === 's' && pointer && !isTyping(event) && !event.ctrlKey && !event.metaKey) {
      sampleHere();
    }
  }

  function wheel(event: WheelEvent) {
    event.preventDefault();
    const box = canvas.getBoundingClientRect();
    part.zoomAbout(
      event.deltaY < 0 ? 1.2 : 1 / 1.2,
      event.clientX - box.left - width / 2,
      event.clientY - box.top - height / 2,
    );
  }

  function move(event: PointerEvent) {
    if (panning) {
      part.pan(event.movementX, event.movementY);
    }
    const box = canvas.getBoundingClientRect();
    pointer = { x: event.clientX - box.left, y: event.clientY - box.top };
    if (tower.at) {
      tower.move(onBed(view, pointer).x, onBed(view, pointer).y);
    } else if (ruler.on) {
      ruler.follow(markAt(pointer));
    }
  }

  function grip(event: PointerEvent) {
    const box = canvas.getBoundingClientRect();
    const at = onBed(view, { x: event.clientX - box.left, y: event.clientY - box.top });
    pressed = { x: event.clientX, y: event.clientY };
    panning = !tower.start(at.x, at.y);
    canvas.setPointerCapture(event.pointerId);
  }

  function release(event: PointerEvent) {
    panning = false;
    tower.drop();
    const still = Math.hypot(event.clientX - pressed.x, event.clientY - pressed.y) < CLICK_PX;
    if (still && ruler.on && pointer) {
      ruler.mark(markAt(pointer));
    }
  }

  /** A place of the canvas, or the middle of a line near it, mm. */
  function markAt(at: { x: number; y: number }) {
    return snapped(paths, onBed(view, at), SNAP_PX / view.scale);
  }
</script>

<svelte:window onkeydown={key} />

<div class="sheet" bind:clientWidth={width} bind:clientHeight={height} data-shown={shown}>
  <canvas
    bind:this={canvas}
    aria-label="Toolpaths of layer {session.layer}, seen from above"
    style:width="{width}px"
    style:height="{height}px"
    onwheel={wheel}
    style:cursor={hit && tower.isOn(hit.x, hit.y) ? 'move' : undefined}
    onpointerdown={grip}
    onpointerup={release}
    onpointermove={move}
    onpointerleave={() => (pointer = undefined)}
    ondblclick={() => ruler.on || sampleHere()}
  ></canvas>
  <div class="top">
    <div class="caption">
      <span class="panel-title">Layer sheet</span>
      {#if session.result}
        <span class="num"
          >L{session.layer}{width < 620 ? '' : ` of ${session.heights.tops.length}`}, {between(
            session.plane,
            layerTop(session.heights, session.layer),
          )}</span
        >
      {/if}
      <span class="tools">
        <ColourChoice {look} label="Colour the lines by" />
        <button
          class="tool"
          aria-pressed={look.travels}
          onclick={() => (look.travels = !look.travels)}
          title="Travel moves (dashed where retracted) and outer-wall seams">Travel</button
        >
        <button
          class="tool pictured"
          aria-label="Layer below"
          aria-pressed={look.below}
          onclick={() => (look.below = !look.below)}
          title="The layer below, faint"><Layers size={15} aria-hidden="true" /></button
        >
        <button
          class="tool pictured"
          aria-label="In order"
          aria-pressed={playing}
          onclick={() => (playing = !playing)}
          title="Follow the lines of this layer in their order"
          ><Route size={15} aria-hidden="true" /></button
        >
        <button
          class="tool pictured"
          aria-label="Measure"
          aria-pressed={ruler.on}
          onclick={() => ruler.toggle()}
          title="Measure between two places: click both; ends take hold of the middle of lines"
          ><RulerIcon size={15} aria-hidden="true" /></button
        >
        <button class="tool" onclick={() => part.fit()}>Fit</button>
      </span>
    </div>
    {#if ruler.on && !ruler.measured}
      <p class="ask" role="status">Click {ruler.from ? 'the other place' : 'the first place'}.</p>
    {/if}
    <HaltList {session} {halts} />
  </div>
  <RulerNote {ruler} {view} {width} />
  {#if paths}
    <SheetLegend
      colourBy={look.colourBy}
      {range}
      where="in this layer"
      roles={rolesHere}
      hidden={look.hidden}
    />
    {#if playing}
      <PlayBar
        {paths}
        bind:until
        role={(i) => session.shelf.roles[strokeValue(paths!, i, 'role')]!}
      />
    {/if}
  {/if}
  {#if hit}
    {@const drawTower = tower.isOn(hit.x, hit.y) ? 'draw the tower where you want it · ' : ''}
    <Probe
      {session}
      paths={hit.paths}
      {hit}
      hint="{drawTower}double click or s: sample"
      raised={playing}
    />
  {/if}
</div>

<style>
  .sheet {
    position: relative;
    height: 100%;
    min-height: 0;
    overflow: hidden;
    background: var(--sheet);
  }

  canvas {
    position: absolute;
    inset: 0;
    touch-action: none;
    cursor: crosshair;
  }

  .top {
    position: absolute;
    left: 8px;
    right: 8px;
    top: 5px;
    display: flex;
    flex-direction: column;
    align-items: flex-start;
    gap: 4px;
    pointer-events: none;
  }

  .caption {
    align-self: stretch;
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 2px 8px;
    white-space: nowrap;
    pointer-events: none;
  }

  .caption > span:not(.tools) {
    background: var(--sheet);
    box-shadow: 0 0 0 3px var(--sheet);
  }

  .tools {
    margin-left: auto;
    display: flex;
    gap: 3px;
    pointer-events: auto;
  }

  .ask {
    padding: 1px 7px;
    border: 1px solid var(--accent);
    border-radius: 3px;
    background: var(--sheet);
    font-size: 12px;
  }
</style>

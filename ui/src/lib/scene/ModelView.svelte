<script lang="ts">
  import Down from '@lucide/svelte/icons/arrow-down-to-line';
  import { onMount, untrack } from 'svelte';
  import { Matrix4, Quaternion, Vector3 } from 'three';
  import { layerTop, mm } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';
  import { geometry, modelOrigin, placementMatrix } from './meshes';
  import { FROM_ABOVE, OBLIQUE, PlanScene, type Pick } from './PlanScene';
  import { drawsInSoftware } from './graphics';
  import ColourChoice from '../sheet/ColourChoice.svelte';
  import ModelLines from './ModelLines.svelte';
  import { handled, movePiece, moveRegion, resizeRegion } from './handling';
  import { isBrush } from './marker';
  import { PatchBrush } from './patchBrush.svelte';

  interface Props {
    session: PlanSession;
  }

  let { session }: Props = $props();

  const HINTS = {
    move: 'Drag the arrows: red X, green Y, blue Z.',
    size: 'Drag the cubes: red X, green Y, blue Z.',
    turn: 'Drag the rings: red about X, green about Y, blue about Z.',
    lay: 'Click the face that is to lie on the bed.',
  } as const;

  /** A press that moves less than this is a click, pixels. */
  const CLICK_PX = 4;

  let canvas: HTMLCanvasElement;
  let width = $state(0);
  let height = $state(0);
  const style = untrack(() => session.look);
  let scene: PlanScene | undefined = $state.raw(undefined);
  /** Diagonal of what the camera was set up for, mm. */
  let lookedAt = 0;
  /** From the coordinates of each piece's model to the machine's. */
  // eslint-disable-next-line svelte/prefer-svelte-reactivity -- read on clicks only
  const matrices = new Map<string, Matrix4>();
  /** The middle of the bottom of each piece's model, in its coordinates. */
  // eslint-disable-next-line svelte/prefer-svelte-reactivity -- read on clicks only
  const origins = new Map<string, Vector3>();
  /** From where all pieces were looked at last. */
  let side = OBLIQUE;
  let failed = $state('');
  let shown = $state('');

  onMount(() => {
    try {
      scene = new PlanScene(canvas, !drawsInSoftware());
    } catch {
      failed = 'This browser cannot draw in 3D (WebGL is off). All other views work.';
      return;
    }
    return () => scene?.dispose();
  });

  // The same machine is the same bed, whatever else of the plan changes.
  const machine = $derived(session.machine);

  $effect(() => {
    scene?.setBed(machine, document.documentElement.dataset['mode'] === 'dark');
  });

  $effect(() => {
    scene?.resize(width, height);
    // A view that the user has not turned fits the pane whatever its shape.
    if (scene && lookedAt > 0 && !scene.isTurned) {
      untrack(() => look());
    }
  });

  $effect(() => {
    if (scene && session.result) {
      scene.setLevel(layerTop(session.heights, session.layer));
    }
  });

  $effect(() => {
    const into = scene;
    const revision = session.resultRevision;
    if (into && session.result) {
      // Not when the plan changes: until its result is there, the last one is shown.
      untrack(() => void show(into, revision));
    }
  });

  $effect(() => {
    const into = scene;
    if (into && session.result && !session.isStale) {
      void showRegions(
        into,
        session.resultRevision,
        session.selectedRegion?.id,
        session.shownRule?.id,
      );
    }
  });

  /** Regions as their contours, the selected one, and where the shown rule holds, in the accent. */
  async function showRegions(
    into: PlanScene,
    revision: string,
    chosen: string | undefined,
    rule: string | undefined,
  ) {
    const shown = session.document.pieces.flatMap((piece) =>
      (session.pieceDocument(piece.id)?.regions ?? [])
        .filter((region) => !region.patch)
        .map((region) => ({ piece, region })),
    );
    const held = rule === undefined ? [] : [session.ask.ruleContours(rule)];
    const ofRule = (await Promise.all(held).catch(() => [])).map((ends) => ({
      ends,
      chosen: true,
    }));
    const lines = await Promise.all(
      shown.map(({ piece, region }) =>
        session.ask.regionContours(piece.id, region.id).catch(() => new Float32Array()),
      ),
    );
    const isWanted =
      revision === session.resultRevision &&
      chosen === session.selectedRegion?.id &&
      rule === session.shownRule?.id;
    if (isWanted) {
      const ofRegions = lines.map((ends, i) => ({
        ends,
        chosen: shown[i]!.region.id === chosen && shown[i]!.piece.id === session.selected?.piece,
      }));
      into.setContours([...ofRegions, ...ofRule]);
    }
  }

  async function show(into: PlanScene, revision: string) {
    const pieces = session.result!.pieces;
    const document = session.document;
    const shapes = await Promise.all(
      document.pieces.map((piece) =>
        Promise.all(piece.bodies.map((body) => geometry(session.state.id, body.mesh))),
      ),
    );
    if (revision !== session.resultRevision) {
      return;
    }
    into.clearPieces();
    document.pieces.forEach((piece, p) => {
      const view = pieces.find((v) => v.id === piece.id);
      if (!view) {
        return;
      }
      const shifts = session.pieceDocument(piece.id)!.bodies.map((body) => body.shift ?? [0, 0, 0]);
      const matrix = into.tilt
        .clone()
        .multiply(placementMatrix(piece.placement, shapes[p]!, shifts, view.min));
      matrices.set(piece.id, matrix);
      origins.set(piece.id, modelOrigin(shapes[p]!, shifts));
      shapes[p]!.forEach((shape, b) => {
        const bands = (view.meshes[b]?.bands ?? []).map(({ to, slot }) => ({
          to,
          colour: session.filament(slot).colour,
        }));
        const [dx, dy, dz] = shifts[b] as [number, number, number];
        const own = matrix.clone().multiply(new Matrix4().makeTranslation(dx, dy, dz));
        into.addPiece(piece.id, piece.bodies[b]!.id, shape, own, bands);
      });
    });
    into.setTower(session.result!.purging.tower);
    const size = diagonal();
    if (pieces.length > 0 && (size > 1.6 * lookedAt || size < lookedAt / 1.6)) {
      look();
      lookedAt = size;
    }
    shown = revision;
    brush.show();
  }

  const brush = untrack(() => new PatchBrush(session, () => scene));
  let pressed: { x: number; y: number } | undefined;

  $effect(() => {
    void shown;
    brush.show();
  });

  function pick(event: PointerEvent): Pick | undefined {
    const box = canvas.getBoundingClientRect();
    return scene?.pick(
      ((event.clientX - box.left) / box.width) * 2 - 1,
      1 - ((event.clientY - box.top) / box.height) * 2,
      session.handling === 'lay',
    );
  }

  function pointerDown(event: PointerEvent) {
    if (event.button !== 0) {
      return;
    }
    pressed = { x: event.clientX, y: event.clientY };
    const hit = session.marking && session.selectedRegion?.patch ? pick(event) : undefined;
    if (hit) {
      scene!.setTurning(false);
      brush.begin(hit);
    }
  }

  function pointerMove(event: PointerEvent) {
    const hit = brush.isDrawing && isBrush(session.marking) ? pick(event) : undefined;
    if (hit) {
      brush.move(hit);
    }
  }

  async function pointerUp(event: PointerEvent) {
    const still =
      pressed && Math.hypot(event.clientX - pressed.x, event.clientY - pressed.y) < CLICK_PX;
    pressed = undefined;
    if (brush.isDrawing) {
      scene?.setTurning(true);
      await brush.end();
    } else if (still && !scene?.handles.isHeld) {
      select(event);
    }
  }

  const held = $derived(handled(session));

  /** From places of regions, counted from the middle of the model's bottom, to the machine. */
  function regionMatrix(piece: string): Matrix4 | undefined {
    const matrix = matrices.get(piece);
    const origin = origins.get(piece);
    return matrix && origin
      ? matrix.clone().multiply(new Matrix4().makeTranslation(origin))
      : undefined;
  }

  $effect(() => {
    void shown;
    const into = scene;
    const what = held;
    if (!into || !what) {
      into?.handles.show(undefined);
      return;
    }
    const { piece, region } = what;
    const matrix = region && regionMatrix(piece);
    if (region && matrix) {
      const at = new Vector3(...(region.at as [number, number, number])).applyMatrix4(matrix);
      const turn = new Quaternion();
      const scale = new Vector3();
      matrix.decompose(new Vector3(), turn, scale);
      into.handles.show({
        mode: session.handling === 'size' ? 'scale' : 'translate',
        at: at.toArray(),
        of: { turn, size: region.size.map((mm, axis) => mm * scale.toArray()[axis]!) },
        onDone: (change) =>
          change.scale.some((factor) => factor !== 1)
            ? resizeRegion(session, piece, region.id, change.scale)
            : moveRegion(
                session,
                piece,
                region.id,
                at.clone().add(new Vector3(...change.way)),
                matrix,
              ),
      });
    } else {
      const view = session.piece(piece)!;
      into.handles.show({
        mode: session.handling === 'turn' ? 'rotate' : 'translate',
        at: new Vector3(...view.min.map((low, axis) => (low + view.max[axis]!) / 2))
          .applyMatrix4(into.tilt)
          .toArray(),
        of: piece,
        onDone: (change) => movePiece(session, piece, change.way, change.turn),
      });
    }
  });

  /** Selects the body that was clicked, or the piece if it has only one. */
  function select(event: PointerEvent) {
    const hit = pick(event);
    if (hit && session.handling === 'lay') {
      session.handling = undefined;
      void session.edit({ action: 'LAY_DOWN', piece: hit.piece, normal: [...hit.normal] });
    } else if (hit && !session.handling) {
      const several = (session.pieceDocument(hit.piece)?.bodies.length ?? 0) > 1;
      session.selectPart(
        hit.piece,
        several ? { kind: 'body', id: hit.body } : { kind: 'piece', id: hit.piece },
      );
    }
  }

  function corner(of: 'min' | 'max'): number[] {
    const boxes = [...(session.result?.pieces ?? []), ...session.towerBounds];
    return [0, 1, 2].map((axis) => Math[of](...boxes.map((box) => box[of][axis]!)));
  }

  function diagonal(): number {
    const min = corner('min');
    return Math.hypot(...corner('max').map((high, axis) => high - min[axis]!));
  }

  function look(from = side) {
    side = from;
    const [x, y] = corner('min');
    scene?.lookAt([x!, y!, 0], corner('max'), side);
  }
</script>

<svelte:window onpointerup={pointerUp} />

<div class="model" bind:clientWidth={width} bind:clientHeight={height} data-shown={shown}>
  <canvas
    bind:this={canvas}
    class:marking={(session.marking && session.selectedRegion?.patch) || session.handling === 'lay'}
    aria-label="The pieces on the bed, cut open at the level"
    onpointerdowncapture={pointerDown}
    onpointermove={pointerMove}
  ></canvas>
  {#if failed}
    <p class="failed">{failed}</p>
  {/if}
  <div class="caption">
    <span class="panel-title">Model</span>
    {#if session.result}
      <span class="num cut"
        >{style.lines ? (style.alone ? 'lines at' : 'lines up to') : 'cut at'}
        {mm(layerTop(session.heights, session.layer))}</span
      >
    {/if}
    {#if session.handling}
      <span class="hint" role="status">{HINTS[session.handling]}</span>
    {/if}
    <span class="tools">
      <button
        class="tool"
        aria-pressed={style.lines}
        onclick={() => (style.lines = !style.lines)}
        title="Show every line that is seen from outside, and all of the layer at the level"
        >Lines</button
      >
      {#if style.lines}
        <button
          class="tool"
          aria-pressed={style.alone}
          onclick={() => (style.alone = !style.alone)}
          title="Only the layer at the level, not all below it">Alone</button
        >
        <ColourChoice look={style} label="Colour the lines of the model by" />
        <button
          class="tool"
          aria-label="Travel in the model"
          aria-pressed={style.travels}
          onclick={() => (style.travels = !style.travels)}
          title="Travel moves of the layer at the level (dashed where retracted), and its seams"
          >Travel</button
        >
      {/if}
      <button
        class="tool"
        aria-label="From above"
        onclick={() => look(FROM_ABOVE)}
        title="Look at all pieces from above"><Down size={15} aria-hidden="true" /></button
      >
      <button class="tool" onclick={() => look(OBLIQUE)} title="Look at all pieces">Fit</button>
    </span>
  </div>
  {#if style.lines && scene}
    <ModelLines {session} {scene} />
  {/if}
</div>

<style>
  .model {
    position: relative;
    height: 100%;
    min-height: 0;
    overflow: hidden;
    background: linear-gradient(var(--sheet), var(--rule-soft));
  }

  canvas {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
  }

  canvas.marking {
    cursor: crosshair;
  }

  .caption {
    position: absolute;
    left: 8px;
    right: 8px;
    top: 5px;
    display: flex;
    align-items: center;
    gap: 10px;
    pointer-events: none;
  }

  .tools {
    margin-left: auto;
    display: flex;
    gap: 4px;
    pointer-events: auto;
  }

  .cut {
    white-space: nowrap;
  }

  .hint {
    padding: 1px 7px;
    border: 1px solid var(--accent);
    border-radius: 3px;
    background: var(--sheet);
  }

  .failed {
    position: absolute;
    inset: 40% 20px auto;
    text-align: center;
    color: var(--ink-soft);
  }
</style>

<script lang="ts">
  import { onMount } from 'svelte';
  import { layerTop, mm } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';
  import { geometry, placementMatrix } from './meshes';
  import { PlanScene } from './PlanScene';

  interface Props {
    session: PlanSession;
  }

  let { session }: Props = $props();

  let canvas: HTMLCanvasElement;
  let width = $state(0);
  let height = $state(0);
  let scene: PlanScene | undefined = $state.raw(undefined);
  /** Diagonal of what the camera was set up for, mm. */
  let lookedAt = 0;
  let failed = $state('');
  let shown = $state('');

  onMount(() => {
    try {
      scene = new PlanScene(canvas, !navigator.webdriver);
    } catch {
      failed = 'This browser cannot draw in 3D (WebGL is off). All other views work.';
      return;
    }
    scene.setBed(
      session.machine.bedX,
      session.machine.bedY,
      document.documentElement.dataset['mode'] === 'dark',
    );
    return () => scene?.dispose();
  });

  $effect(() => scene?.resize(width, height));

  $effect(() => {
    if (scene && session.result) {
      scene.setLevel(layerTop(session.heights, session.layer));
    }
  });

  $effect(() => {
    if (scene && session.result) {
      void show(scene, session.resultRevision);
    }
  });

  $effect(() => {
    const into = scene;
    if (into && session.result && !session.isStale) {
      void showRegions(into, session.resultRevision, session.selectedRegion?.id);
    }
  });

  /** Regions as their contours, the selected one in the accent. */
  async function showRegions(into: PlanScene, revision: string, chosen: string | undefined) {
    const shown = session.document.pieces.flatMap((piece) =>
      (session.pieceDocument(piece.id)?.regions ?? []).map((region) => ({ piece, region })),
    );
    const lines = await Promise.all(
      shown.map(({ piece, region }) =>
        session.contours(piece.id, region.id).catch(() => new Float32Array()),
      ),
    );
    if (revision === session.resultRevision && chosen === session.selectedRegion?.id) {
      into.setContours(
        lines.map((ends, i) => ({
          ends,
          chosen: shown[i]!.region.id === chosen && shown[i]!.piece.id === session.selected?.piece,
        })),
      );
    }
  }

  async function show(into: PlanScene, revision: string) {
    const pieces = session.result!.pieces;
    const document = session.document;
    const shapes = await Promise.all(
      document.pieces.map((piece) => Promise.all(piece.bodies.map((body) => geometry(body.mesh)))),
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
      const matrix = placementMatrix(piece.placement, shapes[p]!, view.min);
      shapes[p]!.forEach((shape, b) => {
        const slots = view.meshes[b]?.slots ?? [];
        const bands = view.strata.map((stratum, s) => ({
          to: stratum.to,
          colour: session.filament(slots[s] ?? session.slotOf(stratum)).colour,
        }));
        into.addPiece(shape, matrix, bands);
      });
    });
    const size = diagonal();
    if (pieces.length > 0 && (size > 1.6 * lookedAt || size < lookedAt / 1.6)) {
      look();
      lookedAt = size;
    }
    shown = revision;
  }

  function corner(of: 'min' | 'max'): number[] {
    const pieces = session.result?.pieces ?? [];
    return [0, 1, 2].map((axis) => Math[of](...pieces.map((piece) => piece[of][axis]!)));
  }

  function diagonal(): number {
    const min = corner('min');
    return Math.hypot(...corner('max').map((high, axis) => high - min[axis]!));
  }

  function look() {
    const [x, y] = corner('min');
    scene?.lookAt([x!, y!, 0], corner('max'));
  }
</script>

<div class="model" bind:clientWidth={width} bind:clientHeight={height} data-shown={shown}>
  <canvas bind:this={canvas} aria-label="The pieces on the bed, cut open at the level"></canvas>
  {#if failed}
    <p class="failed">{failed}</p>
  {/if}
  <div class="caption">
    <span class="panel-title">Model</span>
    {#if session.result}
      <span class="num">cut at {mm(layerTop(session.heights, session.layer))}</span>
    {/if}
    <button class="tool" onclick={look} title="Show all pieces">Show all</button>
  </div>
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

  .caption button {
    margin-left: auto;
    pointer-events: auto;
  }

  .failed {
    position: absolute;
    inset: 40% 20px auto;
    text-align: center;
    color: var(--ink-soft);
  }
</style>

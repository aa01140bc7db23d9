<script lang="ts">
  import { untrack } from 'svelte';
  import type { LayerPaths } from '../api/layer';
  import { ROLE_STYLE } from '../model/colours';
  import { layerBottom, layerTop } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';
  import { lookAtPointed } from '../sheet/lookAhead';
  import type { Range } from '../sheet/measure';
  import Probe from '../sheet/Probe.svelte';
  import SheetLegend from '../sheet/SheetLegend.svelte';
  import { strokeAt } from '../sheet/strokes';
  import { drawsInSoftware } from './graphics';
  import { LineBlocks } from './lineBlocks';
  import { detailFor, piecesOf, spread, type Detail } from './lineDetail';
  import { faded, LineStack } from './lineStack';
  import type { PlanScene } from './PlanScene';
  import { WayMarks } from './wayMarks';

  interface Props {
    session: PlanSession;
    scene: PlanScene;
  }

  let { session, scene }: Props = $props();

  /** Lines that are seen from outside; the others are read when one of these is hidden. */
  const OUTSIDE = new Set([
    'outer wall',
    'inner wall',
    'top skin',
    'solid infill',
    'bridge',
    'gap',
    'skirt',
    'brim',
    'support',
    'interface',
    'purge',
  ]);

  /** What is left of them in prints of very many lines. */
  const OUTERMOST = new Set(['outer wall', 'skirt', 'brim', 'support', 'interface', 'purge']);

  /** So many layers are counted before it is decided how many can be drawn. */
  const SAMPLES = 6;

  /** How many layers are asked for ahead of the one that is read. */
  const AHEAD = 6;

  /** Of ways between lines and of seams: seen against light and dark lines and backgrounds. */
  const WAY_COLOUR = '#0f8a84';

  /** How bright it is behind the lines, 0 to 255. */
  const behind = document.documentElement.dataset['mode'] === 'dark' ? 36 : 250;

  const look = untrack(() => session.look);
  const blocks = new LineBlocks();
  const levelBlocks = new LineBlocks();
  /** All layers, as far as they are seen from outside. */
  let stack: LineStack | undefined = $state.raw(undefined);
  let detail: Detail = $state.raw(detailFor([], 0, true));
  /** How many layers under the one at the level are drawn by the stack. */
  const stacked = $derived(
    look.alone ? 0 : Math.floor(Math.max(0, session.layer - 1 - detail.depth) / detail.stride),
  );
  /**
   * All lines of the layer at the level, and of some below it that are seen between them; the first
   * pieces are faint if the layer is alone.
   */
  let level: { stack: LineStack; paths: LayerPaths; faint: number } | undefined =
    $state.raw(undefined);
  let read = $state(0);

  const roles = $derived(session.shelf.roles);
  const wanted = $derived(
    new Set(look.hidden.size > 0 ? roles.filter((role) => !look.hidden.has(role)) : OUTSIDE),
  );

  const ways = new WayMarks(WAY_COLOUR);

  $effect(() => {
    const into = scene;
    const remove = [
      into.add(blocks.mesh, () => blocks.pieces),
      into.add(levelBlocks.mesh, () => levelBlocks.pieces),
      into.add(ways.group),
    ];
    into.setSolid(false);
    return () => {
      remove.forEach((take) => take());
      into.setSolid(true);
      blocks.dispose();
      levelBlocks.dispose();
      ways.dispose();
    };
  });

  /** The place in the plane of the layer at the level that the pointer is over, and what is there. */
  let place: { x: number; y: number } | undefined = $state.raw(undefined);
  const hit = $derived.by(() => {
    if (!place || !level) {
      return undefined;
    }
    const { x, y } = place;
    return { x, y, paths: level.paths, stroke: strokeAt(level.paths, x, y, look.until) };
  });

  $effect(() => {
    const element = scene.element;
    const over = (event: PointerEvent) => {
      const box = element.getBoundingClientRect();
      const [x, y] = [
        (event.clientX - box.left) / box.width,
        (event.clientY - box.top) / box.height,
      ];
      const z = layerTop(session.heights, session.layer);
      place = event.buttons ? undefined : scene.onPlane(2 * x - 1, 1 - 2 * y, z);
    };
    const leave = () => (place = undefined);
    const sample = () => {
      if (hit?.stroke) {
        const setting = session.sampled?.setting ?? 'filament';
        session.sampled = { x: hit.x, y: hit.y, setting };
      }
    };
    element.addEventListener('pointermove', over);
    element.addEventListener('pointerleave', leave);
    element.addEventListener('dblclick', sample);
    return () => {
      element.removeEventListener('pointermove', over);
      element.removeEventListener('pointerleave', leave);
      element.removeEventListener('dblclick', sample);
    };
  });

  $effect(() => {
    let going = true;
    const shown = wanted;
    if (session.result && session.resultRevision) {
      void untrack(() => readAll(shown, () => going)).catch(() => (read = 0));
    }
    return () => (going = false);
  });

  /** Decides by a few layers with how much detail all are drawn. */
  async function chooseDetail(shown: Set<string>): Promise<Detail> {
    const count = session.heights.tops.length;
    const layers = await Promise.all(spread(count, SAMPLES).map((n) => session.layers.get(n)));
    const samples = layers.map((paths) =>
      piecesOf(
        paths,
        (role) => shown.has(roles[role]!),
        (role) => shown.has(roles[role]!) && OUTERMOST.has(roles[role]!),
      ),
    );
    return detailFor(samples, count, drawsInSoftware());
  }

  async function readAll(shown: Set<string>, going: () => boolean) {
    const heights = session.heights;
    const count = heights.tops.length;
    const chosen = await chooseDetail(shown);
    const made = new LineStack();
    const firsts = Array.from(
      { length: Math.ceil(count / chosen.stride) },
      (_, i) => i * chosen.stride + 1,
    );
    const last = (first: number) => Math.min(first + chosen.stride - 1, count);
    const asked: Promise<LayerPaths>[] = [];
    for (let i = 0, next = 0; i < firsts.length; i++) {
      while (next < firsts.length && asked.length < AHEAD) {
        const first = firsts[next++]!;
        const promise = session.layers.get(Math.floor((first + last(first)) / 2));
        promise.catch(() => undefined);
        asked.push(promise);
      }
      const paths = await asked.shift()!;
      if (!going()) {
        return;
      }
      const n = firsts[i]!;
      made.add(paths, layerBottom(heights, n), layerTop(heights, last(n)), (role) => {
        const name = roles[role]!;
        return shown.has(name) && (!chosen.outermost || OUTERMOST.has(name));
      });
      read = n;
    }
    detail = chosen;
    stack = made;
    read = 0;
  }

  $effect(() => lookAtPointed(session));

  $effect(() => {
    let going = true;
    const n = session.layer;
    const heights = session.heights;
    const hidden = [...look.hidden];
    const alone = look.alone;
    const first = alone ? Math.max(1, n - (look.below ? 1 : 0)) : stacked * detail.stride + 1;
    if (session.result && session.resultRevision) {
      const numbers = Array.from({ length: n - first + 1 }, (_, i) => first + i);
      void Promise.all(untrack(() => numbers.map((number) => session.layers.get(number)))).then(
        (layers) => {
          if (going) {
            const made = new LineStack();
            layers.forEach((paths, i) => {
              const [from, to] = [
                layerBottom(heights, numbers[i]!),
                layerTop(heights, numbers[i]!),
              ];
              made.add(paths, from, to, (role) => !hidden.includes(roles[role]!));
            });
            const faint = alone ? made.upTo(layers.length - 1) : 0;
            level = { stack: made, paths: layers.at(-1)!, faint };
          }
        },
        () => undefined,
      );
    }
    return () => (going = false);
  });

  /** The lines that are looked at, and how many strokes of them are only faint. */
  const parts = $derived.by(() => {
    const all = stack && !look.alone ? [{ lines: stack, faint: 0 }] : [];
    const own = level?.stack;
    return own ? [...all, { lines: own, faint: look.alone ? own.strokesBelow() : 0 }] : all;
  });

  /** Of the values of all lines that are shown at some level. */
  const range = $derived.by((): Range | undefined => {
    const ranges = parts.flatMap(({ lines, faint }) => lines.rangeOf(look.colourBy, faint) ?? []);
    return ranges.length === 0
      ? undefined
      : {
          low: Math.min(...ranges.map((r) => r.low)),
          high: Math.max(...ranges.map((r) => r.high)),
        };
  });
  const colouring = $derived({
    by: look.colourBy,
    slotColour: (slot: number) => session.filament(slot).colour,
    roleColour: (role: number) => ROLE_STYLE[roles[role]!]?.colour ?? '#000000',
  });

  $effect(() => {
    if (stack) {
      blocks.show(stack, stack.coloursOf(colouring, range));
    }
    if (level) {
      const colours = level.stack.coloursOf(colouring, range);
      levelBlocks.show(level.stack, faded(colours, level.faint, behind));
    }
    limit();
  });

  $effect(limit);

  function limit() {
    blocks.limit(stack?.upTo(stacked) ?? 0);
    if (level) {
      const { paths, stack: lines } = level;
      const until = look.until ?? paths.strokes;
      const isHidden = paths.kinds.role.map((role) => Number(look.hidden.has(roles[role]!)));
      const shown = paths.kind.subarray(0, until).filter((kind) => !isHidden[kind]).length;
      levelBlocks.limit(lines.upToStroke(lines.strokesBelow() + shown));
    }
    scene.draw();
  }

  $effect(() => {
    const shown = look.travels && level ? level.paths : undefined;
    const top = layerTop(session.heights, session.layer);
    ways.show(shown, roles.indexOf('outer wall'), top, look.until);
    scene.draw();
  });

  const rolesShown = $derived.by(() => {
    const there = new Set(parts.flatMap(({ lines, faint }) => [...lines.rolesOf(faint)]));
    return roles.filter((role, i) => there.has(i) || look.hidden.has(role));
  });
</script>

{#if hit?.stroke}
  <Probe {session} paths={hit.paths} {hit} hint="double click: sample" raised={read > 0} />
{/if}
{#if read > 0}
  <p class="reading" role="status">Reading lines: layer {read} of {session.heights.tops.length}</p>
{/if}
<div data-testid="model-lines" data-pieces={stack?.pieces ?? 0}>
  <SheetLegend
    colourBy={look.colourBy}
    {range}
    where={look.alone
      ? 'in this layer'
      : detail.stride > 1
        ? `in one of ${detail.stride} layers`
        : 'in all layers'}
    roles={rolesShown}
    hidden={look.hidden}
  />
</div>

<style>
  .reading {
    position: absolute;
    left: 8px;
    bottom: 6px;
    padding: 2px 8px;
    font-size: 12px;
    background: var(--sheet);
    border: 1px solid var(--rule);
    border-radius: 3px;
  }
</style>

<script lang="ts">
  import { untrack } from 'svelte';
  import type { LayerPaths } from '../api/layer';
  import { ROLE_STYLE } from '../model/colours';
  import { layerBottom, layerTop } from '../model/heights';
  import type { PlanSession } from '../model/session.svelte';
  import type { Range } from '../sheet/measure';
  import SheetLegend from '../sheet/SheetLegend.svelte';
  import { LineBlocks } from './lineBlocks';
  import { LineStack } from './lineStack';
  import type { PlanScene } from './PlanScene';

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

  /** So many layers below the one at the level are shown with all of their lines. */
  const DEPTH = 8;

  /** How many layers are asked for ahead of the one that is read. */
  const AHEAD = 6;

  const look = untrack(() => session.look);
  const blocks = new LineBlocks();
  const levelBlocks = new LineBlocks();
  /** All layers, as far as they are seen from outside. */
  let stack: LineStack | undefined = $state.raw(undefined);
  /** All lines of the layer at the level, and of some below it that are seen between them. */
  let level: { stack: LineStack; paths: LayerPaths } | undefined = $state.raw(undefined);
  let read = $state(0);

  const roles = $derived(session.shelf.roles);
  const wanted = $derived(
    new Set(look.hidden.size > 0 ? roles.filter((role) => !look.hidden.has(role)) : OUTSIDE),
  );

  $effect(() => {
    const into = scene;
    const remove = [into.add(blocks.mesh), into.add(levelBlocks.mesh)];
    into.setSolid(false);
    return () => {
      remove.forEach((take) => take());
      into.setSolid(true);
      blocks.dispose();
      levelBlocks.dispose();
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

  async function readAll(shown: Set<string>, going: () => boolean) {
    const heights = session.heights;
    const count = heights.tops.length;
    const made = new LineStack();
    const asked: Promise<LayerPaths>[] = [];
    for (let n = 1, next = 1; n <= count; n++) {
      while (next <= count && asked.length < AHEAD) {
        const promise = session.layerPaths(next++);
        promise.catch(() => undefined);
        asked.push(promise);
      }
      const paths = await asked.shift()!;
      if (!going()) {
        return;
      }
      made.add(paths, layerBottom(heights, n), layerTop(heights, n), (role) =>
        shown.has(roles[role]!),
      );
      read = n;
    }
    stack = made;
    read = 0;
  }

  $effect(() => {
    let going = true;
    const n = session.layer;
    const heights = session.heights;
    const hidden = [...look.hidden];
    if (session.result && session.resultRevision) {
      const numbers = Array.from({ length: Math.min(n, DEPTH + 1) }, (_, i) => n - i).reverse();
      void Promise.all(untrack(() => numbers.map((number) => session.layerPaths(number)))).then(
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
            level = { stack: made, paths: layers.at(-1)! };
          }
        },
        () => undefined,
      );
    }
    return () => (going = false);
  });

  /** Of the values of all lines that are shown at some level. */
  const range = $derived.by((): Range | undefined => {
    const ranges = [stack, level?.stack].flatMap((of) => of?.rangeOf(look.colourBy) ?? []);
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
      levelBlocks.show(level.stack, level.stack.coloursOf(colouring, range));
    }
    limit();
  });

  $effect(limit);

  function limit() {
    blocks.limit(stack?.upTo(session.layer - 1 - DEPTH) ?? 0);
    if (level) {
      const { paths, stack: lines } = level;
      const until = look.until ?? paths.strokes;
      const hidden = [...look.hidden];
      const shown = paths.role
        .subarray(0, until)
        .filter((role) => !hidden.includes(roles[role]!)).length;
      levelBlocks.limit(lines.upToStroke(lines.strokesBelow() + shown));
    }
    scene.draw();
  }

  const rolesShown = $derived.by(() => {
    const there = new Set([...(stack?.rolesOf() ?? []), ...(level?.stack.rolesOf() ?? [])]);
    return roles.filter((role, i) => there.has(i) || look.hidden.has(role));
  });
</script>

{#if read > 0}
  <p class="reading" role="status">Reading lines: layer {read} of {session.heights.tops.length}</p>
{/if}
<div data-testid="model-lines" data-pieces={stack?.pieces ?? 0}>
  <SheetLegend
    colourBy={look.colourBy}
    {range}
    where="in all layers"
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

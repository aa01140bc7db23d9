import type { LayerPaths } from '../api/layer';
import { landmarks, marked } from '../model/landmarks';
import type { PlanSession } from '../model/session.svelte';
import { LEAP } from '../shell/keys';
import { breath, inSpareTime, type Task } from '../shell/spareTime';

/** How pictures of layers are made that are not looked at yet. */
export interface Preparing {
  /** Of the layer itself. */
  readonly layer: (paths: LayerPaths) => void;
  /** Of the faint layer below another. */
  readonly below: (paths: LayerPaths) => void;
}

/**
 * Gets layers ready that may be looked at next, while nothing else is to do: with their pictures those
 * that are a step or a leap away, the first and the last, and those at the next boundary or stop; then
 * all others, as far as they can be kept.
 *
 * @param n the layer that is looked at, from 1
 * @param preparing undefined where pictures are of no use ahead
 * @returns how to stop
 */
export function lookAhead(
  session: PlanSession,
  n: number,
  preparing: Preparing | undefined,
): () => void {
  const { layer, below } = preparing ?? { layer: () => {}, below: () => {} };
  const { result, heights } = session;
  const top = heights.tops.length;
  const marks = result ? marked(result, heights) : [];
  const steps: [number, (paths: LayerPaths) => void][] = [
    [n + 1, layer],
    [n, below],
    [n - 1, layer],
    [n - 2, below],
    [n + LEAP, layer],
    [n - LEAP, layer],
    [1, layer],
    [top, layer],
    [marks.find((mark) => mark > n) ?? top, layer],
    [marks.findLast((mark) => mark < n) ?? 1, layer],
  ];
  const pictured = steps
    .filter(([number]) => number >= 1 && number <= top)
    .map(([number, prepare]): Task => {
      return async (isStopped) => {
        const paths = await session.layers.get(number);
        if (!isStopped()) {
          prepare(paths);
        }
      };
    });
  return inSpareTime([...pictured, (isStopped) => askForOthers(session, n, isStopped)]);
}

/**
 * Gets the layer ready that is pointed at, once it has been for a moment.
 *
 * @returns how to stop
 */
export function lookAtPointed(
  session: PlanSession,
  prepare: (paths: LayerPaths) => void = () => {},
): (() => void) | undefined {
  const n = session.pointed;
  if (n === undefined || !session.result) {
    return undefined;
  }
  return inSpareTime([
    async (isStopped) => {
      const paths = await session.layers.get(n);
      if (!isStopped()) {
        prepare(paths);
      }
    },
  ]);
}

async function askForOthers(session: PlanSession, n: number, isStopped: () => boolean) {
  const bytes = (await session.layers.get(n)).xy.buffer.byteLength;
  const { result, heights } = session;
  const jumps = result ? landmarks(result, heights) : [];
  for (const layer of session.layers.ahead(n, bytes, jumps)) {
    if (isStopped() || session.isStale) {
      return;
    }
    await session.layers.get(layer);
    await breath();
  }
}

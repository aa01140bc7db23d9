import { strokeValue, type LayerPaths } from '../api/layer';
import { isClosed, startOf } from './strokes';

/** A way of the head between two lines. */
export interface Way {
  /** Whether the strand is drawn back on it. */
  readonly drawnBack: boolean;
  /** x, y of each place on it, mm, from the end of the one line to the start of the other. */
  readonly places: readonly number[];
}

/**
 * The ways between the lines of a layer; not those from elsewhere.
 *
 * @param until of so many lines, from the first
 */
export function waysOf(paths: LayerPaths, until = paths.strokes): Way[] {
  const ways: Way[] = [];
  for (let i = 1; i < Math.min(until, paths.strokes); i++) {
    const retracted = paths.retracted[i]!;
    if (retracted <= 1) {
      const first = 2 * paths.starts[i]!;
      const places = [
        ...paths.xy.subarray(first - 2, first),
        ...paths.via.subarray(2 * paths.viaStarts[i]!, 2 * paths.viaStarts[i + 1]!),
        ...paths.xy.subarray(first, first + 2),
      ];
      ways.push({ drawnBack: retracted === 1, places });
    }
  }
  return ways;
}

/**
 * Seams: where closed outer walls begin and end.
 *
 * @param outerWall index of the role
 * @param until of so many lines, from the first
 */
export function seamsOf(
  paths: LayerPaths,
  outerWall: number,
  until = paths.strokes,
): { x: number; y: number }[] {
  const seams = [];
  for (let i = 0; i < Math.min(until, paths.strokes); i++) {
    if (strokeValue(paths, i, 'role') === outerWall && isClosed(paths, i)) {
      seams.push(startOf(paths, i));
    }
  }
  return seams;
}

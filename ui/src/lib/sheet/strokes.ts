import { strokeValue, type LayerPaths } from '../api/layer';

/** Where a stroke begins. */
export function startOf(paths: LayerPaths, stroke: number): { x: number; y: number } {
  const point = paths.starts[stroke]!;
  return { x: paths.xy[2 * point]!, y: paths.xy[2 * point + 1]! };
}

/** Where a stroke ends. */
export function endOf(paths: LayerPaths, stroke: number): { x: number; y: number } {
  const point = paths.starts[stroke + 1]! - 1;
  return { x: paths.xy[2 * point]!, y: paths.xy[2 * point + 1]! };
}

/** Whether a stroke ends where it starts. */
export function isClosed(paths: LayerPaths, stroke: number): boolean {
  const [a, b] = [startOf(paths, stroke), endOf(paths, stroke)];
  return a.x === b.x && a.y === b.y;
}

/** How much of what was printed before is seen in a stroke where it begins, 0 to 1. */
export function bleedOf(paths: LayerPaths, stroke: number): number {
  const run = paths.bleed.stroke.indexOf(stroke);
  return run < 0 ? 0 : paths.bleed.share[run]!;
}

export interface StrokeHit {
  readonly stroke: number;
  readonly lengthMm: number;
}

/**
 * The stroke that covers a place, or undefined.
 *
 * @param until only so many strokes are looked at, from the first
 */
export function strokeAt(
  paths: LayerPaths,
  x: number,
  y: number,
  until = paths.strokes,
): StrokeHit | undefined {
  let best: number | undefined;
  let least = 0;
  for (let i = 0; i < Math.min(until, paths.strokes); i++) {
    for (let p = paths.starts[i]! + 1; p < paths.starts[i + 1]!; p++) {
      const on = nearest(x, y, paths.xy.subarray(2 * p - 2, 2 * p + 2));
      const d = Math.hypot(x - on.x, y - on.y) - strokeValue(paths, i, 'width') / 2;
      if (d < least) {
        least = d;
        best = i;
      }
    }
  }
  return best === undefined ? undefined : { stroke: best, lengthMm: lengthOf(paths, best) };
}

/** The place on the middle of a line that is nearest to another place, if one is within some mm. */
export function nearestOnLines(
  paths: LayerPaths,
  x: number,
  y: number,
  withinMm: number,
): { x: number; y: number } | undefined {
  let best: { x: number; y: number } | undefined;
  let least = withinMm;
  for (let i = 0; i < paths.strokes; i++) {
    for (let p = paths.starts[i]! + 1; p < paths.starts[i + 1]!; p++) {
      const on = nearest(x, y, paths.xy.subarray(2 * p - 2, 2 * p + 2));
      const d = Math.hypot(x - on.x, y - on.y);
      if (d <= least) {
        least = d;
        best = on;
      }
    }
  }
  return best;
}

/** The place of a straight piece that is nearest to a place. */
function nearest(x: number, y: number, [ax, ay, bx, by]: ArrayLike<number> & Iterable<number>) {
  const dx = bx! - ax!;
  const dy = by! - ay!;
  const square = dx * dx + dy * dy;
  const t = square === 0 ? 0 : Math.max(0, Math.min(1, ((x - ax!) * dx + (y - ay!) * dy) / square));
  return { x: ax! + t * dx, y: ay! + t * dy };
}

/** Length of a stroke, mm. */
export function lengthOf(paths: LayerPaths, stroke: number): number {
  let sum = 0;
  for (let p = paths.starts[stroke]! + 1; p < paths.starts[stroke + 1]!; p++) {
    sum += Math.hypot(
      paths.xy[2 * p]! - paths.xy[2 * p - 2]!,
      paths.xy[2 * p + 1]! - paths.xy[2 * p - 1]!,
    );
  }
  return sum;
}

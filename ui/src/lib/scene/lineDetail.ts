import { strokeValue, type LayerPaths } from '../api/layer';

/**
 * How many straight pieces the layers below the level may have together; a piece takes about 70
 * bytes, half of them with the graphics card.
 */
const MOST_BELOW = 2_500_000;
/** The same where the processor draws. */
const MOST_BELOW_IN_SOFTWARE = 250_000;
/** So many layers under the one at the level have all of their lines, as they are seen between. */
const MOST_DEPTH = 8;

/** With how much detail the lines of a print are drawn, so that it can still be turned. */
export interface Detail {
  /** One layer is drawn for so many, as high as all of them. */
  readonly stride: number;
  /** So many layers under the one at the level are drawn with all of their lines. */
  readonly depth: number;
  /** Whether only the outermost lines of the others are drawn. */
  readonly outermost: boolean;
}

/** How many straight pieces a layer has. */
export interface LayerPieces {
  readonly all: number;
  /** Of lines that are seen from outside. */
  readonly outside: number;
  /** Of the outermost lines. */
  readonly outermost: number;
}

/** Counts the pieces of a layer by what is asked of their roles. */
export function piecesOf(
  paths: LayerPaths,
  isOutside: (role: number) => boolean,
  isOutermost: (role: number) => boolean,
): LayerPieces {
  const counts = { all: 0, outside: 0, outermost: 0 };
  for (let i = 0; i < paths.strokes; i++) {
    const pieces = paths.starts[i + 1]! - paths.starts[i]! - 1;
    const role = strokeValue(paths, i, 'role');
    counts.all += pieces;
    counts.outside += isOutside(role) ? pieces : 0;
    counts.outermost += isOutermost(role) ? pieces : 0;
  }
  return counts;
}

/**
 * What can be drawn of a print.
 *
 * @param samples some of its layers
 * @param layers how many it has
 */
export function detailFor(
  samples: readonly LayerPieces[],
  layers: number,
  inSoftware: boolean,
): Detail {
  const most = inSoftware ? MOST_BELOW_IN_SOFTWARE : MOST_BELOW;
  const mean = (of: (layer: LayerPieces) => number) =>
    samples.reduce((sum, layer) => sum + of(layer), 0) / Math.max(1, samples.length);
  const outermost = mean((layer) => layer.outside) * layers > most;
  const perLayer = mean((layer) => (outermost ? layer.outermost : layer.outside));
  const depth = Math.floor(
    most /
      2 /
      Math.max(
        1,
        mean((layer) => layer.all),
      ),
  );
  return {
    stride: Math.max(1, Math.ceil((perLayer * layers) / most)),
    depth: Math.min(MOST_DEPTH, Math.max(1, depth)),
    outermost,
  };
}

/** Numbers of some layers, spread over all of them. */
export function spread(layers: number, count: number): number[] {
  const numbers = Array.from({ length: count }, (_, i) => Math.ceil(((i + 0.5) / count) * layers));
  return [...new Set(numbers)];
}

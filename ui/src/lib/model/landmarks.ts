import type { ResultView } from '../api/client';
import { layerFromPlane, type Heights } from './heights';

/** Layers before which there is a boundary or a stop, from the lowest. */
export function marked(result: ResultView, heights: Heights): number[] {
  const planes = [
    ...result.pieces.flatMap((piece) => piece.strata.slice(1).map((stratum) => stratum.from)),
    ...result.ledger.halts.map((halt) => halt.heightMm),
  ];
  return inOrder(planes.map((z) => layerFromPlane(heights, z)));
}

/** Layers one jumps to: at boundaries, stops and findings, the first and the last. */
export function landmarks(result: ResultView, heights: Heights): number[] {
  const found = result.findings.flatMap(({ heightMm }) =>
    heightMm == null ? [] : [layerFromPlane(heights, heightMm)],
  );
  return inOrder([1, ...marked(result, heights), ...found, heights.tops.length]);
}

function inOrder(layers: readonly number[]): number[] {
  return [...new Set(layers)].sort((a, b) => a - b);
}

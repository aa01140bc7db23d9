import type { PieceView } from '../api/client';
import { layerBottom, layerTop, type Heights } from '../model/heights';

/** What a layer has nothing below, mm². */
export interface Unfounded {
  /** Begins in mid-air. */
  starting: number;
  /** That, and what reaches over air beside what is below. */
  all: number;
}

const NEAR = 1e-3;

/** The same for each layer of the plan: of all pieces whose layers end with it. */
export function unfounded(pieces: readonly PieceView[], heights: Heights): Unfounded[] {
  const sums = heights.tops.map(() => ({ starting: 0, all: 0 }));
  for (const piece of pieces) {
    let own = 0;
    heights.tops.forEach((_, i) => {
      const [low, high] = [layerBottom(heights, i + 1), layerTop(heights, i + 1)];
      while (own < piece.layerTops.length && piece.layerTops[own]! < high - NEAR) {
        own++;
      }
      const isThere = own < piece.layerTops.length && low >= piece.bottom - NEAR;
      if (isThere) {
        sums[i]!.starting += piece.starting[own]!;
        sums[i]!.all += piece.starting[own]! + piece.hanging[own]!;
      }
    });
  }
  return sums;
}

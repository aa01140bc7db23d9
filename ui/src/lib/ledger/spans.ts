import type { PassView } from '../api/client';

/** A span of time that prints with the same filaments, and of the same piece if each has its own. */
export interface Span {
  readonly from: number;
  to: number;
  readonly slots: readonly number[];
  /** The first layer. */
  readonly layer: number;
  /** Empty if all pieces are printed together. */
  readonly piece: string;
}

/**
 * Layers in which nothing is printed take no time, and no span.
 *
 * @param end of the print, s
 */
export function spans(passes: readonly PassView[], end: number): Span[] {
  const found: Span[] = [];
  passes.forEach(({ start, slots, layer, piece }, i) => {
    const to = passes[i + 1]?.start ?? end;
    const last = found.at(-1);
    if (to === start) {
      return;
    }
    if (last && last.piece === piece && last.slots.join() === slots.join()) {
      last.to = to;
    } else {
      found.push({ from: start, to, slots, layer, piece });
    }
  });
  return found;
}

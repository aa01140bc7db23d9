import type { LayerPaths } from '../api/layer';
import { nearestOnLines } from './strokes';

export interface Place {
  readonly x: number;
  readonly y: number;
}

/** Measures between two places of the layer sheet, mm. */
export class Ruler {
  on = $state(false);
  from: Place | undefined = $state.raw(undefined);
  to: Place | undefined = $state.raw(undefined);
  /** Whether the second place is set; until then it follows the pointer. */
  private settled = false;

  toggle(): void {
    this.on = !this.on;
    this.clear();
  }

  clear(): void {
    this.from = undefined;
    this.to = undefined;
    this.settled = false;
  }

  /** Sets the first place, then the second; then it begins anew. */
  mark(place: Place): void {
    if (this.from && !this.settled) {
      this.to = place;
      this.settled = true;
    } else {
      this.from = place;
      this.to = undefined;
      this.settled = false;
    }
  }

  follow(place: Place): void {
    if (this.from && !this.settled) {
      this.to = place;
    }
  }

  /** The distance and its parts along X and Y; undefined without two places. */
  readonly measured = $derived.by(() => {
    const { from, to } = this;
    return from && to
      ? {
          mm: Math.hypot(to.x - from.x, to.y - from.y),
          dx: to.x - from.x,
          dy: to.y - from.y,
          end: to,
        }
      : undefined;
  });
}

/** A place, or the middle of a line that is near it. */
export function snapped(paths: LayerPaths | undefined, at: Place, withinMm: number): Place {
  return (paths && nearestOnLines(paths, at.x, at.y, withinMm)) ?? at;
}

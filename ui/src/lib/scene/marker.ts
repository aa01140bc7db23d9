import type { Marking } from '../model/document';
import { roundBrush, type PatchMarks } from './patchMarks';
import type { Surface } from './surface';

/** What was pointed at, as far as marking needs it. */
export interface Pointed {
  readonly triangle: number;
  /** In the model's coordinates. */
  readonly place: readonly number[];
  /** In the machine's, mm. */
  readonly height: number;
  /** The direction in which it is seen, in the model's coordinates. */
  readonly direction: readonly number[];
  /** Height in the machine of a place in the model, mm. */
  readonly heightOf: (xyz: number[]) => number;
}

/** Marks what was pointed at, or takes marks away. */
export function mark(on: Surface, marks: PatchMarks, how: Marking, at: Pointed): void {
  if (isBrush(how)) {
    const seen = how.mode === 'circle' ? at.direction : undefined;
    const brush = roundBrush(at.place, how.size, seen);
    on.under(at.triangle, brush)
      .filter((t) => !seen || on.faces(t, seen))
      .forEach((t) => marks.paint(t, on.corners(t), brush, !how.erase));
  } else {
    found(on, how, at).forEach((t) => marks.set(t, !how.erase));
  }
}

/** Whether it marks all along a stroke, and not only where one clicks. */
export function isBrush(how: Marking | undefined): boolean {
  return how?.mode === 'brush' || how?.mode === 'circle';
}

function found(on: Surface, how: Marking, at: Pointed): number[] {
  switch (how.mode) {
    case 'face':
      return on.flatFace(at.triangle);
    case 'edge':
      return on.upToEdge(at.triangle, how.angle);
    default:
      return on.between(at.height - how.size, at.height + how.size, at.heightOf);
  }
}

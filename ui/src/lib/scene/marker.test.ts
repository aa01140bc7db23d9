import { expect, it } from 'vitest';
import type { Marking } from '../model/document';
import { isBrush, mark, type Pointed } from './marker';
import { PatchMarks } from './patchMarks';
import { Surface } from './surface';

/** A roof over a square of 10 mm: two slopes of two triangles each, and the square. */
function roof(): Surface {
  const positions = [0, 0, 0, 10, 0, 0, 10, 10, 0, 0, 10, 0, 0, 5, 4, 10, 5, 4];
  const index = [0, 1, 5, 0, 5, 4, 2, 3, 4, 2, 4, 5, 0, 3, 2, 0, 2, 1];
  return new Surface(positions, index);
}

const HOW: Marking = { mode: 'face', erase: false, angle: 30, size: 1 };

const AT: Pointed = {
  triangle: 0,
  place: [5, 2.5, 2],
  height: 2,
  direction: [0, 0, -1],
  heightOf: ([, , z]) => z!,
};

function marked(how: Partial<Marking>, at: Partial<Pointed> = {}): PatchMarks {
  const on = roof();
  const marks = PatchMarks.read('', on.count);
  mark(on, marks, { ...HOW, ...how }, { ...AT, ...at });
  return marks;
}

it('marks the flat face that was pointed at', () => {
  expect(marked({}).write()).toBe('0-1');
});

it('marks up to edges that are sharper than the angle', () => {
  expect(marked({ mode: 'edge', angle: 30 }).write()).toBe('0-1');
  // The slopes meet at 77 degrees.
  expect(marked({ mode: 'edge', angle: 80 }).write()).toBe('0-3');
});

it('marks a band by the height in the machine, wherever the model lies', () => {
  const raised = { height: 11.5, heightOf: ([, , z]: number[]) => z! + 10 };
  expect(marked({ mode: 'band', size: 0.5 }, raised).write()).toBe('0,2');
  expect(marked({ mode: 'band', size: 1 }, { height: 12 }).isEmpty).toBe(true);
});

it('marks only what is seen under a circle, and around edges under a ball', () => {
  const top = { place: [5, 5, 4], triangle: 0 };
  const parts = (marks: PatchMarks) =>
    new Set(
      marks
        .write()
        .split(',')
        .map((range) => parseInt(range)),
    );
  expect(parts(marked({ mode: 'circle', size: 2 }, top)).size).toBeGreaterThan(1);
  const fromFront = { ...top, direction: [0, 0.8, -0.6] };
  const seen = parts(marked({ mode: 'circle', size: 2 }, fromFront));
  expect([...seen].every((t) => t === 0 || t === 1)).toBe(true);
  expect([...parts(marked({ mode: 'brush', size: 2 }, top))]).toEqual(
    expect.arrayContaining([1, 3]),
  );
});

it('takes marks away', () => {
  const on = roof();
  const marks = PatchMarks.read('0-5', on.count);
  mark(on, marks, { ...HOW, erase: true }, AT);
  expect(marks.write()).toBe('2-5');
});

it('draws on with brushes only', () => {
  expect(isBrush({ ...HOW, mode: 'brush' })).toBe(true);
  expect(isBrush({ ...HOW, mode: 'circle' })).toBe(true);
  expect(isBrush(HOW)).toBe(false);
  expect(isBrush(undefined)).toBe(false);
});

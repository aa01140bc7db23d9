import { expect, it } from 'vitest';
import { PatchMarks, quartersOf, roundBrush } from './patchMarks';
import { Surface } from './surface';

/** A cube of 10 mm: two triangles for each side, bottom and top first. */
function cube(): Surface {
  const positions = Array.from({ length: 8 }, (_, i) => [
    i & 1 ? 10 : 0,
    i & 2 ? 10 : 0,
    i & 4 ? 10 : 0,
  ]).flat();
  const faces = [
    [0, 2, 3, 1],
    [4, 5, 7, 6],
    [0, 1, 5, 4],
    [2, 6, 7, 3],
    [0, 4, 6, 2],
    [1, 3, 7, 5],
  ];
  const index = faces.flatMap(([a, b, c, d]) => [a!, b!, c!, a!, c!, d!]);
  return new Surface(positions, index);
}

it('takes the whole flat face and no more', () => {
  expect(cube().flatFace(2).sort()).toEqual([2, 3]);
});

it('goes up to edges sharper than an angle', () => {
  expect(cube().upToEdge(0, 45)).toHaveLength(2);
  expect(cube().upToEdge(0, 95)).toHaveLength(12);
});

it('takes what reaches near a place', () => {
  expect(cube().under(2, roundBrush([10, 10, 10], 1)).length).toBeGreaterThan(2);
  expect(cube().under(2, roundBrush([5, 5, 10], 0.5))).not.toContain(0);
  expect(
    cube()
      .under(2, roundBrush([5, 5, 10], 0.5))
      .sort(),
  ).toEqual([2, 3]);
});

it('takes a band of heights', () => {
  const top = cube().between(9, 11, (xyz) => xyz[2]!);
  expect(top).toEqual([2, 3]);
});

it('reads ranges and parts back as they were written', () => {
  const marks = PatchMarks.read('0-2,5', 7);
  expect([...marks.whole]).toEqual([1, 1, 1, 0, 0, 1, 0]);
  expect(marks.write()).toBe('0-2,5');
  expect(PatchMarks.read('', 3).isEmpty).toBe(true);
  expect(PatchMarks.read('1,4.0,4.31,4.32', 7).write()).toBe('1,4.0,4.31,4.32');
  expect(PatchMarks.read('4.0,4.1,4.2,4.3', 7).write()).toBe('4');
});

function area(c: ArrayLike<number>, from = 0): number {
  const side = (k: number) => [0, 1, 2].map((i) => c[from + k + i]! - c[from + i]!);
  const [u, v] = [side(3), side(6)] as [number[], number[]];
  const cross = [0, 1, 2].map(
    (i) => u[(i + 1) % 3]! * v[(i + 2) % 3]! - u[(i + 2) % 3]! * v[(i + 1) % 3]!,
  );
  return Math.hypot(...cross) / 2;
}

function painted(marks: PatchMarks, on: Surface): number {
  const corners = (t: number) => on.corners(t);
  const parts = marks.partCorners(corners);
  let sum = 0;
  for (let i = 0; i < parts.length; i += 9) {
    sum += area(parts, i);
  }
  marks.whole.forEach((is, t) => (sum += is ? area(corners(t)) : 0));
  return sum;
}

it('divides large triangles where a brush needs it', () => {
  const on = cube();
  const marks = PatchMarks.read('', 12);
  const brush = roundBrush([5, 5, 10], 2);
  on.under(2, brush).forEach((t) => marks.paint(t, on.corners(t), brush, true));
  expect(marks.whole.includes(1)).toBe(false);
  expect(painted(marks, on)).toBeGreaterThan(0.9 * Math.PI * 4);
  expect(painted(marks, on)).toBeLessThan(1.1 * Math.PI * 4);
  expect(PatchMarks.read(marks.write(), 12).write()).toBe(marks.write());
  on.under(2, brush).forEach((t) => marks.paint(t, on.corners(t), brush, false));
  expect(marks.isEmpty).toBe(true);
});

it('erases a part of a whole triangle', () => {
  const on = cube();
  const marks = PatchMarks.read('2-3', 12);
  const brush = roundBrush([0, 0, 10], 3);
  on.under(2, brush).forEach((t) => marks.paint(t, on.corners(t), brush, false));
  expect(painted(marks, on)).toBeGreaterThan(100 - (1.15 * Math.PI * 9) / 4);
  expect(painted(marks, on)).toBeLessThan(100 - (0.85 * Math.PI * 9) / 4);
});

it('looks at what is under a circle through edges', () => {
  const on = cube();
  const down = [0, 0, -1];
  const circle = roundBrush([10, 5, 10], 2, down);
  const seen = on.under(2, circle).filter((t) => on.faces(t, down));
  expect(seen).toEqual([2]);
  const marks = PatchMarks.read('', 12);
  seen.forEach((t) => marks.paint(t, on.corners(t), circle, true));
  expect(painted(marks, on)).toBeGreaterThan(0.85 * Math.PI * 2);
  expect(painted(marks, on)).toBeLessThan(1.15 * Math.PI * 2);
});

it('numbers quarters by their corners, the middle one last', () => {
  const quarters = quartersOf([0, 0, 0, 4, 0, 0, 0, 4, 0]);
  expect(quarters.map((q) => [q[0], q[1], q[3], q[4], q[6], q[7]])).toEqual([
    [0, 0, 2, 0, 0, 2],
    [2, 0, 4, 0, 2, 2],
    [0, 2, 2, 2, 0, 4],
    [2, 0, 2, 2, 0, 2],
  ]);
});

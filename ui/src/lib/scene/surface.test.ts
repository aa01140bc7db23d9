import { expect, it } from 'vitest';
import { readRanges, Surface, writeRanges } from './surface';

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
  expect(cube().around(2, [10, 10, 10], 1).length).toBeGreaterThan(2);
  expect(cube().around(2, [5, 5, 10], 0.5)).not.toContain(0);
});

it('takes a band of heights', () => {
  const top = cube().between(9, 11, (xyz) => xyz[2]!);
  expect(top).toEqual([2, 3]);
});

it('reads ranges back as they were written', () => {
  expect([...readRanges('0-2,5', 7)]).toEqual([1, 1, 1, 0, 0, 1, 0]);
  expect(writeRanges(readRanges('0-2,5', 7))).toBe('0-2,5');
  expect(writeRanges(readRanges('', 3))).toBe('');
});

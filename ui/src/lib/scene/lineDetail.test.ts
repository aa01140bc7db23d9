import { expect, it } from 'vitest';
import { detailFor, piecesOf, spread } from './lineDetail';

const layer = (all: number, outside: number, outermost: number) => ({ all, outside, outermost });

it('draws all lines that are seen from outside while they are few', () => {
  expect(detailFor([layer(2000, 1200, 300)], 100, true)).toEqual({
    stride: 1,
    depth: 8,
    outermost: false,
  });
});

it('leaves out what is hidden in large prints, and then draws one layer for several', () => {
  expect(detailFor([layer(6000, 5000, 200)], 1000, true)).toEqual({
    stride: 1,
    depth: 8,
    outermost: true,
  });
  const forest = detailFor([layer(12000, 12000, 1000), layer(12000, 12000, 1100)], 1000, true);
  expect(forest.outermost).toBe(true);
  expect(forest.stride).toBe(5);
  expect(detailFor([layer(12000, 12000, 1000)], 1000, false).stride).toBe(1);
});

it('shows fewer layers whole if they are crowded', () => {
  expect(detailFor([layer(60_000, 60_000, 8000)], 20, true).depth).toBe(2);
  expect(detailFor([], 0, true).depth).toBe(8);
});

it('counts straight pieces by the roles of their lines', () => {
  const paths = {
    strokes: 3,
    starts: new Uint32Array([0, 5, 7, 9]),
    kind: new Uint32Array([0, 1, 2]),
    kinds: { role: new Uint8Array([0, 1, 2]) },
  };
  const counts = piecesOf(
    paths as never,
    (role) => role < 2,
    (role) => role === 0,
  );
  expect(counts).toEqual({ all: 6, outside: 5, outermost: 4 });
});

it('spreads numbers over the layers', () => {
  expect(spread(1000, 4)).toEqual([125, 375, 625, 875]);
  expect(spread(2, 4)).toEqual([1, 2]);
});

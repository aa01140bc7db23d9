import { expect, it } from 'vitest';
import { spans } from './spans';

const pass = (layer: number, start: number, slots: number[], piece = '') => ({
  layer,
  start,
  slots,
  piece,
});

it('joins layers of the same filaments', () => {
  const found = spans([pass(1, 30, [1]), pass(2, 60, [1]), pass(3, 90, [1, 2])], 120);
  expect(found.map(({ from, to, layer }) => [from, to, layer])).toEqual([
    [30, 90, 1],
    [90, 120, 3],
  ]);
});

it('keeps pieces apart that are printed one at a time', () => {
  const found = spans([pass(1, 0, [1], 'gull'), pass(1, 50, [1], 'pebble')], 80);
  expect(found.map(({ piece, from, to }) => [piece, from, to])).toEqual([
    ['gull', 0, 50],
    ['pebble', 50, 80],
  ]);
});

it('leaves out layers in which nothing is printed', () => {
  const found = spans([pass(1, 0, [1]), pass(2, 40, []), pass(3, 40, [1]), pass(4, 90, [])], 90);
  expect(found.map(({ from, to }) => [from, to])).toEqual([[0, 90]]);
});

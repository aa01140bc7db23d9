import { expect, it } from 'vitest';
import { bedEdge, bedGrid } from './bed';

const FLAT = { bedX: 40, bedY: 20, bedShape: 'rectangular' };
const ROUND = { bedX: 40, bedY: 40, bedShape: 'round' };

it('draws a rectangular bed to its edges', () => {
  expect(bedEdge(FLAT)).toEqual([0, 0, 40, 0, 40, 20, 0, 20]);
  expect(bedGrid(FLAT)).toHaveLength(4 * (5 + 3));
  expect(bedGrid(FLAT).slice(0, 4)).toEqual([0, 0, 0, 20]);
});

it('draws a round bed with no line beyond its edge', () => {
  for (const points of [bedEdge(ROUND), bedGrid(ROUND)]) {
    for (let i = 0; i < points.length; i += 2) {
      expect(Math.hypot(points[i]! - 20, points[i + 1]! - 20)).toBeLessThan(20 + 1e-9);
    }
  }
  expect(bedGrid(ROUND).slice(8, 12)).toEqual([20, 0, 20, 40]);
});

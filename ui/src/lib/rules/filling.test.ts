import { expect, it } from 'vitest';
import type { FillingView } from '../api/client';
import { levelAt, opened } from './filling';

const FILLING: FillingView = {
  piece: 'foot',
  proposedMm: 4,
  reason: '',
  levels: [
    { layer: 11, heightMm: 2, openingMm: 30, bridgeMm: 0, volumeMm3: 0 },
    { layer: 21, heightMm: 4, openingMm: 30, bridgeMm: 0, volumeMm3: 1400 },
    { layer: 31, heightMm: 6, openingMm: 15, bridgeMm: null, volumeMm3: 2800 },
  ],
};

it('finds what a stop meets, and nothing outside of the hollow', () => {
  expect(levelAt(FILLING, 4)?.volumeMm3).toBe(1400);
  expect(levelAt(FILLING, 5)).toBeUndefined();
  expect(levelAt(FILLING, 8)).toBeUndefined();
});

it('draws the opening over the height', () => {
  expect(opened(FILLING, 100, 52)).toBe('M0 52L0.0 12.0L50.0 12.0L100.0 32.0L100 52Z');
});

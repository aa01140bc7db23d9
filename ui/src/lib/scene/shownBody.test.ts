import { expect, it } from 'vitest';
import { shownBands } from './shownBody';

it('shows many bands as fewer, each up to where one of them ends', () => {
  const bands = Array.from({ length: 150 }, (_, i) => ({ to: i + 1, colour: `#0000${i}` }));
  const shown = shownBands(bands);
  expect(shown).toHaveLength(64);
  expect(shown.at(-1)!.to).toBe(150);
  expect(shown.every((band, i) => i === 0 || band.to > shown[i - 1]!.to)).toBe(true);
  expect(shown.every((band) => bands.some((b) => b.to === band.to))).toBe(true);
  const few = bands.slice(0, 64);
  expect(shownBands(few)).toBe(few);
});

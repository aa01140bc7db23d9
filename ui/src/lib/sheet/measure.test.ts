import { expect, it } from 'vitest';
import { luminance } from '../model/colours';
import { colourIn, rangeOf, SCALE } from './measure';

it('goes from light to dark, each step darker than the one before', () => {
  const tones = SCALE.map(luminance);
  expect(tones.every((tone, i) => i === 0 || tone < tones[i - 1]!)).toBe(true);
});

it('gives the ends of a range the ends of the scale, and one value alone the darkest', () => {
  const range = { low: 20, high: 80 };
  expect(colourIn(range, 20)).toBe(SCALE[0]);
  expect(colourIn(range, 80)).toBe(SCALE.at(-1));
  expect(colourIn(range, 50)).toBe(SCALE[6]);
  expect(colourIn({ low: 5, high: 5 }, 5)).toBe(SCALE.at(-1));
});

it('finds the range of the values, if there are any', () => {
  expect(rangeOf(new Float32Array([3, 1, 2]))).toEqual({ low: 1, high: 3 });
  expect(rangeOf([])).toBeUndefined();
});

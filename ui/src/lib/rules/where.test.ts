import { expect, it } from 'vitest';
import { ranges, whereText } from './where';

it('says where a rule holds', () => {
  const name = (id: string) => id.toUpperCase();
  expect(whereText({}, name)).toBe('everything');
  expect(whereText({ pieces: ['tile'], strata: [2] }, name)).toBe('TILE · stratum 2');
  expect(whereText({ strata: [1, 2, 3, 7] }, name)).toBe('strata 1 to 3, 7');
});

it('joins numbers that follow each other', () => {
  expect(ranges([4, 1, 2])).toBe('1, 2, 4');
  expect(ranges([5, 6, 7, 9])).toBe('5 to 7, 9');
});

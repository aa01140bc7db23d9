import { expect, it } from 'vitest';
import { isSamePlace, type Names, ranges, regionKind, whereText } from './where';

const number = (id: string) => Number(id.slice(1));
const name: Names = {
  nameOf: (kind, id) => `${kind} ${id.toUpperCase()}`,
  stratumNumber: number,
  planStratumNumber: number,
};

it('says where a rule holds', () => {
  expect(whereText({}, name)).toBe('everything');
  expect(whereText({ pieces: ['tile'], strata: ['s2'] }, name)).toBe('piece TILE · stratum 2');
  expect(whereText({ strata: ['s1', 's2', 's3', 's7'] }, name)).toBe('strata 1 to 3, 7');
  expect(whereText({ strata: ['s0'] }, name)).toBe('no stratum');
  expect(whereText({ planStrata: ['s0', 's2'] }, name)).toBe('stratum 2 of the plan');
  expect(whereText({ regions: ['core'], roles: ['outer wall', 'infill'] }, name)).toBe(
    'region CORE · outer wall, infill',
  );
  expect(
    whereText({ bodies: ['a', 'b'], layers: { from: 'stratum', first: 1, last: 3 } }, name),
  ).toBe('body A, body B · layers 1 to 3 of the stratum');
  expect(whereText({ layers: { from: 'piece', first: 4 } }, name)).toBe('layers from 4');
});

it('tells places apart', () => {
  expect(
    isSamePlace({ pieces: ['a'], strata: ['s1'] }, { pieces: ['a'], strata: ['s1'], roles: [] }),
  ).toBe(true);
  expect(isSamePlace({ pieces: ['a'] }, { pieces: ['a'], regions: ['core'] })).toBe(false);
  expect(isSamePlace({ layers: { from: 'piece' } }, {})).toBe(false);
  expect(isSamePlace(undefined, {})).toBe(false);
});

it('names the kinds of regions', () => {
  expect(regionKind({ id: 'r', core: { walls: 2, layers: 3 } })).toBe('core');
  expect(regionKind({ id: 'r', solid: { mesh: 'm' } })).toBe('mesh');
});

it('joins numbers that follow each other', () => {
  expect(ranges([4, 1, 2])).toBe('1, 2, 4');
  expect(ranges([5, 6, 7, 9])).toBe('5 to 7, 9');
});

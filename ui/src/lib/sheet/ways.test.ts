import { expect, it } from 'vitest';
import type { LayerPaths } from '../api/layer';
import { seamsOf, waysOf } from './ways';

const OUTER = 0;

/** A closed outer wall, an infill line that is reached round a corner, and one after a change. */
const paths = {
  strokes: 3,
  starts: new Uint32Array([0, 4, 6, 8]),
  xy: new Float32Array([0, 0, 4, 0, 0, 4, 0, 0, 8, 8, 9, 8, 1, 1, 2, 1]),
  viaStarts: new Uint32Array([0, 0, 1, 1]),
  via: new Float32Array([0, 8]),
  kind: new Uint32Array([0, 1, 1]),
  kinds: { role: new Uint8Array([OUTER, 5]) },
  retracted: new Uint8Array([0, 1, 2]),
} as unknown as LayerPaths;

const PLACES = [0, 0, 0, 8, 8, 8];

it('tells the ways between lines with what becomes of the strand, and not those from elsewhere', () => {
  expect(waysOf(paths)).toEqual([{ drawnBack: true, places: PLACES }]);
  const plain = { ...paths, retracted: new Uint8Array([0, 0, 2]) };
  expect(waysOf(plain)).toEqual([{ drawnBack: false, places: PLACES }]);
  expect(waysOf(paths, 1)).toEqual([]);
});

it('marks where closed outer walls begin, as far as they are played', () => {
  expect(seamsOf(paths, OUTER)).toEqual([{ x: 0, y: 0 }]);
  expect(seamsOf(paths, 5)).toEqual([]);
  expect(seamsOf(paths, OUTER, 0)).toEqual([]);
});

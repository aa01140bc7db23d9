import { expect, it } from 'vitest';
import type { LayerPaths } from '../api/layer';
import { waysOf } from './wayMarks';

const OUTER = 0;

/** A closed outer wall, an infill line that is reached round a corner, and one after a change. */
const paths = {
  strokes: 3,
  starts: new Uint32Array([0, 4, 6, 8]),
  xy: new Float32Array([0, 0, 4, 0, 0, 4, 0, 0, 8, 8, 9, 8, 1, 1, 2, 1]),
  viaStarts: new Uint32Array([0, 0, 1, 1]),
  via: new Float32Array([0, 8]),
  role: new Uint8Array([OUTER, 5, 5]),
  retracted: new Uint8Array([0, 1, 2]),
} as unknown as LayerPaths;

it('tells the ways between lines by what becomes of the strand, and not those from elsewhere', () => {
  const ways = waysOf(paths, OUTER);
  expect([...ways.plain]).toEqual([]);
  expect([...ways.drawnBack]).toEqual([0, 0, 0, 8, 0, 8, 8, 8]);
});

it('keeps a plain way apart', () => {
  const plain = { ...paths, retracted: new Uint8Array([0, 0, 2]) };
  expect([...waysOf(plain, OUTER).plain]).toEqual([0, 0, 0, 8, 0, 8, 8, 8]);
});

it('marks where closed outer walls begin, as far as they are played', () => {
  expect([...waysOf(paths, OUTER).seams]).toEqual([0, 0]);
  expect([...waysOf(paths, 5).seams]).toEqual([]);
  expect([...waysOf(paths, OUTER, 1).drawnBack]).toEqual([]);
  expect([...waysOf(paths, OUTER, 0).seams]).toEqual([]);
});

import { expect, it } from 'vitest';
import { extentOf } from './extent';

const ROOM = { bedX: 200, bedY: 150, bedShape: 'rectangular', tiltDegrees: 45, heightMm: 100 };
const BOXES = [
  { min: [20, 30, 0], max: [50, 60, 10] },
  { min: [90, 10, 0], max: [100, 20, 30] },
];

it('shows all that stands on the bed, or the bed', () => {
  expect(extentOf(BOXES, ROOM as never, 5)).toEqual([12, 2, 108, 68]);
  expect(extentOf([], ROOM as never, 5)).toEqual([0, 0, 200, 150]);
});

it('begins where a layer leaves the belt, and reaches as far as pieces are high', () => {
  const [x0, y0, x1, y1] = extentOf(BOXES, { ...ROOM, bedShape: 'belt' } as never, 40);
  expect([x0, x1]).toEqual([12, 108]);
  // At 45° a layer at 40 mm meets the belt at Y 40; 38 mm of height are 53.74 mm up the layer.
  expect(y1).toBeCloseTo(48, 9);
  expect(y0).toBeCloseTo(40 - 38 * Math.SQRT2, 9);
});

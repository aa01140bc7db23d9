import { expect, it } from 'vitest';
import { beltEdge, machineY, reachIn, tiltOf } from './belt';

const BED = { bedX: 200, bedY: 100, bedShape: 'rectangular', tiltDegrees: 45, heightMm: 50 };
const BELT = { ...BED, bedShape: 'belt' };

it('has a tilt over a belt only', () => {
  expect(tiltOf(BED)).toBe(0);
  expect(tiltOf(BELT)).toBeCloseTo(Math.PI / 4);
});

it('counts Y of a layer up from the belt', () => {
  expect(machineY(BED, 30, 10)).toBe(30);
  expect(beltEdge(BELT, 10)).toBeCloseTo(10);
  expect(machineY(BELT, 4, 10)).toBeCloseTo(6);
});

it('reaches as far up the tilt as the machine is high', () => {
  expect(reachIn(BED, 10)).toEqual({ bed: BED, y: 0 });
  const { bed, y } = reachIn(BELT, 10);
  expect(bed.bedX).toBe(200);
  expect(bed.bedY).toBeCloseTo(50 * Math.SQRT2);
  expect(y + bed.bedY).toBeCloseTo(10);
});

import { expect, it } from 'vitest';
import { sum, timeRows } from './table';

const ledger = {
  seconds: 100,
  travelSeconds: 12,
  liftSeconds: 3,
  changeSeconds: 0,
  heatingSeconds: 0,
  coolingSeconds: 0,
  savedChanges: 0,
  roles: [
    { role: 'outer wall', seconds: 30, volumeMm3: 400 },
    { role: 'infill', seconds: 55, volumeMm3: 600.5 },
  ],
  shares: [],
  slots: [
    { slot: 2, filament: 'slate', lengthMm: 416, volumeMm3: 1000.5, massG: 1.24, cost: 0.03 },
  ],
  halts: [],
  startMm: 416,
};

it('tells where the time goes, the longest first, and it adds up', () => {
  const rows = timeRows(ledger);
  expect(rows.map((row) => row.what)).toEqual([
    'infill',
    'outer wall',
    'travel',
    'from layer to layer',
  ]);
  expect(sum(rows, (row) => row.seconds)).toBe(ledger.seconds);
});

import { expect, it } from 'vitest';
import { shareRows, sum, timeRows, totals } from './table';

const ledger = {
  seconds: 100,
  travelSeconds: 12,
  liftSeconds: 3,
  changeSeconds: 0,
  heatingSeconds: 0,
  coolingSeconds: 0,
  savedChanges: 0,
  currency: '€',
  roles: [
    { role: 'outer wall', seconds: 30, lengthMm: 166, volumeMm3: 400, massG: 0.5, cost: 0.01 },
    { role: 'infill', seconds: 55, lengthMm: 250, volumeMm3: 600.5, massG: 0.74, cost: 0.02 },
  ],
  shares: [],
  slots: [
    {
      slot: 2,
      filament: 'slate',
      seconds: 85,
      lengthMm: 416,
      volumeMm3: 1000.5,
      massG: 1.24,
      cost: 0.03,
    },
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

it('lays as much as the filaments that are used', () => {
  const { seconds, ...laid } = totals(timeRows(ledger));
  expect(seconds).toBe(100);
  expect(totals(ledger.slots)).toMatchObject(laid);
});

it('takes shares of one name together, in their order', () => {
  const share = { piece: 'a', stratum: 1, regions: [], ...totals(ledger.slots) };
  const rows = shareRows(
    [share, { ...share, piece: 'b' }, { ...share, stratum: 2 }],
    ({ piece }) => piece,
  );
  expect(rows.map(({ what, seconds, cost }) => [what, seconds, cost])).toEqual([
    ['a', 170, 0.06],
    ['b', 85, 0.03],
  ]);
});

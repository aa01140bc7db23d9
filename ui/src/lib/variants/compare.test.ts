import { expect, it } from 'vitest';
import { RESULT, SHELF } from '../testing/fakeServer';
import { compared, layerBeside, type Print } from './compare';

const { ledger } = RESULT;
const [chalk, slate] = SHELF.filaments;
const PRINT: Print = { ledger, filament: () => chalk! };

function rows(one: Print, other: Print) {
  return compared(one, other).flatMap((group) => group.rows);
}

it('finds a print equal to itself', () => {
  expect(rows(PRINT, PRINT).filter((row) => row.difference !== '')).toEqual([]);
  expect(rows(PRINT, PRINT)[0]).toMatchObject({ what: 'time' });
});

it('gives differences their sign', () => {
  const longer: Print = { ...PRINT, ledger: { ...ledger, seconds: ledger.seconds + 300 } };
  expect(rows(PRINT, longer).filter((row) => row.difference !== '')).toMatchObject([
    { what: 'time', difference: '+5 min' },
  ]);
  expect(rows(longer, PRINT)[0]).toMatchObject({ difference: '−5 min' });
});

it('tells filaments by what they are and not by their slots', () => {
  const slot = { slot: 1, filament: 'x', seconds: 1, lengthMm: 1, volumeMm3: 1, massG: 4, cost: 0 };
  const one: Print = { ledger: { ...ledger, slots: [slot] }, filament: () => chalk! };
  const other: Print = {
    ledger: {
      ...ledger,
      slots: [
        { ...slot, massG: 1 },
        { ...slot, slot: 2, massG: 3 },
      ],
    },
    filament: (n) => (n === 2 ? chalk! : slate!),
  };
  const [, filaments] = compared(one, other);
  expect(filaments!.rows).toEqual([
    { what: chalk!.name, one: '4.0 g', other: '3.0 g', difference: '−1.0 g' },
    { what: slate!.name, one: '0.0 g', other: '1.0 g', difference: '+1.0 g' },
  ]);
});

it('says costs in a currency that both prints have', () => {
  const cost = (currency: string) => {
    const other = { ...PRINT, ledger: { ...ledger, currency } };
    const row = rows(PRINT, other).find(({ what }) => what === 'cost');
    return row!.one;
  };
  expect(cost(ledger.currency)).toMatch(/^\d+\.\d\d €$/);
  expect(cost('£')).toMatch(/^\d+\.\d\d$/);
});

it('stands beside a layer of another thickness', () => {
  const thin = { bottom: 0, tops: [0.2, 0.4, 0.6, 0.8, 1] };
  const thick = { bottom: 0, tops: [0.5, 1] };
  expect(layerBeside(thin, 2, thick, 1)).toBe(1);
  expect(layerBeside(thin, 3, thick, 1)).toBe(1);
  expect(layerBeside(thin, 4, thick, 1)).toBe(2);
  expect(layerBeside(thick, 2, thin, 3)).toBe(3);
  expect(layerBeside(thick, 2, thin, 1)).toBe(3);
  expect(layerBeside(thin, 5, { bottom: 0, tops: [0.3] }, 1)).toBe(1);
});

import { expect, it } from 'vitest';
import { RESULT, SHELF } from '../testing/fakeServer';
import {
  after,
  beginning,
  clockTime,
  fieldTime,
  firstSlot,
  keepStart,
  keptStart,
  nextAt,
  readDayTime,
  shortTime,
  tasks,
} from './runSheet';
import { strandGrams } from './strand';

const START = new Date(2026, 5, 1, 22, 50);
const HALT = RESULT.ledger.halts[0]!;

it('says when the operator is needed', () => {
  const quiet = { ...HALT, atSeconds: 2000, needsOperator: false };
  const late = { ...HALT, atSeconds: 4500 };
  const [first, second, ...more] = tasks({ ...RESULT.ledger, halts: [HALT, quiet, late] }, START);
  expect(more).toEqual([]);
  expect(clockTime(first!.at, START)).toBe('23:20');
  expect(second!.number).toBe(2);
  expect(clockTime(second!.at, START)).toMatch(/^Tue,? 2 Jun, 00:05$/);
});

it('names the strata that begin where something is to be done', () => {
  const piece = RESULT.pieces[0]!;
  const strata = [1, 2].map((number) => ({
    ...piece.strata[0]!,
    number,
    name: number === 2 ? 'lantern room' : 'foot',
    from: number === 2 ? HALT.heightMm : 0,
  }));
  const pieces = [{ ...piece, strata }];
  const between = { ...HALT, withinLayer: false };
  expect(beginning(between, pieces)).toEqual(['lantern room']);
  expect(beginning({ ...between, heightMm: 0 }, pieces)).toEqual([]);
  expect(beginning({ ...HALT, withinLayer: true }, pieces)).toEqual([]);
});

it('begins with what comes out first, or with the only filament', () => {
  expect(firstSlot(RESULT.ledger)).toBe(1);
  expect(firstSlot({ ...RESULT.ledger, halts: [{ ...HALT, fromSlot: 2, toSlot: 1 }] })).toBe(2);
  expect(firstSlot({ ...RESULT.ledger, halts: [] })).toBe(1);
  expect(firstSlot({ ...RESULT.ledger, halts: [], slots: [] })).toBeUndefined();
});

it('weighs strand', () => {
  expect(strandGrams(1000, SHELF.filaments[0]!)).toBeCloseTo(2.98255, 4);
});

it('fills a field for date and time with local time', () => {
  expect(fieldTime(START)).toBe('2026-06-01T22:50');
});

it('tells the time of day, and how many days later it is', () => {
  const start = new Date(2026, 5, 1, 22, 50);
  expect(shortTime(start, start)).toBe('22:50');
  expect(shortTime(after(start, 4500), start)).toBe('00:05 +1 d');
});

it('starts today, or tomorrow if that time is over', () => {
  const now = new Date(2026, 5, 1, 12, 0);
  expect(nextAt('13:30', now)).toEqual(new Date(2026, 5, 1, 13, 30));
  expect(nextAt('08:30', now)).toEqual(new Date(2026, 5, 2, 8, 30));
});

it('keeps the start of each plan', () => {
  keepStart('p', '08:30');
  expect([keptStart('p'), keptStart('q')]).toEqual(['08:30', '']);
});

it('reads times of day as people type them', () => {
  expect(['8:30', ' 08.30', '830', '8', '21'].map(readDayTime)).toEqual([
    '08:30',
    '08:30',
    '08:30',
    '08:00',
    '21:00',
  ]);
  expect(['', 'soon', '25:00', '8:75'].map(readDayTime)).toEqual(Array(4).fill(undefined));
});

import { expect, it } from 'vitest';
import { byDay, timeOf, type HistoryEntry } from './days';

const NOW = new Date(2026, 2, 9, 0, 30);

function entry(made: Date, what: string): HistoryEntry {
  return { revision: what, made: made.toISOString(), what, standing: 'EARLIER' };
}

it('groups states by day, also just after midnight', () => {
  const days = byDay(
    [
      entry(new Date(2026, 2, 9, 0, 20), 'c'),
      entry(new Date(2026, 2, 8, 23, 59), 'b'),
      entry(new Date(2026, 2, 8, 8, 0), 'a'),
      entry(new Date(2026, 1, 28, 8, 0), 'Started'),
    ],
    NOW,
  );
  expect(days.map((day) => [day.name, day.entries.map((e) => e.what)])).toEqual([
    ['Today', ['c']],
    ['Yesterday', ['b', 'a']],
    [expect.stringMatching(/^Saturday,? 28 February 2026$/), ['Started']],
  ]);
});

it('says the time of day', () => {
  expect(timeOf(entry(new Date(2026, 2, 8, 8, 5), 'a'))).toBe('08:05');
});

it('makes no days of no states', () => {
  expect(byDay([], NOW)).toEqual([]);
});

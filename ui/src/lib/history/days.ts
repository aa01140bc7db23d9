import type { Schemas } from '../api/client';

export type HistoryEntry = Schemas['HistoryEntry'];

/** States of one day, the newest first. */
export interface Day {
  readonly name: string;
  readonly entries: HistoryEntry[];
}

const DAY = new Intl.DateTimeFormat('en-GB', { dateStyle: 'full' });
const TIME = new Intl.DateTimeFormat('en-GB', { timeStyle: 'short' });

/** The time of day at which a state was made, such as `14:05`. */
export function timeOf(entry: HistoryEntry): string {
  return TIME.format(new Date(entry.made));
}

function nameOf(day: Date, now: Date): string {
  const yesterday = new Date(now);
  yesterday.setDate(now.getDate() - 1);
  switch (day.toDateString()) {
    case now.toDateString():
      return 'Today';
    case yesterday.toDateString():
      return 'Yesterday';
    default:
      return DAY.format(day);
  }
}

/**
 * Groups states by the day on which they were made, in the time zone of the browser.
 *
 * @param entries the newest first
 */
export function byDay(entries: readonly HistoryEntry[], now: Date): Day[] {
  const days: Day[] = [];
  for (const entry of entries) {
    const name = nameOf(new Date(entry.made), now);
    if (days.at(-1)?.name !== name) {
      days.push({ name, entries: [] });
    }
    days.at(-1)!.entries.push(entry);
  }
  return days;
}

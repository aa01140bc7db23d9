import type { HaltView, LedgerView } from '../api/client';

/** Something that the operator has to do during a print. */
export interface Task {
  number: number;
  halt: HaltView;
  at: Date;
}

/** What needs the operator, in its order, with the time of day. */
export function tasks(ledger: LedgerView, start: Date): Task[] {
  return ledger.halts
    .filter((halt) => halt.needsOperator)
    .map((halt, i) => ({ number: i + 1, halt, at: after(start, halt.atSeconds) }));
}

export function after(start: Date, seconds: number): Date {
  return new Date(start.getTime() + 1000 * seconds);
}

/** Time of day, with the day if it is another one than that of the start. */
export function clockTime(at: Date, start: Date): string {
  const time = at.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
  return at.toDateString() === start.toDateString()
    ? time
    : `${at.toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short' })}, ${time}`;
}

/** As a field for date and time has it. */
export function fieldTime(at: Date): string {
  const local = new Date(at.getTime() - 60_000 * at.getTimezoneOffset());
  return local.toISOString().slice(0, 16);
}

/** Slot of the filament that is loaded at the start. */
export function firstSlot(ledger: LedgerView): number | undefined {
  return ledger.halts.find((halt) => halt.colourChange)?.fromSlot ?? ledger.slots[0]?.slot;
}

/**
 * Time of day some seconds after another one, with the number of days that have passed.
 *
 * @param start as 08:30
 */
export function dayTime(start: string, seconds: number): string {
  const [hours, minutes] = start.split(':').map(Number) as [number, number];
  const all = 60 * hours + minutes + Math.round(seconds / 60);
  const days = Math.floor(all / 1440);
  const two = (n: number) => String(n).padStart(2, '0');
  return `${two(Math.floor(all / 60) % 24)}:${two(all % 60)}${days > 0 ? ` +${days} d` : ''}`;
}

/** A time of day as 08:30, from what was typed: 8:30, 8.30, 830 or 8; undefined if it is none. */
export function readDayTime(typed: string): string | undefined {
  const [, hours, minutes = '00'] = /^(\d{1,2})(?:[:.]?(\d\d))?$/.exec(typed.trim()) ?? [];
  return hours !== undefined && Number(hours) < 24 && Number(minutes) < 60
    ? `${hours.padStart(2, '0')}:${minutes}`
    : undefined;
}

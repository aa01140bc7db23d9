import type { HaltView, LedgerView, PieceView } from '../api/client';

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

/** Names of the strata that begin where a halt is. */
export function beginning(halt: HaltView, pieces: readonly PieceView[]): string[] {
  const names = pieces
    .flatMap((piece) => piece.strata)
    .filter((stratum) => !halt.withinLayer && stratum.number > 1 && stratum.from === halt.heightMm)
    .map((stratum) => stratum.name.trim())
    .filter((name) => name !== '');
  return [...new Set(names)];
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

/** Time of day, and how many days later than the start. */
export function shortTime(at: Date, start: Date): string {
  const time = at.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
  const midnight = new Date(start).setHours(0, 0, 0, 0);
  const days = Math.round((new Date(at).setHours(0, 0, 0, 0) - midnight) / 86_400_000);
  return days > 0 ? `${time} +${days} d` : time;
}

/**
 * The day's time, or tomorrow's if it is over.
 *
 * @param time as 08:30
 */
export function nextAt(time: string, now = new Date()): Date {
  const [hours, minutes] = time.split(':').map(Number) as [number, number];
  const at = new Date(now);
  at.setHours(hours, minutes, 0, 0);
  if (at < now) {
    at.setDate(at.getDate() + 1);
  }
  return at;
}

const START = 'start of the print of ';

/** The time of day at which a plan's print is said to start, as 08:30; empty if it is not said. */
export function keptStart(plan: string): string {
  return sessionStorage.getItem(START + plan) ?? '';
}

/** Keeps that for the ribbon and the run sheet, as long as the window is open. */
export function keepStart(plan: string, time: string): void {
  sessionStorage.setItem(START + plan, time);
}

/** A time of day as 08:30, from what was typed: 8:30, 8.30, 830 or 8; undefined if it is none. */
export function readDayTime(typed: string): string | undefined {
  const [, hours, minutes = '00'] = /^(\d{1,2})(?:[:.]?(\d\d))?$/.exec(typed.trim()) ?? [];
  return hours !== undefined && Number(hours) < 24 && Number(minutes) < 60
    ? `${hours.padStart(2, '0')}:${minutes}`
    : undefined;
}

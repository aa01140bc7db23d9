import type { LedgerView } from '../api/client';

/** What takes time, and what is laid meanwhile. */
export interface TimeRow {
  readonly what: string;
  readonly seconds: number;
  /** 0 for what lays nothing. */
  readonly volumeMm3: number;
}

/** Where the time goes, the longest first; the seconds add up to those of the whole print. */
export function timeRows(ledger: LedgerView): TimeRow[] {
  const rows = [
    ...ledger.roles.map(({ role, seconds, volumeMm3 }) => ({ what: role, seconds, volumeMm3 })),
    { what: 'travel', seconds: ledger.travelSeconds, volumeMm3: 0 },
    { what: 'from layer to layer', seconds: ledger.liftSeconds, volumeMm3: 0 },
    { what: 'changes and stops', seconds: ledger.changeSeconds, volumeMm3: 0 },
    { what: 'heating', seconds: ledger.heatingSeconds, volumeMm3: 0 },
    { what: 'cooling', seconds: ledger.coolingSeconds, volumeMm3: 0 },
  ];
  return rows.filter((row) => row.seconds > 0).sort((a, b) => b.seconds - a.seconds);
}

/** The sum of a column. */
export function sum<T>(rows: readonly T[], of: (row: T) => number): number {
  return rows.reduce((all, row) => all + of(row), 0);
}

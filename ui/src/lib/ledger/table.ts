import type { LedgerView, ShareView } from '../api/client';

/** What something takes. */
export interface Amounts {
  readonly seconds: number;
  /** Of strand. */
  readonly lengthMm: number;
  readonly volumeMm3: number;
  readonly massG: number;
  readonly cost: number;
}

/** What takes time, and what is laid meanwhile. */
export interface Row extends Amounts {
  readonly what: string;
}

const NOTHING: Amounts = { seconds: 0, lengthMm: 0, volumeMm3: 0, massG: 0, cost: 0 };

/** What there is in a row. */
export const COLUMNS = Object.keys(NOTHING) as (keyof Amounts)[];

/** Where the time goes, the longest first; the seconds add up to those of the whole print. */
export function timeRows(ledger: LedgerView): Row[] {
  const rows: Row[] = [
    ...ledger.roles.map(({ role, ...amounts }) => ({ what: role, ...amounts })),
    { ...NOTHING, what: 'travel', seconds: ledger.travelSeconds },
    { ...NOTHING, what: 'from layer to layer', seconds: ledger.liftSeconds },
    { ...NOTHING, what: 'changes and stops', seconds: ledger.changeSeconds },
    { ...NOTHING, what: 'heating', seconds: ledger.heatingSeconds },
    { ...NOTHING, what: 'cooling', seconds: ledger.coolingSeconds },
  ];
  return rows.filter((row) => row.seconds > 0).sort((a, b) => b.seconds - a.seconds);
}

/**
 * What pieces take, or strata and regions in them: shares that are called the same are one row, in
 * the order in which they come.
 */
export function shareRows(shares: readonly ShareView[], name: (of: ShareView) => string): Row[] {
  const groups = new Map<string, ShareView[]>();
  for (const share of shares) {
    const what = name(share);
    groups.set(what, [...(groups.get(what) ?? []), share]);
  }
  return [...groups].map(([what, group]) => ({ what, ...totals(group) }));
}

/** The sums of all columns. */
export function totals(rows: readonly Amounts[]): Amounts {
  const all = COLUMNS.map((column) => [column, sum(rows, (row) => row[column])]);
  return Object.fromEntries(all) as Record<keyof Amounts, number>;
}

/** The sum of a column. */
export function sum<T>(rows: readonly T[], of: (row: T) => number): number {
  return rows.reduce((all, row) => all + of(row), 0);
}

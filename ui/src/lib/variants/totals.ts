import { client, type LedgerView } from '../api/client';
import { sum } from '../ledger/table';

/** What a print takes in all. */
export interface Totals {
  readonly seconds: number;
  readonly changes: number;
  readonly grams: number;
  readonly cost: number;
  /** Of the cost; empty if there is no one. */
  readonly currency: string;
}

export function totalsOf(ledger: LedgerView): Totals {
  return {
    seconds: ledger.seconds,
    changes: ledger.halts.filter((halt) => halt.colourChange).length,
    grams: sum(ledger.slots, (slot) => slot.massG),
    cost: sum(ledger.slots, (slot) => slot.cost),
    currency: ledger.currency,
  };
}

/** What a revision takes, computed if it is not known; undefined if it is impossible. */
export async function computedTotals(revision: string): Promise<Totals | undefined> {
  const { data, response } = await client.GET('/api/revisions/{revision}/result', {
    params: { path: { revision } },
  });
  return response.ok ? totalsOf((data as { ledger: LedgerView }).ledger) : undefined;
}

/** For each number the least that any of several prints takes. */
export function least(all: readonly Totals[]): Omit<Totals, 'currency'> {
  const of = (key: keyof Omit<Totals, 'currency'>) => Math.min(...all.map((totals) => totals[key]));
  return { seconds: of('seconds'), changes: of('changes'), grams: of('grams'), cost: of('cost') };
}

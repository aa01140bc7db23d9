import type { Filament, LedgerView } from '../api/client';
import { sum, timeRows } from '../ledger/table';
import {
  duration,
  layerBottom,
  layerFromPlane,
  layerTop,
  money,
  type Heights,
} from '../model/heights';
import { totalsOf } from './totals';

const SAME_MM = 1e-6;

/** One number of two prints, and how they differ. */
export interface ComparedRow {
  readonly what: string;
  readonly one: string;
  readonly other: string;
  /** Other less one, with its sign; empty if both are the same. */
  readonly difference: string;
}

/** Numbers that belong together. */
export interface ComparedGroup {
  readonly title: string;
  readonly rows: readonly ComparedRow[];
}

export interface Print {
  readonly ledger: LedgerView;
  readonly filament: (slot: number) => Filament;
}

type Text = (value: number) => string;

const grams: Text = (g) => `${g.toFixed(1)} g`;

function row(what: string, one: number, other: number, text: Text): ComparedRow {
  const by = other - one;
  const less = text(Math.abs(by));
  const same = less === text(0);
  const difference = same ? '' : `${by < 0 ? '−' : '+'}${less}`;
  return { what, one: text(one), other: text(other), difference };
}

/** Time, changes, material and cost of two prints: sums first, then what they consist of. */
export function compared(one: Print, other: Print): ComparedGroup[] {
  const total = (of: (print: Print) => number, what: string, text: Text) =>
    row(what, of(one), of(other), text);
  const totals = (print: Print) => totalsOf(print.ledger);
  const currency = one.ledger.currency === other.ledger.currency ? one.ledger.currency : '';
  const needed = (print: Print) => print.ledger.halts.filter((halt) => halt.needsOperator).length;
  const sums = [
    total((print) => totals(print).seconds, 'time', duration),
    total((print) => totals(print).changes, 'changes of filament', String),
    total(needed, 'needs the operator', (n) => `${n} ×`),
    total((print) => totals(print).grams, 'material', grams),
    total(
      (print) => totals(print).cost,
      'cost',
      (cost) => money(cost, currency),
    ),
  ];
  const massOf = (print: Print, id: string) =>
    sum(
      print.ledger.slots.filter((slot) => print.filament(slot.slot).id === id),
      (slot) => slot.massG,
    );
  const masses = filaments(one, other).map(({ id, name }) =>
    row(name, massOf(one, id), massOf(other, id), grams),
  );
  const times = [timeRows(one.ledger), timeRows(other.ledger)] as const;
  const named = [...new Set(times.flat().map((time) => time.what))];
  const spent = named.map((what) => {
    const seconds = times.map((list) => list.find((time) => time.what === what)?.seconds ?? 0);
    return row(what, seconds[0]!, seconds[1]!, duration);
  });
  return [
    { title: 'in all', rows: sums },
    { title: 'of each filament', rows: masses },
    { title: 'where the time goes', rows: spent },
  ];
}

/**
 * The layer of one print that is shown beside a layer of another, which may be thicker or thinner:
 * the one where it stands already if both have some height in common, else the one in which the
 * bottom of the other lies.
 */
export function layerBeside(
  heights: Heights,
  layer: number,
  others: Heights,
  standing: number,
): number {
  const bottom = layerBottom(heights, layer);
  const common =
    Math.min(layerTop(heights, layer), layerTop(others, standing)) -
    Math.max(bottom, layerBottom(others, standing));
  return common > SAME_MM ? standing : layerFromPlane(others, bottom);
}

/** Filaments that either print uses. */
function filaments(one: Print, other: Print): Filament[] {
  const used = [one, other].flatMap((print) =>
    print.ledger.slots.map((slot) => print.filament(slot.slot)),
  );
  return used.filter((filament, i) => used.findIndex((f) => f.id === filament.id) === i);
}

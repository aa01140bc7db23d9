import type { RuleView } from '../model/session.svelte';

/** Where a rule holds, in words. */
export function whereText(where: RuleView['where'], nameOf: (piece: string) => string): string {
  const pieces = (where.pieces ?? []).map(nameOf).join(', ');
  const strata = where.strata ?? [];
  const numbers =
    strata.length === 0 ? '' : `${strata.length === 1 ? 'stratum' : 'strata'} ${ranges(strata)}`;
  return [pieces, numbers].filter(Boolean).join(' · ') || 'everything';
}

/** Numbers as ranges: 1, 3 to 5. */
export function ranges(numbers: readonly number[]): string {
  const sorted = [...numbers].sort((a, b) => a - b);
  const parts: string[] = [];
  for (let i = 0; i < sorted.length;) {
    let j = i;
    while (j + 1 < sorted.length && sorted[j + 1] === sorted[j]! + 1) {
      j++;
    }
    if (j > i + 1) {
      parts.push(`${sorted[i]} to ${sorted[j]}`);
    } else {
      parts.push(...sorted.slice(i, j + 1).map(String));
    }
    i = j + 1;
  }
  return parts.join(', ');
}

import type { Place, RegionDocument } from '../model/document';

/** What a piece, a body or a region with an id is called. */
export interface Names {
  nameOf(kind: 'piece' | 'body' | 'region', id: string): string;
  /** Number of a stratum in one of some pieces, in any if the list is empty; 0 if there is none. */
  stratumNumber(id: string, pieces: readonly string[]): number;
  planStratumNumber(id: string): number;
}

/** Where a rule holds, in words. */
export function whereText(where: Place, all: Names): string {
  const names = (kind: 'piece' | 'body' | 'region', ids: string[] | undefined) =>
    (ids ?? []).map((id) => all.nameOf(kind, id)).join(', ');
  const numbered = (ids: readonly string[] = [], numberOf: (id: string) => number) => {
    const numbers = ids.map(numberOf).filter((number) => number > 0);
    return ids.length === 0
      ? ''
      : numbers.length === 0
        ? 'no stratum'
        : `${numbers.length === 1 ? 'stratum' : 'strata'} ${ranges(numbers)}`;
  };
  const ofPlan = numbered(where.planStrata, (id) => all.planStratumNumber(id));
  const parts = [
    names('piece', where.pieces),
    names('body', where.bodies),
    numbered(where.strata, (id) => all.stratumNumber(id, where.pieces ?? [])),
    ofPlan && `${ofPlan} of the plan`,
    names('region', where.regions),
    layersText(where.layers),
    (where.roles ?? []).join(', '),
  ];
  return parts.filter(Boolean).join(' · ') || 'everything';
}

function layersText(layers: Place['layers']): string {
  if (!layers) {
    return '';
  }
  const first = layers.first ?? 1;
  const span =
    layers.last === undefined ? `layers from ${first}` : `layers ${first} to ${layers.last}`;
  return layers.from === 'stratum' ? `${span} of the stratum` : span;
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

/** Whether two places name the same. */
export function isSamePlace(a: Place | undefined, b: Place | undefined): boolean {
  const key = (place: Place) =>
    JSON.stringify(
      [place.pieces, place.bodies, place.strata, place.regions, place.roles, place.planStrata].map(
        (l) => l ?? [],
      ),
    ) + JSON.stringify(place.layers ?? null);
  return a !== undefined && b !== undefined && key(a) === key(b);
}

/** The kind of a region, in a word. */
export function regionKind(region: RegionDocument): string {
  const kinds = ['core', 'slab', 'box', 'cylinder', 'sphere', 'solid', 'patch'] as const;
  const kind = kinds.find((k) => region[k] !== undefined) ?? 'region';
  return kind === 'solid' ? 'mesh' : kind;
}

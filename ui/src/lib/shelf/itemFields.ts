import type { FieldView } from '../api/client';
import { luminance } from '../model/colours';

/** A machine or a filament with all of its fields. */
export type Item = Record<string, unknown> & { id: string; name: string };

/** A part of a machine that there may be several of. */
export type Row = Record<string, unknown>;

/** The rows of a field that holds rows. */
export function rowsOf(item: Item, field: FieldView): readonly Row[] {
  return item[field.key] as readonly Row[];
}

/** Dialects by how machines that may have them change filament; the usual one comes first. */
export type Dialects = Record<string, readonly string[]>;

/**
 * A number as it was typed, with a comma for the decimal point if need be. What is no number goes
 * as it is, so that the server says what is wrong with it.
 */
export function typed(value: string): number | string {
  const number = Number(value.replace(',', '.'));
  return Number.isNaN(number) || value === '' ? value : number;
}

/** An item with another value in a field, and what goes with it. */
export function changed(item: Item, field: FieldView, value: string, dialects: Dialects): Item {
  const set = { ...item, [field.key]: field.kind === 'number' ? typed(value) : value };
  if (field.key === 'tools') {
    set['dialect'] = dialects[value]?.[0];
  } else if (field.key === 'dialect') {
    set['tools'] = Object.keys(dialects).find((one) => dialects[one]!.includes(value));
  }
  return set['tools'] === item['tools'] ? set : withNozzles(set);
}

/** As many nozzles as there have to be for how filament is changed. */
function withNozzles(item: Item): Item {
  const nozzles = item['nozzles'] as object[] | undefined;
  const several = item['tools'] === 'several nozzles';
  if (!nozzles || several === nozzles.length > 1) {
    return item;
  }
  return {
    ...item,
    nozzles: several ? [...nozzles, { ...nozzles[0], x: 20 }] : nozzles.slice(0, 1),
  };
}

/** Whether a field says anything of an item as it is. */
export function matters(item: Item, field: FieldView): boolean {
  if (field.key === 'slots') {
    return item['tools'] === 'feeder';
  }
  if (field.key === 'tiltDegrees') {
    return item['bedShape'] === 'belt';
  }
  return field.group !== 'Several nozzles' || item['tools'] === 'several nozzles';
}

/** The same as a new item, which gets an id of its own. */
export function copyOf(item: Item): Omit<Item, 'id'> {
  const rest: Omit<Item, 'id'> & { id?: string } = { ...item };
  delete rest.id;
  return { ...rest, name: `${item.name.slice(0, 90)}, a copy` };
}

/** The darkest and the lightest filament of one material that differ most. */
export function darkAndLight(filaments: readonly Item[]): [Item, Item] | undefined {
  const light = (item: Item) => luminance(String(item['colour']));
  const pairs = filaments.flatMap((dark) =>
    filaments
      .filter((other) => other['material'] === dark['material'])
      .map((other): [Item, Item] => [dark, other]),
  );
  return pairs.sort(([a, b], [c, d]) => light(d) - light(c) - (light(b) - light(a)))[0];
}

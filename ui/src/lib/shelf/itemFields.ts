import type { FieldView } from '../api/client';
import { luminance } from '../model/colours';

/** A machine or a filament with all of its fields. */
export type Item = Record<string, unknown> & { id: string; name: string };

/** Dialects by how machines that may have them change filament; the usual one comes first. */
export type Dialects = Record<string, readonly string[]>;

/** An item with another value in a field; a comma may stand for the decimal point. */
export function changed(item: Item, field: FieldView, value: string, dialects: Dialects): Item {
  const number = field.kind === 'number' ? Number(value.replace(',', '.')) : NaN;
  // What is no number goes as it is, so that the server says what is wrong with it.
  return {
    ...item,
    ...implied(field.key, value, dialects),
    [field.key]: Number.isNaN(number) || value === '' ? value : number,
  };
}

/** How filament is changed and the dialect go together. */
function implied(key: string, value: string, dialects: Dialects): object {
  if (key === 'tools') {
    return { dialect: dialects[value]?.[0] };
  }
  const tools = Object.keys(dialects).find((one) => dialects[one]!.includes(value));
  return key === 'dialect' ? { tools } : {};
}

/** Whether a field says anything of an item as it is. */
export function matters(item: Item, field: FieldView): boolean {
  return field.group !== 'Several nozzles' || item['tools'] === 'several nozzles';
}

/** The same as a new item, which gets an id of its own. */
export function copyOf(item: Item): Omit<Item, 'id'> {
  const { id, ...rest } = item;
  return { ...rest, name: `${item.name} (copy of ${id})`.slice(0, 100) };
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

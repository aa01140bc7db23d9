import type { FieldView } from '../api/client';

/** A machine or a filament with all of its fields. */
export type Item = Record<string, unknown> & { id: string; name: string };

/** An item with another value in a field; a comma may stand for the decimal point. */
export function changed(item: Item, field: FieldView, value: string | boolean): Item {
  const number = field.kind === 'number' ? Number(String(value).replace(',', '.')) : NaN;
  // What is no number goes as it is, so that the server says what is wrong with it.
  return {
    ...item,
    ...implied(field.key, value),
    [field.key]: Number.isNaN(number) || value === '' ? value : number,
  };
}

/** A feeder and its dialect come and go together. */
function implied(key: string, value: string | boolean): object {
  if (key === 'feeder') {
    return { dialect: value ? 'feeder' : 'hand-change' };
  }
  return key === 'dialect' ? { feeder: value === 'feeder' } : {};
}

/** The same as a new item, which gets an id of its own. */
export function copyOf(item: Item): Omit<Item, 'id'> {
  const { id, ...rest } = item;
  return { ...rest, name: `${item.name} (copy of ${id})`.slice(0, 100) };
}

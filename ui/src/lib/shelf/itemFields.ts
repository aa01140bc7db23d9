import type { FieldView } from '../api/client';

/** A machine or a filament with all of its fields. */
export type Item = Record<string, unknown> & { id: string; name: string };

/** An item with another value in a field; a comma may stand for the decimal point. */
export function changed(item: Item, field: FieldView, value: string): Item {
  const number = field.kind === 'number' ? Number(value.replace(',', '.')) : NaN;
  // What is no number goes as it is, so that the server says what is wrong with it.
  return {
    ...item,
    ...implied(field.key, value),
    [field.key]: Number.isNaN(number) || value === '' ? value : number,
  };
}

/** The dialect to begin with, by how a machine comes from one filament to another. */
const DIALECTS: Record<string, string> = {
  'by hand': 'hand-change',
  feeder: 'feeder',
  'several nozzles': 'nozzles',
};

/** How filament is changed and the dialect go together. */
function implied(key: string, value: string): object {
  if (key === 'tools') {
    return { dialect: DIALECTS[value] };
  }
  const kind = value.replace('-macros', '');
  const tools = Object.keys(DIALECTS).find((one) => DIALECTS[one] === kind);
  return key === 'dialect' ? { tools: tools ?? 'by hand' } : {};
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

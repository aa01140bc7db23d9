import type { Schemas } from '../api/client';

/** A shape as the server makes it. */
export type Shape = Schemas['Shape'];
export type ShapeKind = Shape['shape'];

/** A size that is asked for, in mm. */
export interface Size {
  readonly key: string;
  readonly label: string;
  /** What the field shows at first. */
  readonly mm: number;
  /** Zero may be typed. */
  readonly mayBeZero?: boolean;
}

export interface ShapeForm {
  readonly kind: ShapeKind;
  readonly label: string;
  /** What it is, in a sentence. */
  readonly hint: string;
  readonly sizes: readonly Size[];
  /** An outline for its sign, in a square of 24. */
  readonly sign: string;
  /** Whether a text is asked for. */
  readonly says?: boolean;
}

export const SHAPES: readonly ShapeForm[] = [
  {
    kind: 'BOX',
    label: 'Box',
    hint: 'A solid block.',
    sizes: [
      { key: 'width', label: 'Width, X', mm: 40 },
      { key: 'depth', label: 'Depth, Y', mm: 30 },
      { key: 'height', label: 'Height, Z', mm: 20 },
    ],
    sign: 'M3 9l7-4h11l-7 4zM3 9v10h11V9M14 19l7-4V5',
  },
  {
    kind: 'HOLLOW_BOX',
    label: 'Hollow box',
    hint: 'Walls and a floor, open above.',
    sizes: [
      { key: 'width', label: 'Width, X', mm: 60 },
      { key: 'depth', label: 'Depth, Y', mm: 40 },
      { key: 'height', label: 'Height, Z', mm: 25 },
      { key: 'wall', label: 'Wall thickness', mm: 2 },
      { key: 'floor', label: 'Floor thickness', mm: 1.6 },
    ],
    sign: 'M3 9l7-4h11l-7 4zM3 9v10h11V9M14 19l7-4V5M6.5 8.3l4.2-2.3h6.8',
  },
  {
    kind: 'CYLINDER',
    label: 'Cylinder',
    hint: 'Round and upright.',
    sizes: [
      { key: 'diameter', label: 'Diameter', mm: 30 },
      { key: 'height', label: 'Height, Z', mm: 30 },
    ],
    sign: 'M5 6a7 2.6 0 0 1 14 0a7 2.6 0 0 1-14 0v12a7 2.6 0 0 0 14 0V6',
  },
  {
    kind: 'DISC',
    label: 'Disc',
    hint: 'Flat and round, with a hole in the middle.',
    sizes: [
      { key: 'diameter', label: 'Diameter', mm: 40 },
      { key: 'hole', label: 'Hole', mm: 6 },
      { key: 'height', label: 'Thickness, Z', mm: 4 },
    ],
    sign: 'M3 11a9 4 0 0 1 18 0a9 4 0 0 1-18 0v3a9 4 0 0 0 18 0v-3M9.5 11a2.5 1.1 0 0 1 5 0a2.5 1.1 0 0 1-5 0',
  },
  {
    kind: 'CONE',
    label: 'Cone',
    hint: 'Narrower or wider at its top; 0 makes a point.',
    sizes: [
      { key: 'diameter', label: 'Bottom diameter', mm: 40 },
      { key: 'topDiameter', label: 'Top diameter', mm: 15, mayBeZero: true },
      { key: 'height', label: 'Height, Z', mm: 30 },
    ],
    sign: 'M4 18a8 2.6 0 0 0 16 0L15 5.5a3 1 0 0 0-6 0zM9 5.5a3 1 0 0 0 6 0',
  },
  {
    kind: 'TAG',
    label: 'Tag with text',
    hint: 'A plate with a hole, and letters of a second filament.',
    says: true,
    sizes: [
      { key: 'letters', label: 'Letter height', mm: 12 },
      { key: 'thickness', label: 'Plate thickness', mm: 2 },
      { key: 'raised', label: 'Letters raised by', mm: 0.8 },
    ],
    sign: 'M2 7h20v10H2zM4.5 12a1.3 1.3 0 0 1 2.6 0a1.3 1.3 0 0 1-2.6 0M10 10h8M10 14h6',
  },
];

/** What the fields of a shape show at first, by the keys of its sizes. */
export function usual(form: ShapeForm): Record<string, string> {
  return Object.fromEntries(form.sizes.map((size) => [size.key, String(size.mm)]));
}

/**
 * Makes a shape of what was typed.
 *
 * @returns also what is wrong, by the keys of the sizes and `text`; nothing if the shape can be made
 */
export function shapeOf(
  form: ShapeForm,
  typed: Record<string, string>,
  text: string,
): { shape: Shape; wrong: Record<string, string> } {
  const wrong: Record<string, string> = {};
  const sizes: Record<string, number> = {};
  for (const { key, mayBeZero } of form.sizes) {
    const number = Number((typed[key] ?? '').trim().replace(',', '.') || NaN);
    sizes[key] = number;
    if (Number.isNaN(number)) {
      wrong[key] = 'Type a number of millimetres.';
    } else if (!(number >= 0.1 || (mayBeZero && number === 0)) || number > 2000) {
      wrong[key] = 'From 0.1 to 2000 mm.';
    }
  }
  if (form.says && text.trim() === '') {
    wrong['text'] = 'Type what the tag says.';
  }
  const shape = { shape: form.kind, ...sizes, ...(form.says ? { text: text.trim() } : {}) };
  return { shape: shape as Shape, wrong };
}

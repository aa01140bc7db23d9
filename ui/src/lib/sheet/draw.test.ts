import { expect, it } from 'vitest';
import { readLayer, strokeValue, valuesOf, type Kinds } from '../api/layer';
import { drawLayer, type ColourBy } from './draw';
import { ROLE_STYLE } from '../model/colours';
import { SCALE } from './measure';
import { waitingAt } from './overlays';
import { bleedOf, strokeAt } from './strokes';

/** Two strokes: a line along X at y = 0, and one along X at y = 5. */
function layer(): ArrayBuffer {
  const buffer = new ArrayBuffer(12 + 2 * 4 * 3 + 10 * 4 + 16 * 2 + 8 + 4 + 2 * 16 + 2 * 4 + 3 * 2);
  const view = new DataView(buffer);
  let at = 0;
  const u32 = (value: number) => {
    view.setUint32(at, value, true);
    at += 4;
  };
  const f32 = (value: number) => {
    view.setFloat32(at, value, true);
    at += 4;
  };
  [2, 4, 2, 0, 2, 4].forEach(u32);
  [0, 0, 10, 0, 0, 5, 10, 5].forEach(f32);
  [0, 1, 0, 0, 1].forEach(u32);
  [12, 2].forEach(f32);
  [2, 1, 1].forEach(u32);
  [0, 4, 0.5, 0].forEach(f32);
  [0x808080, 0x4d5863].forEach(u32);
  [0.44, 0.5, 40, 60, 210, 225, 0, 100, 3.5, 6].forEach(f32);
  new Uint8Array(buffer, at).set([0, 5, 1, 2, 0, 1]);
  return buffer;
}

it('reads the compact form of a layer', () => {
  const paths = readLayer(layer());
  expect(paths.strokes).toBe(2);
  expect([...paths.xy.slice(4)]).toEqual([0, 5, 10, 5]);
  const both = (name: keyof Kinds) => [0, 1].map((i) => strokeValue(paths, i, name));
  expect(both('speed')).toEqual([40, 60]);
  expect(both('temperature')).toEqual([210, 225]);
  expect(both('flow')).toEqual([3.5, 6]);
  expect(both('role')).toEqual([0, 5]);
  expect([...valuesOf(paths, 'slot')]).toEqual([1, 2]);
  expect([...paths.viaStarts]).toEqual([0, 0, 1]);
  expect([...paths.via]).toEqual([12, 2]);
  expect([...paths.retracted]).toEqual([0, 1]);
  expect([...paths.bleed.from]).toEqual([0, 4]);
  expect(paths.bleed.colour[1]).toBe(0x4d5863);
  expect(bleedOf(paths, 0)).toBe(0);
  expect(bleedOf(paths, 1)).toBe(0.5);
});

it('finds the stroke under the pointer within its width', () => {
  const paths = readLayer(layer());
  expect(strokeAt(paths, 4, 0.2)).toEqual({ stroke: 0, lengthMm: 10 });
  expect(strokeAt(paths, 4, 0.3)).toBeUndefined();
  expect(strokeAt(paths, 9.9, 5.2)?.stroke).toBe(1);
});

const SIZE = { width: 120, height: 80, ratio: 1 };
const VIEW = { scale: 10, scaleY: -10, shiftX: 5, shiftY: 70 };

/** Keeps the picture that is put on it. */
class Paper {
  image = { data: new Uint8ClampedArray(), width: 0, height: 0 };
  save() {}
  restore() {}
  scale() {}
  transform() {}
  setLineDash() {}
  createImageData(width: number, height: number) {
    return { data: new Uint8ClampedArray(4 * width * height), width, height };
  }
  putImageData(image: typeof this.image) {
    this.image = image;
  }
  /** The colour at a place of the bed, mm; empty where nothing is drawn. */
  at(x: number, y: number, view = VIEW): string {
    const column = Math.floor(view.shiftX + view.scale * x);
    const row = Math.floor(view.shiftY + view.scaleY * y);
    const [r, g, b, a] = this.image.data.slice(4 * (row * SIZE.width + column)).slice(0, 4);
    const hex = ((r! << 16) | (g! << 8) | b!).toString(16).padStart(6, '0');
    return a === 0 ? '' : `#${hex}`;
  }
}

function drawn(colourBy: ColourBy, changes: object = {}, paths = readLayer(layer())): Paper {
  const paper = new Paper();
  drawLayer(paper as unknown as CanvasRenderingContext2D, SIZE, paths, {
    view: VIEW,
    roles: ['outer wall', '', '', '', '', 'infill'],
    colourBy,
    slotColour: () => '#112233',
    travels: false,
    travelColour: '',
    hiddenRoles: new Set(),
    ...changes,
  });
  return paper;
}

it('draws a stroke that bleeds in the colours as they come out', () => {
  const paper = drawn('filament');
  expect(paper.at(5, 0)).toBe('#112233');
  expect(paper.at(2, 5)).toBe('#808080');
  expect(paper.at(7, 5)).toBe('#4d5863');
});

it('draws lines as wide as they are, and nothing beside them', () => {
  const paper = drawn('filament');
  expect(paper.at(5, 0.15)).toBe('#112233');
  expect(paper.at(5, 0.35)).toBe('');
  expect(paper.at(5, 2.5)).toBe('');
});

it('edges pale lines, so that they stand out from the paper', () => {
  const paper = drawn('filament', { slotColour: () => '#ffeedd' });
  expect(paper.at(5, 0)).toBe('#ffeedd');
  expect(paper.at(5, 0.17)).not.toBe('#ffeedd');
});

it('darkens pale lines that are too thin for an edge', () => {
  const far = { ...VIEW, scale: 2, scaleY: -2, shiftY: 70.5 };
  const paper = drawn('filament', { slotColour: () => '#ffffff', view: far });
  expect(paper.at(2, 0, far)).toBe('#cfcfcf');
});

it('leaves out points that cannot be told apart, but not where a line ends', () => {
  const points = [0, 0, 0.02, 0, 0.02, 0.03, 3, 0, 3.04, 0, 3.04, 0.03];
  const paths = {
    ...readLayer(layer()),
    strokes: 1,
    starts: new Uint32Array([0, 6]),
    xy: new Float32Array(points),
  };
  const paper = drawn('role', {}, paths);
  expect(paper.at(1.5, 0.1)).toBe(ROLE_STYLE['outer wall']!.colour);
  expect(paper.at(3.1, 0)).toBe(ROLE_STYLE['outer wall']!.colour);
  expect(paper.at(3.4, 0)).toBe('');
});

it('dashes the lines of some roles', () => {
  const paper = drawn('role', { hiddenRoles: new Set(['outer wall']) });
  expect(paper.at(5, 0)).toBe('');
  expect(paper.at(1, 5)).toBe(ROLE_STYLE.infill!.colour);
  expect(paper.at(2.55, 5)).toBe('');
  expect(paper.at(4, 5)).toBe(ROLE_STYLE.infill!.colour);
});

it('colours lines by a value, from the least of the layer to the largest', () => {
  const paper = drawn('speed');
  expect(paper.at(5, 0)).toBe(SCALE[0]);
  expect(paper.at(5, 5)).toBe(SCALE.at(-1));
});

it('draws only so many lines, in the colours that they have among all', () => {
  const one = drawn('speed', { until: 1 });
  expect(one.at(5, 0)).toBe(SCALE[0]);
  expect(one.at(5, 5)).toBe('');
  expect(drawn('speed', { until: 0 }).at(5, 0)).toBe('');
});

it('finds no stroke that is not laid yet', () => {
  const paths = readLayer(layer());
  expect(strokeAt(paths, 4, 5, 1)).toBeUndefined();
  expect(strokeAt(paths, 4, 5, 2)?.stroke).toBe(1);
});

it('knows where the head comes from and goes to at a stop', () => {
  const here = readLayer(layer());
  const park = { x: 1, y: 2 };
  expect(waitingAt(park, 1, here, undefined)).toEqual({
    park,
    from: { x: 10, y: 0 },
    to: { x: 0, y: 5 },
  });
  expect(waitingAt(park, 0, here, here)).toEqual({
    park,
    from: { x: 10, y: 5 },
    to: { x: 0, y: 0 },
  });
  expect(waitingAt(park, 0, here, undefined).from).toBeUndefined();
});

it('marks the seams of outer walls with the ways', () => {
  const paths = {
    ...readLayer(layer()),
    strokes: 2,
    starts: new Uint32Array([0, 4, 6]),
    xy: new Float32Array([7, 3, 9, 3, 9, 5, 7, 3, 0, 0, 10, 0]),
    kind: new Uint32Array([0, 0]),
  };
  const dots: number[][] = [];
  const paper = Object.assign(new Paper(), {
    beginPath() {},
    moveTo() {},
    lineTo() {},
    fill() {},
    stroke() {},
    arc: (x: number, y: number) => dots.push([x, y]),
  });
  const drawing = {
    view: { scale: 1, scaleY: -1, shiftX: 0, shiftY: 0 },
    roles: ['outer wall'],
    colourBy: 'role',
    slotColour: () => '#112233',
    travelColour: '#0a0a0a',
    hiddenRoles: new Set<string>(),
  } as const;
  drawLayer(paper as never, SIZE, paths, { ...drawing, travels: true });
  expect(dots).toEqual([[7, 3]]);
  drawLayer(paper as never, SIZE, paths, { ...drawing, travels: false });
  expect(dots).toHaveLength(1);
});

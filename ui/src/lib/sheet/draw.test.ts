import { expect, it, vi } from 'vitest';
import { readLayer } from '../api/layer';
import { drawLayer, type ColourBy } from './draw';
import { SCALE } from './measure';
import { waitingAt } from './overlays';
import { bleedOf, strokeAt } from './strokes';

/** Two strokes: a line along X at y = 0, and one along X at y = 5. */
function layer(): ArrayBuffer {
  const buffer = new ArrayBuffer(8 + 2 * 4 * 3 + 10 * 4 + 16 * 2 + 8 + 4 + 2 * 16 + 3 * 2);
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
  [2, 4, 0, 2, 4].forEach(u32);
  [0, 0, 10, 0, 0, 5, 10, 5].forEach(f32);
  [0.44, 0.5, 40, 60, 210, 225, 0, 100, 3.5, 6].forEach(f32);
  [0, 0, 1].forEach(u32);
  [12, 2].forEach(f32);
  [2, 1, 1].forEach(u32);
  [0, 4, 0.5, 0].forEach(f32);
  [0x808080, 0x4d5863].forEach(u32);
  new Uint8Array(buffer, at).set([0, 5, 1, 2, 0, 1]);
  return buffer;
}

it('reads the compact form of a layer', () => {
  const paths = readLayer(layer());
  expect(paths.strokes).toBe(2);
  expect([...paths.xy.slice(4)]).toEqual([0, 5, 10, 5]);
  expect(paths.speed[1]).toBe(60);
  expect(paths.temperature[1]).toBe(225);
  expect([...paths.flow]).toEqual([3.5, 6]);
  expect([...paths.role]).toEqual([0, 5]);
  expect([...paths.slot]).toEqual([1, 2]);
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

/** Keeps what is stroked, by colour. */
class Paper {
  strokeStyle = '';
  lineWidth = 0;
  readonly drawn: string[] = [];
  save() {}
  restore() {}
  transform() {}
  setLineDash() {}
  stroke(path: { trace: string }) {
    this.drawn.push(`${this.strokeStyle} ${path.trace}`);
  }
}

function stubPaths(): void {
  vi.stubGlobal(
    'Path2D',
    class {
      trace = '';
      moveTo(x: number, y: number) {
        this.trace += `M${x},${y}`;
      }
      lineTo(x: number, y: number) {
        this.trace += `L${x},${y}`;
      }
    },
  );
}

function drawn(colourBy: ColourBy, until?: number): string[] {
  stubPaths();
  const paper = new Paper();
  drawLayer(paper as unknown as CanvasRenderingContext2D, readLayer(layer()), {
    view: { scale: 1, scaleY: -1, shiftX: 0, shiftY: 0 },
    roles: ['outer wall', '', '', '', '', 'infill'],
    colourBy,
    slotColour: () => '#112233',
    travels: false,
    travelColour: '',
    hiddenRoles: new Set(),
    until,
  });
  vi.unstubAllGlobals();
  return paper.drawn;
}

it('draws a stroke that bleeds in the colours as they come out', () => {
  expect(drawn('filament')).toEqual(['#112233 M0,0L10,0', '#808080 M0,5L4,5', '#4d5863 M4,5L10,5']);
});

it('colours lines by a value, from the least of the layer to the largest', () => {
  const lines = drawn('speed');
  expect(lines).toContain(`${SCALE[0]} M0,0L10,0`);
  expect(lines).toContain(`${SCALE.at(-1)} M0,5L10,5`);
});

it('draws only so many lines, in the colours that they have among all', () => {
  expect(drawn('speed', 1)).toContain(`${SCALE[0]} M0,0L10,0`);
  expect(drawn('speed', 1).join()).not.toContain('M0,5');
  expect(drawn('speed', 0)).toEqual([]);
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
    role: new Uint8Array([0, 0]),
  };
  stubPaths();
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
  drawLayer(paper as never, paths, { ...drawing, travels: true });
  expect(dots).toEqual([[7, 3]]);
  drawLayer(paper as never, paths, { ...drawing, travels: false });
  expect(dots).toHaveLength(1);
});

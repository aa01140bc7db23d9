import { afterEach, beforeEach, expect, it, vi, type MockInstance } from 'vitest';
import type { LayerPaths } from '../api/layer';
import * as draw from './draw';
import { FaintLayer } from './faintLayer';

const PATHS = { slot: new Uint8Array([1, 1, 2]) } as unknown as LayerPaths;
const SIZE = { width: 200, height: 100, ratio: 1 };
const DRAWING = {
  view: { scale: 2, scaleY: -2, shiftX: 0, shiftY: 100 },
  roles: ['outer wall'],
  colourBy: 'speed',
  slotColour: (slot: number) => `#00000${slot}`,
  travels: true,
  travelColour: '#123456',
  hiddenRoles: new Set<string>(),
} as const;

const into = { drawImage: vi.fn(), globalAlpha: 1 };
let drawn: MockInstance<typeof draw.drawLayer>;

function show(layer: FaintLayer, changes: object = {}, paths = PATHS) {
  layer.draw(into as never, paths, SIZE, { ...DRAWING, ...changes });
}

beforeEach(() => {
  vi.spyOn(HTMLCanvasElement.prototype, 'getContext').mockReturnValue({ scale: vi.fn() } as never);
  drawn = vi.spyOn(draw, 'drawLayer').mockImplementation(() => undefined);
  into.drawImage.mockClear();
});

afterEach(() => vi.restoreAllMocks());

it('keeps its picture while only the colours of the layer above change', () => {
  const layer = new FaintLayer();
  show(layer);
  show(layer, { colourBy: 'flow' });
  expect(into.drawImage).toHaveBeenCalledTimes(2);
  expect(drawn).toHaveBeenCalledTimes(1);
  expect(drawn.mock.calls[0]![2]).toMatchObject({ colourBy: 'filament', travels: false });
});

it('is drawn anew when what it shows has changed', () => {
  const layer = new FaintLayer();
  show(layer);
  show(layer, { view: { ...DRAWING.view, shiftX: 5 } });
  show(layer, { slotColour: () => '#ffffff' });
  show(layer, { hiddenRoles: new Set(['infill']) });
  show(layer, {}, { slot: new Uint8Array([1]) } as never);
  expect(drawn).toHaveBeenCalledTimes(5);
});

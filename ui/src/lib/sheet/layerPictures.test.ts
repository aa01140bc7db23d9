import { afterEach, beforeEach, expect, it, vi, type MockInstance } from 'vitest';
import type { LayerPaths } from '../api/layer';
import * as draw from './draw';
import { LayerPictures } from './layerPictures';

vi.mock('../scene/graphics', () => ({ drawsInSoftware: () => true }));

const PATHS = { kinds: { slot: new Uint8Array([1, 1, 2]) } } as unknown as LayerPaths;
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

function show(pictures: LayerPictures, changes: object = {}, paths = PATHS) {
  pictures.drawBelow(into as never, paths, SIZE, { ...DRAWING, ...changes });
}

function layer(): LayerPaths {
  return { kinds: { slot: new Uint8Array([1]) } } as never;
}

beforeEach(() => {
  vi.spyOn(HTMLCanvasElement.prototype, 'getContext').mockReturnValue({} as never);
  drawn = vi.spyOn(draw, 'drawLayer').mockImplementation(() => undefined);
  into.drawImage.mockClear();
});

afterEach(() => vi.restoreAllMocks());

it('keeps its picture while only the colours of the layer above change', () => {
  const pictures = new LayerPictures();
  show(pictures);
  show(pictures, { colourBy: 'flow' });
  expect(into.drawImage).toHaveBeenCalledTimes(2);
  expect(drawn).toHaveBeenCalledTimes(1);
  expect(drawn.mock.calls[0]![3]).toMatchObject({ colourBy: 'filament', travels: false });
});

it('is drawn anew when what it shows has changed', () => {
  const pictures = new LayerPictures();
  show(pictures);
  show(pictures, { view: { ...DRAWING.view, shiftX: 5 } });
  show(pictures, { slotColour: () => '#ffffff' });
  show(pictures, { hiddenRoles: new Set(['infill']) });
  show(pictures, {}, layer());
  expect(drawn).toHaveBeenCalledTimes(5);
});

it('shows what was drawn ahead, as the layer itself and as the one below', () => {
  const pictures = new LayerPictures();
  const next = layer();
  pictures.prepare(next, SIZE, DRAWING);
  pictures.prepareBelow(PATHS, SIZE, DRAWING);
  expect(drawn).toHaveBeenCalledTimes(2);
  expect(into.drawImage).not.toHaveBeenCalled();
  pictures.draw(into as never, next, SIZE, DRAWING);
  show(pictures);
  expect(into.drawImage).toHaveBeenCalledTimes(2);
  expect(drawn).toHaveBeenCalledTimes(2);
});

it('has one picture of a layer that is coloured by its filaments', () => {
  const pictures = new LayerPictures();
  const drawing = { ...DRAWING, colourBy: 'filament', travels: false } as const;
  pictures.draw(into as never, PATHS, SIZE, drawing);
  pictures.drawBelow(into as never, PATHS, SIZE, drawing);
  expect(drawn).toHaveBeenCalledTimes(1);
});

it('keeps the pictures that were used last', () => {
  const pictures = new LayerPictures();
  show(pictures);
  for (let i = 0; i < 20; i++) {
    show(pictures, {}, layer());
    show(pictures);
  }
  expect(drawn).toHaveBeenCalledTimes(21);
  for (let i = 0; i < 20; i++) {
    show(pictures, {}, layer());
  }
  show(pictures);
  expect(drawn).toHaveBeenCalledTimes(42);
});

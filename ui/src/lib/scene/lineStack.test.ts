import { expect, it } from 'vitest';
import type { LayerPaths } from '../api/layer';
import { faded, LineStack, type Colouring } from './lineStack';

/** A corner of an outer wall and an infill line; the wall bleeds from 4 mm on. */
function layer(more: Partial<LayerPaths> = {}): LayerPaths {
  return {
    strokes: 2,
    seconds: 9,
    starts: new Uint32Array([0, 3, 5]),
    xy: new Float32Array([0, 0, 10, 0, 10, 5, 1, 1, 9, 1]),
    viaStarts: new Uint32Array(3),
    via: new Float32Array(),
    bleed: {
      stroke: new Uint32Array([0, 0]),
      from: new Float32Array([0, 4]),
      share: new Float32Array([0.5, 0.1]),
      colour: new Uint32Array([0x102030, 0x405060]),
    },
    kind: new Uint32Array([0, 1]),
    kinds: {
      width: new Float32Array([0.44, 0.5]),
      speed: new Float32Array([30, 80]),
      temperature: new Float32Array([210, 215]),
      fan: new Float32Array([0, 100]),
      flow: new Float32Array([2, 8]),
      role: new Uint8Array([0, 5]),
      slot: new Uint8Array([1, 2]),
    },
    retracted: new Uint8Array(2),
    ...more,
  };
}

const how = (by: Colouring['by']): Colouring => ({
  by,
  slotColour: (slot) => (slot === 1 ? '#ff0000' : '#00ff00'),
  roleColour: (role) => (role === 0 ? '#000080' : '#808000'),
});

it('keeps each straight piece with its place, its height and its width', () => {
  const stack = new LineStack();
  stack.add(layer(), 0.2, 0.4);
  expect([...stack.placesOf()]).toEqual([0, 0, 10, 0, 10, 0, 10, 5, 1, 1, 9, 1]);
  const sizes = [...stack.sizesOf()].map((value) => Number(value.toFixed(2)));
  expect(sizes).toEqual([0.2, 0.4, 0.44, 0.2, 0.4, 0.44, 0.2, 0.4, 0.5]);
});

it('tells how many pieces there are up to a layer and up to a stroke', () => {
  const stack = new LineStack();
  stack.add(layer(), 0, 0.2);
  stack.add(layer(), 0.2, 0.4, (role) => role === 5);
  expect([0, 1, 2, 9].map((n) => stack.upTo(n))).toEqual([0, 3, 4, 4]);
  expect([0, 1, 2, 3, 99].map((n) => stack.upToStroke(n))).toEqual([0, 2, 3, 4, 4]);
  expect(stack.strokesBelow()).toBe(2);
  expect([...stack.rolesOf()]).toEqual([0, 5]);
});

it('colours by filament as it comes out, by role, and by values over all layers', () => {
  const stack = new LineStack();
  stack.add(layer(), 0, 0.2);
  stack.add(layer({ seconds: 20 }), 0.2, 0.4, (role) => role === 5);
  const hex = (by: Colouring['by']) => {
    const bytes = stack.coloursOf(how(by), stack.rangeOf(by));
    return Array.from({ length: stack.pieces }, (_, p) =>
      [...bytes.slice(3 * p, 3 * p + 3)].map((b) => b.toString(16).padStart(2, '0')).join(''),
    );
  };
  expect(hex('filament')).toEqual(['102030', '405060', '00ff00', '00ff00']);
  expect(hex('role')).toEqual(['000080', '000080', '808000', '808000']);
  expect(stack.rangeOf('layerTime')).toEqual({ low: 9, high: 20 });
  const [first, , , last] = hex('layerTime');
  expect(first).not.toBe(last);
  expect(stack.rangeOf('role')).toBeUndefined();
});

it('holds more lines than it had room for at first', () => {
  const stack = new LineStack();
  for (let n = 0; n < 1000; n++) {
    stack.add(layer(), 0.2 * n, 0.2 * (n + 1));
  }
  expect(stack.pieces).toBe(3000);
  expect(stack.placesOf()[4 * 2999]).toBe(1);
  expect(stack.layers).toBe(1000);
});

it('makes the lines of the layer below faint and leaves the others', () => {
  const colours = faded(new Uint8Array([0, 100, 250, 0, 100, 250]), 1, 250);
  expect([...colours]).toEqual([205, 223, 250, 0, 100, 250]);
});

it('leaves the first strokes out of the range and of the roles', () => {
  const stack = new LineStack();
  stack.add(layer(), 0, 0.2, (role) => role === 5);
  stack.add(layer(), 0.2, 0.4, (role) => role === 0);
  expect(stack.rangeOf('speed')).toEqual({ low: 30, high: 80 });
  expect(stack.rangeOf('speed', stack.strokesBelow())).toEqual({ low: 30, high: 30 });
  expect(stack.rangeOf('speed', 2)).toBeUndefined();
  expect([...stack.rolesOf(stack.strokesBelow())]).toEqual([0]);
});

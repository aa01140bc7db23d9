import { expect, it } from 'vitest';
import type { LayerPaths } from '../api/layer';
import { Ruler, snapped } from './ruler.svelte';

const LINES = {
  strokes: 1,
  starts: new Uint32Array([0, 3]),
  xy: new Float32Array([0, 0, 10, 0, 10, 10]),
} as LayerPaths;

it('measures between two places; the second follows the pointer until it is set', () => {
  const ruler = new Ruler();
  ruler.toggle();
  ruler.follow({ x: 9, y: 9 });
  expect(ruler.measured).toBeUndefined();
  ruler.mark({ x: 1, y: 2 });
  ruler.follow({ x: 1, y: 3 });
  expect(ruler.measured?.mm).toBe(1);
  ruler.mark({ x: 4, y: 6 });
  ruler.follow({ x: 50, y: 50 });
  expect(ruler.measured).toEqual({ mm: 5, dx: 3, dy: 4, end: { x: 4, y: 6 } });
});

it('begins anew after two places, and forgets them when it is put away', () => {
  const ruler = new Ruler();
  ruler.toggle();
  ruler.mark({ x: 0, y: 0 });
  ruler.mark({ x: 1, y: 0 });
  ruler.mark({ x: 7, y: 7 });
  expect(ruler.from).toEqual({ x: 7, y: 7 });
  expect(ruler.measured).toBeUndefined();
  ruler.toggle();
  expect(ruler.from).toBeUndefined();
});

it('takes hold of the middle of a line that is near', () => {
  expect(snapped(LINES, { x: 4, y: 0.3 }, 0.5)).toEqual({ x: 4, y: 0 });
  expect(snapped(LINES, { x: 10.2, y: 10.4 }, 0.5)).toEqual({ x: 10, y: 10 });
  expect(snapped(LINES, { x: 4, y: 0.6 }, 0.5)).toEqual({ x: 4, y: 0.6 });
  expect(snapped(undefined, { x: 4, y: 0 }, 0.5)).toEqual({ x: 4, y: 0 });
});

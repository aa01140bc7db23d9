import { expect, it } from 'vitest';
import { PanZoom } from './panZoom.svelte';

const EXTENT = [0, 0, 100, 50] as const;

it('shows all of the extent in the middle, and again after all', () => {
  const shown = new PanZoom();
  const all = shown.view(400, 300, EXTENT);
  expect(all.scale).toBe(4);
  expect(50 * all.scale + all.shiftX).toBe(200);
  shown.zoomAbout(2, 30, 40);
  shown.pan(5, 6);
  expect(shown.view(400, 300, EXTENT).scale).toBe(8);
  shown.fit();
  expect(shown.view(400, 300, EXTENT)).toEqual(all);
});

it('keeps what is under the pointer while it zooms', () => {
  const shown = new PanZoom();
  const bedX = (view: { scale: number; shiftX: number }) => (270 - view.shiftX) / view.scale;
  const bedY = (view: { scale: number; shiftY: number }) => (view.shiftY - 110) / view.scale;
  const before = shown.view(400, 300, EXTENT);
  shown.zoomAbout(1.2, 270 - 200, 110 - 150);
  const after = shown.view(400, 300, EXTENT);
  expect(bedX(after)).toBeCloseTo(bedX(before));
  expect(bedY(after)).toBeCloseTo(bedY(before));
});

it('zooms neither in nor out without end', () => {
  const shown = new PanZoom();
  for (let i = 0; i < 100; i++) {
    shown.zoomAbout(1.2, 0, 0);
  }
  expect(shown.view(400, 300, EXTENT).scale).toBe(240);
});

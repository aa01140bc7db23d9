import { expect, it } from 'vitest';
import { ColumnZoom } from './columnZoom.svelte';

const whole = { from: 0, to: 100 };

it('keeps the height that it zooms about where it is, within all', () => {
  const zoom = new ColumnZoom(() => whole);
  zoom.by(0.5, 20);
  expect(zoom.shown).toEqual({ from: 10, to: 60 });
  zoom.by(0.5, 100);
  expect(zoom.shown.to).toBeLessThanOrEqual(100);
  zoom.by(100, 50);
  expect(zoom.isClose).toBe(false);
  expect(zoom.shown).toEqual(whole);
});

it('follows a height that it does not show', () => {
  const zoom = new ColumnZoom(() => whole);
  zoom.follow(90);
  expect(zoom.isClose).toBe(false);
  zoom.by(0.2, 0);
  zoom.follow(10);
  expect(zoom.shown).toEqual({ from: 0, to: 20 });
  zoom.follow(95);
  expect(zoom.shown).toEqual({ from: 80, to: 100 });
});

import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { LayerPaths } from '../api/layer';
import type { PlanSession } from '../model/session.svelte';
import { lookAhead, lookAtPointed } from './lookAhead';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

function pointingAt(
  pointed: number | undefined,
  get: (n: number) => Promise<LayerPaths>,
): PlanSession {
  return { pointed, result: {}, layers: { get } } as unknown as PlanSession;
}

it('gets a layer ready that the pointer rests on', async () => {
  const layer = { strokes: 3 } as LayerPaths;
  const get = vi.fn(() => Promise.resolve(layer));
  const prepare = vi.fn();
  lookAtPointed(pointingAt(7, get), prepare);
  expect(get).not.toHaveBeenCalled();
  await vi.runAllTimersAsync();
  expect(get).toHaveBeenCalledWith(7);
  expect(prepare).toHaveBeenCalledExactlyOnceWith(layer);
});

it('asks for nothing that the pointer only passes', async () => {
  const get = vi.fn(() => Promise.resolve({} as LayerPaths));
  lookAtPointed(pointingAt(7, get))!();
  lookAtPointed(pointingAt(undefined, get));
  await vi.runAllTimersAsync();
  expect(get).not.toHaveBeenCalled();
});

it('draws no layer that comes when the pointer is elsewhere', async () => {
  let come: (layer: LayerPaths) => void = () => {};
  const prepare = vi.fn();
  const session = pointingAt(7, () => new Promise((resolve) => (come = resolve)));
  const stop = lookAtPointed(session, prepare)!;
  await vi.runAllTimersAsync();
  stop();
  come({} as LayerPaths);
  await vi.runAllTimersAsync();
  expect(prepare).not.toHaveBeenCalled();
});

it('draws the layers at the next boundary and at the next stop ahead', async () => {
  const drawn: number[] = [];
  const get = vi.fn((n: number) => Promise.resolve({ strokes: n, xy: new Float32Array() }));
  const session = {
    result: {
      pieces: [{ strata: [{ from: 0 }, { from: 6 }] }],
      ledger: { halts: [{ heightMm: 20 }] },
      findings: [],
    },
    heights: { bottom: 0, tops: Array.from({ length: 40 }, (_, i) => i + 1) },
    layers: { get, ahead: () => [] },
  } as unknown as PlanSession;
  const layer = (paths: LayerPaths) => void drawn.push(paths.strokes);
  lookAhead(session, 13, { layer, below: () => {} });
  await vi.runAllTimersAsync();
  expect([...drawn].sort((a, b) => a - b)).toEqual([1, 3, 7, 12, 14, 21, 23, 40]);
});

import { fireEvent, render, screen } from '@testing-library/svelte';
import { SvelteSet } from 'svelte/reactivity';
import { beforeEach, expect, it, vi } from 'vitest';
import { strokeValue, type LayerPaths } from '../api/layer';
import { PlanSession } from '../model/session.svelte';
import { DOCUMENT, FakeServer } from '../testing/fakeServer';
import PlayBar from './PlayBar.svelte';
import Probe from './Probe.svelte';
import SheetLegend from './SheetLegend.svelte';

/** Three strokes of 10 mm; the second bleeds where it begins. */
const PATHS: LayerPaths = {
  strokes: 3,
  seconds: 12,
  starts: new Uint32Array([0, 2, 4, 6]),
  xy: new Float32Array([0, 0, 10, 0, 0, 1, 10, 1, 0, 2, 10, 2]),
  viaStarts: new Uint32Array([0, 0, 0, 0]),
  via: new Float32Array(),
  bleed: {
    stroke: new Uint32Array([1]),
    from: new Float32Array([0]),
    share: new Float32Array([0.25]),
    colour: new Uint32Array([0x808080]),
  },
  kind: new Uint32Array([0, 1, 2]),
  kinds: {
    width: new Float32Array([0.44, 0.44, 0.5]),
    speed: new Float32Array([40, 60, 80]),
    temperature: new Float32Array([210, 210, 210]),
    fan: new Float32Array([0, 50, 100]),
    flow: new Float32Array([3.52, 5.28, 8]),
    role: new Uint8Array([0, 1, 1]),
    slot: new Uint8Array([1, 1, 2]),
  },
  retracted: new Uint8Array(3),
};
const ROLES = ['outer wall', 'infill'];

let session: PlanSession;

beforeEach(async () => {
  new FakeServer(DOCUMENT);
  session = await PlanSession.open('p');
  await vi.waitFor(() => expect(session.result).toBeDefined());
});

it('shows the range of a value with its unit, and one value alone as everywhere', async () => {
  const { rerender } = render(SheetLegend, {
    colourBy: 'flow',
    range: { low: 3.52, high: 8 },
    where: 'in this layer',
    roles: ROLES,
    hidden: new SvelteSet<string>(),
  });
  const scale = screen.getByRole('group', { name: 'Scale of flow in this layer' });
  expect(scale).toHaveTextContent(/flow in this layer, mm³\/s\s*3\.5\s*8\.0/);
  await rerender({ colourBy: 'temperature', range: { low: 210, high: 210 } });
  expect(screen.getByRole('group')).toHaveTextContent('210 everywhere');
  await rerender({ colourBy: 'filament', range: undefined });
  expect(screen.queryByRole('group')).toBeNull();
});

it('hides roles, says so in every mode, and shows them again', async () => {
  const hidden = new SvelteSet<string>();
  const { rerender } = render(SheetLegend, {
    colourBy: 'role',
    range: undefined,
    where: 'in this layer',
    roles: ROLES,
    hidden,
  });
  await fireEvent.click(screen.getByRole('button', { name: 'infill' }));
  expect([...hidden]).toEqual(['infill']);
  expect(screen.getByRole('button', { name: 'infill' })).toHaveAttribute('aria-pressed', 'false');
  await rerender({ colourBy: 'filament' });
  await fireEvent.click(screen.getByRole('button', { name: 'without infill · show' }));
  expect(hidden.size).toBe(0);
});

it('plays the lines by their lengths, up to the last', async () => {
  const frames: FrameRequestCallback[] = [];
  vi.stubGlobal('requestAnimationFrame', (frame: FrameRequestCallback) => frames.push(frame));
  vi.stubGlobal('cancelAnimationFrame', () => undefined);
  let now = 0;
  vi.spyOn(performance, 'now').mockImplementation(() => now);
  render(PlayBar, {
    paths: PATHS,
    until: 3,
    role: (i: number) => ROLES[strokeValue(PATHS, i, 'role')]!,
  });
  const bar = screen.getByRole('group');
  await fireEvent.click(screen.getByRole('button', { name: 'Play' }));
  expect(bar).toHaveTextContent('0 of 3 lines');
  const pass = async (ms: number) => {
    now += ms;
    frames.pop()!(now);
    await vi.waitFor(() => expect(frames.length + 1).toBeGreaterThan(0));
  };
  // The whole layer plays for ten seconds: a third of it for each of its lines.
  await pass(3400);
  await vi.waitFor(() => expect(bar).toHaveTextContent('1 of 3 lines · outer wall'));
  await pass(7000);
  await vi.waitFor(() => expect(bar).toHaveTextContent('3 of 3 lines · infill'));
  await vi.waitFor(() => expect(screen.getByRole('button', { name: 'Play' })).toBeVisible());
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

it('stops playing when the slider is moved', async () => {
  render(PlayBar, {
    paths: PATHS,
    until: 0,
    role: (i: number) => ROLES[strokeValue(PATHS, i, 'role')]!,
  });
  await fireEvent.click(screen.getByRole('button', { name: 'Play' }));
  expect(screen.getByRole('button', { name: 'Pause' })).toBeVisible();
  const slider = screen.getByRole('slider', { name: 'Lines shown' });
  await fireEvent.input(slider, { target: { value: '2' } });
  expect(screen.getByRole('button', { name: 'Play' })).toBeVisible();
  expect(slider).toHaveAttribute('aria-valuetext', '2 of 3');
});

it('tells all about the line under the pointer', async () => {
  session.layer = 3;
  render(Probe, {
    session,
    paths: PATHS,
    hit: { x: 4, y: 1, stroke: { stroke: 1, lengthMm: 10 } },
    hint: 'double click or s: sample',
    raised: false,
  });
  expect(screen.getByText(/X 4.0 Y 1.0 mm/)).toBeVisible();
  expect(screen.getByText(/begins with 25 % of what was before/)).toBeVisible();
  expect(
    screen.getByText(
      /0.44 mm wide · 10.0 mm long · 60 mm\/s, 0.2 s at least · 5.3 mm³\/s · 210 °C · fan 50 %/,
    ),
  ).toBeVisible();
  expect(await screen.findByText(/Chalk\s+by (rule|default)/)).toBeVisible();
});

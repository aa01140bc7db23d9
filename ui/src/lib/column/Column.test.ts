import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import type { FindingView } from '../api/client';
import { PlanSession } from '../model/session.svelte';
import { FakeServer } from '../testing/fakeServer';
import Column from './Column.svelte';
import { ColumnScale } from './scale';

let server: FakeServer;
let session: PlanSession;

beforeEach(async () => {
  server = new FakeServer();
  session = await PlanSession.open('p');
  await vi.waitFor(() => expect(session.result).toBeDefined());
  render(Column, { session });
});

it('turns heights into places and back', () => {
  const scale = new ColumnScale(0, 10, 40, 540);
  expect(scale.y(0)).toBe(540);
  expect(scale.y(10)).toBe(40);
  expect(scale.height(scale.y(3.7))).toBeCloseTo(3.7);
});

it('names every stratum with its heights and layers, and selects it', async () => {
  const upper = screen.getByLabelText('Tower, stratum 2, 4.0 mm to 10.0 mm, layers 21 to 50');
  expect(upper).toHaveAttribute('aria-pressed', 'false');
  await fireEvent.click(upper);
  expect(session.selected).toEqual({ piece: 'tower', stratum: 's2' });
  expect(upper).toHaveAttribute('aria-pressed', 'true');
});

it('moves and removes a boundary by keys', async () => {
  const boundary = screen.getByLabelText('Boundary of Tower');
  expect(boundary).toHaveAttribute('aria-valuetext', '4.0 mm, bottom of layer 21');
  await fireEvent.keyDown(boundary, { key: 'ArrowUp' });
  await fireEvent.keyDown(boundary, { key: 'Delete' });
  await vi.waitFor(() => expect(server.edits).toHaveLength(2));
  expect(server.edits[0]).toMatchObject({ action: 'MOVE_BOUNDARY', height: 4, to: 4.2 });
  expect(server.edits[1]).toMatchObject({ action: 'JOIN', piece: 'tower', height: 4 });
});

it('goes to a mark and divides there on a double click', async () => {
  const mark = screen.getByLabelText('The outline of Tower changes at 6.0 mm');
  await fireEvent.click(mark);
  expect(session.layer).toBe(31);
  await fireEvent.dblClick(mark);
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(server.edits[0]).toMatchObject({ action: 'DIVIDE', height: 6 });
});

it('divides at a mark with one click', async () => {
  await fireEvent.click(screen.getByLabelText('Divide Tower at 6.0 mm'));
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(server.edits[0]).toMatchObject({ action: 'DIVIDE', piece: 'tower', height: 6 });
});

it('shows a change of filament before its layer', async () => {
  await fireEvent.click(screen.getByLabelText('Change to Slate before layer 31, at 6.0 mm'));
  expect(session.layer).toBe(31);
});

it('moves the level by the wheel, with Shift by ten', async () => {
  const column = screen.getByLabelText('Column: everything over the height');
  await fireEvent.wheel(column, { deltaY: -1 });
  expect(session.layer).toBe(22);
  await fireEvent.wheel(column, { deltaY: 1, shiftKey: true });
  expect(session.layer).toBe(12);
});

it('zooms and shows all again', async () => {
  const all = screen.getByRole('button', { name: 'All' });
  expect(all).toBeDisabled();
  await fireEvent.click(screen.getByLabelText('Zoom in at the level'));
  expect(all).toBeEnabled();
  expect(screen.getByText('2.0 to 7.0 mm')).toBeInTheDocument();
  await fireEvent.click(all);
  expect(screen.getByText('0.0 to 10.0 mm')).toBeInTheDocument();
});

it('tells the outline and the time of the layer at the level', async () => {
  const piece = session.result!.pieces[0]!;
  session.goTo(3);
  await vi.waitFor(() =>
    expect(screen.getByTestId('area-here')).toHaveTextContent((piece.areas[2]! / 100).toFixed(1)),
  );
  expect(screen.getByTestId('seconds-here')).toHaveTextContent(
    session.result!.layerSeconds[2]!.toFixed(0),
  );
});

it('leaves tracks out and keeps that in the browser', async () => {
  await fireEvent.click(screen.getByRole('button', { name: 'Tracks' }));
  await fireEvent.click(await screen.findByRole('checkbox', { name: 'Time of each layer' }));
  expect(screen.queryByTestId('seconds-here')).toBeNull();
  expect(localStorage.getItem('column tracks left out')).toBe('overhang,time');
  await fireEvent.click(screen.getByRole('checkbox', { name: 'Time of each layer' }));
  expect(screen.getByTestId('seconds-here')).toBeVisible();
});

it('shows where findings are, and goes there', async () => {
  session.latest.result = {
    ...session.result!,
    findings: [
      {
        id: 'f',
        severity: 'warning',
        title: 'Thin place',
        reason: '',
        heightMm: 6,
        remedies: [],
      } as unknown as FindingView,
    ],
  };
  await fireEvent.click(await screen.findByLabelText('Finding at 6.0 mm: Thin place'));
  expect(session.layer).toBe(31);
});

it('shows what has nothing below, where there is any', async () => {
  await fireEvent.click(screen.getByRole('button', { name: 'Tracks' }));
  await fireEvent.click(
    await screen.findByRole('checkbox', { name: 'Overhang and starts in mid-air' }),
  );
  expect(screen.queryByTestId('overhang-here')).toBeNull();
  const piece = session.result!.pieces[0]!;
  const hanging = piece.hanging.map((_, i) => (i === 4 ? 30 : i === 6 ? 12 : 0));
  session.latest.result = { ...session.result!, pieces: [{ ...piece, hanging }] };
  session.goTo(7);
  await vi.waitFor(() => expect(screen.getByTestId('overhang-here')).toHaveTextContent('12'));
  expect(screen.getByText(/the track ends at 30 mm²/)).toBeInTheDocument();
});

it('marks the least time of a layer', async () => {
  const piece = session.result!.pieces[0]!;
  const settings = {
    ...piece.strata[0]!.settings,
    minLayerTime: { value: '8', rule: '', below: '' },
  };
  const strata = [{ ...piece.strata[0]!, settings }, ...piece.strata.slice(1)];
  const layerSeconds = session.result!.layerSeconds.map(() => 20);
  session.latest.result = { ...session.result!, layerSeconds, pieces: [{ ...piece, strata }] };
  expect(await screen.findByText(/A layer takes 8 s at least/)).toBeInTheDocument();
});

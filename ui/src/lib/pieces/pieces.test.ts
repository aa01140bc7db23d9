import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import type { PieceDocument, RegionDocument } from '../model/document';
import { PlanSession } from '../model/session.svelte';
import Inspector from '../rules/Inspector.svelte';
import ImportQuestion from '../shell/ImportQuestion.svelte';
import { DOCUMENT, FakeServer, RESULT } from '../testing/fakeServer';
import PieceList from './PieceList.svelte';

let server: FakeServer;
let session: PlanSession;

const TOWER: PieceDocument = {
  id: 'tower',
  name: 'Tower',
  bodies: [
    { id: 'base', name: 'Base', mesh: 'm' },
    { id: 'top', name: 'Top', mesh: 'n' },
  ],
  strata: [{ id: 's1', top: 4 }, { id: 's2' }],
  regions: [
    { id: 'core', name: 'Core', core: { walls: 2, layers: 3 } },
    { id: 'ball', sphere: { middle: [0, 0, 5], diameter: 4 } },
    {
      id: 'beak',
      name: 'Beak',
      patch: { body: 'top', triangles: '0-3,7,9.0,9.31,12.2', walls: 1, layers: 2 },
    },
  ],
};

const MESHES = ['base', 'top'].map((id) => ({
  id,
  body: id,
  bands: [{ to: 10, slot: 1 }],
  triangles: 12,
  openEdges: 0,
  flipped: 0,
  degenerate: 0,
  shells: 1,
  volumeMm3: 1000,
}));

beforeEach(async () => {
  server = new FakeServer({ ...DOCUMENT, pieces: [TOWER] as typeof DOCUMENT.pieces });
  session = await PlanSession.open('p');
  await vi.waitFor(() => expect(session.result).toBeDefined());
});

function lastRegion(): RegionDocument {
  return (server.edits.at(-1) as { region: RegionDocument }).region;
}

it('lists pieces with their bodies and regions and selects them', async () => {
  render(PieceList, { session });
  await fireEvent.click(screen.getByRole('button', { name: 'Core core' }));
  expect(session.place).toEqual({ pieces: ['tower'], regions: ['core'] });
  await fireEvent.click(screen.getByRole('button', { name: 'Top body' }));
  expect(session.place).toEqual({ pieces: ['tower'], bodies: ['top'] });
  await fireEvent.click(screen.getByRole('button', { name: 'Tower' }));
  expect(session.place).toEqual({ pieces: ['tower'] });
});

it('adds a region of the chosen kind', async () => {
  render(PieceList, { session });
  const add = screen.getByLabelText('Add a region to Tower');
  await fireEvent.change(add, { target: { value: 'BOX' } });
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(server.edits[0]).toMatchObject({ action: 'ADD_REGION', piece: 'tower', kind: 'BOX' });
});

function inspect(region: string) {
  session.selectPart('tower', { kind: 'region', id: region });
  render(Inspector, { session, onEqualParts: () => {} });
}

it('shows the sum of a depth and changes it', async () => {
  inspect('core');
  expect(screen.getByText('3 × 0.2 = 0.6 mm')).toBeInTheDocument();
  await fireEvent.change(screen.getByLabelText('Depth upright'), { target: { value: '4' } });
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(lastRegion().core).toEqual({ walls: 2, layers: 4 });
  await fireEvent.change(screen.getByLabelText('Unit of the depth upright'), {
    target: { value: 'mm' },
  });
  await vi.waitFor(() => expect(server.edits).toHaveLength(2));
  expect(lastRegion().core).toEqual({ walls: 2, upright: 0.8 });
});

it('moves a sphere by numbers and takes no nonsense', async () => {
  inspect('ball');
  const z = screen.getByLabelText('Middle Z');
  await fireEvent.change(z, { target: { value: 'high' } });
  expect(z).toHaveValue('5');
  expect(server.edits).toHaveLength(0);
  await fireEvent.change(z, { target: { value: '6,5' } });
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(lastRegion().sphere?.middle).toEqual([0, 0, 6.5]);
});

it('counts what is marked, and chooses how to mark', async () => {
  inspect('beak');
  expect(screen.getByText(/5 triangles are marked, and parts of 2/)).toBeInTheDocument();
  await fireEvent.click(screen.getByRole('button', { name: 'Ball' }));
  expect(session.marking?.mode).toBe('brush');
  await fireEvent.click(screen.getByRole('button', { name: 'Clear' }));
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(lastRegion().patch?.triangles).toBe('');
});

it('sets a value for lines of one role in a region', async () => {
  inspect('core');
  await fireEvent.change(screen.getByLabelText('Lines'), { target: { value: 'infill' } });
  await fireEvent.click(screen.getByRole('radio', { name: 'Slot 2: Slate' }));
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(server.edits[0]).toMatchObject({
    action: 'SET',
    where: { pieces: ['tower'], regions: ['core'], roles: ['infill'] },
    setting: 'filament',
    value: '2',
  });
});

it('places a piece by numbers', async () => {
  session.selectPart('tower', { kind: 'piece', id: 'tower' });
  render(Inspector, { session, onEqualParts: () => {} });
  await fireEvent.change(screen.getByLabelText('Position X'), { target: { value: '60' } });
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(server.edits[0]).toMatchObject({
    action: 'PLACE',
    placement: { position: [60, 0, 0], rotation: [0, 0, 0], scale: [1, 1, 1] },
  });
  await fireEvent.change(screen.getByLabelText('Size X'), { target: { value: '10' } });
  await vi.waitFor(() => expect(server.edits).toHaveLength(2));
  expect(server.edits[1]).toMatchObject({ placement: { scale: [0.5, 0.5, 0.5] } });
});

function inspectBody(id: string) {
  session.selectPart('tower', { kind: 'body', id });
  render(Inspector, { session, onEqualParts: () => {} });
}

it('shifts, aligns and moves a body', async () => {
  RESULT.pieces[0]!.meshes = MESHES;
  session = await PlanSession.open('p');
  await vi.waitFor(() => expect(session.result).toBeDefined());
  inspectBody('top');
  await fireEvent.change(screen.getByLabelText('Shift Z'), { target: { value: '2.5' } });
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(server.edits[0]).toMatchObject({ action: 'SHIFT_BODY', body: 'top', shift: [0, 0, 2.5] });
  await fireEvent.change(screen.getByLabelText('How to align'), { target: { value: 'AFTER' } });
  await fireEvent.click(screen.getByRole('button', { name: 'Align along Y' }));
  await vi.waitFor(() => expect(server.edits).toHaveLength(2));
  expect(server.edits[1]).toMatchObject({
    action: 'ALIGN_BODY',
    body: 'top',
    other: 'base',
    axis: 1,
    how: 'AFTER',
  });
  await fireEvent.change(screen.getByLabelText('Move the body into another piece'), {
    target: { value: 'new' },
  });
  await vi.waitFor(() => expect(server.edits).toHaveLength(3));
  expect(server.edits[2]).toMatchObject({ action: 'MOVE_BODY', body: 'top', other: '' });
  RESULT.pieces[0]!.meshes = [];
});

it('changes the order of bodies by dragging', async () => {
  render(PieceList, { session });
  const top = screen.getByRole('button', { name: 'Top body' });
  const base = screen.getByRole('button', { name: 'Base body' });
  await fireEvent.dragStart(top);
  await fireEvent.dragOver(base);
  await fireEvent.drop(base);
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(server.edits[0]).toMatchObject({ action: 'ORDER_BODY', body: 'top', number: 1 });
});

it('asks about several files once, with what seems right', async () => {
  const onAnswer = vi.fn();
  const files = ['a.stl', 'b.stl'].map((name) => new File([], name));
  const question = { files, together: true, reason: 'They touch.' };
  render(ImportQuestion, { question, onAnswer });
  expect(await screen.findByText('They touch.')).toBeInTheDocument();
  expect(screen.getByRole('button', { name: /One piece/ })).toHaveClass('strong');
  await fireEvent.click(screen.getByRole('button', { name: 'A piece for each file' }));
  expect(onAnswer).toHaveBeenCalledWith(files, false);
});

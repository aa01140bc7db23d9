import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import type { FieldView, ItemsView } from '../api/client';
import { FakeServer, SHELF } from '../testing/fakeServer';
import Items from './Items.svelte';

function field(key: string, label: string, kind: string, unit = ''): FieldView {
  const description = `${label}.`;
  return {
    key,
    label,
    group: 'Group',
    unit,
    kind,
    min: 0,
    max: 500,
    choices: [],
    columns: [],
    description,
  };
}

const ITEMS = {
  machineFields: [
    field('name', 'Name', 'text'),
    field('bedX', 'Bed, X', 'number', 'mm'),
    { ...field('tools', 'Filament is changed', 'choice'), choices: ['by hand', 'feeder'] },
    { ...field('dialect', 'Dialect', 'choice'), choices: ['hand-change', 'feeder'] },
    {
      ...field('ownLines', 'Custom G-code', 'lines'),
      columns: [field('pause', 'For a pause', 'text')],
    },
  ],
  filamentFields: [
    field('name', 'Name', 'text'),
    field('colour', 'Colour', 'colour'),
    field('nozzleC', 'Nozzle', 'number', '°C'),
  ],
  dialects: { 'by hand': ['hand-change'], feeder: ['feeder'] },
  machines: SHELF.machines,
  filaments: SHELF.filaments,
} as unknown as ItemsView;

let server: FakeServer;

beforeEach(() => {
  server = new FakeServer();
  server.answers['/dialect'] = { pause: 'M0\n' };
  server.answers['/api/shelf/items'] = ITEMS;
});

it('shows each field of what is chosen, with its unit', async () => {
  render(Items, { kind: 'filaments', onPlan: vi.fn() });
  expect(await screen.findByLabelText(/^Nozzle/)).toHaveValue('210');
  await fireEvent.click(screen.getByRole('button', { name: /Slate/ }));
  expect(screen.getByLabelText(/^Name/)).toHaveValue('Slate');
  expect(screen.getByLabelText(/^Colour/)).toHaveValue('#4d5863');
  expect(screen.getByText('°C')).toBeVisible();
});

it("starts lines of one's own from the dialect's, and goes back to them", async () => {
  render(Items, { kind: 'machines', onPlan: vi.fn() });
  const lines = await screen.findByLabelText('Custom G-code: For a pause');
  await vi.waitFor(() => expect(lines).toHaveValue('M0\n'));
  await fireEvent.change(lines, { target: { value: 'M0 ; wait' } });
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(server.edits[0]).toMatchObject({ ownLines: { pause: 'M0 ; wait' } });
  await fireEvent.change(lines, { target: { value: 'M0\n' } });
  await vi.waitFor(() => expect(server.edits).toHaveLength(2));
  expect(server.edits[1]).toMatchObject({ ownLines: {} });
});

it('sends an edit as the whole item, a feeder with its dialect', async () => {
  render(Items, { kind: 'machines', onPlan: vi.fn() });
  await fireEvent.change(await screen.findByLabelText(/^Bed, X/), { target: { value: '180,5' } });
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(server.edits[0]).toEqual({ ...SHELF.machines[0], bedX: 180.5 });
  await fireEvent.change(screen.getByLabelText(/^Filament is changed/), {
    target: { value: 'feeder' },
  });
  await vi.waitFor(() => expect(server.edits).toHaveLength(2));
  expect(server.edits[1]).toMatchObject({ tools: 'feeder', dialect: 'feeder' });
});

it('shows the nozzles as rows, and adds and removes them where there are several', async () => {
  const rows = {
    ...field('nozzles', 'Nozzles', 'rows'),
    columns: [field('diameterMm', 'Opening', 'number', 'mm')],
  };
  const [machine] = SHELF.machines;
  server.answers['/api/shelf/items'] = {
    ...ITEMS,
    machineFields: [rows],
    machines: [machine, { ...machine, id: 'two', name: 'Two', tools: 'several nozzles' }],
  };
  render(Items, { kind: 'machines', onPlan: vi.fn() });
  const opening = await screen.findByLabelText('Opening of 1');
  expect(screen.queryByRole('button', { name: 'Another one' })).toBeNull();
  await fireEvent.change(opening, { target: { value: '0,6' } });
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(server.edits[0]).toMatchObject({ nozzles: [{ diameterMm: 0.6, x: 0 }] });
  await fireEvent.click(screen.getByRole('button', { name: /^Two/ }));
  await fireEvent.click(screen.getByRole('button', { name: 'Another one' }));
  await vi.waitFor(() => expect(server.edits).toHaveLength(2));
  expect((server.edits[1] as { nozzles: object[] }).nozzles).toHaveLength(2);
});

it('says why something was refused, and shows again what holds', async () => {
  render(Items, { kind: 'machines', onPlan: vi.fn() });
  const bed = await screen.findByLabelText(/^Bed, X/);
  server.problem = {
    status: 422,
    body: { place: "machine 'One'", detail: 'Bed, X cannot be "wide".', remedy: 'Give a number.' },
  };
  await fireEvent.change(bed, { target: { value: 'wide' } });
  expect(await screen.findByRole('alert')).toHaveTextContent('Give a number.');
  await vi.waitFor(() => expect(bed).toHaveValue('200'));
});

it('makes an edit from what the one before led to', async () => {
  render(Items, { kind: 'machines', onPlan: vi.fn() });
  const bed = await screen.findByLabelText(/^Bed, X/);
  const name = screen.getByLabelText(/^Name/);
  server.answers['/api/shelf/items'] = {
    ...ITEMS,
    machines: [{ ...SHELF.machines[0], name: 'Two' }],
  };
  const first = fireEvent.change(name, { target: { value: 'Two' } });
  const second = fireEvent.change(bed, { target: { value: '180' } });
  await Promise.all([first, second]);
  await vi.waitFor(() => expect(server.edits).toHaveLength(2));
  expect(server.edits[1]).toMatchObject({ name: 'Two', bedX: 180 });
});

it('copies without the id, and removes', async () => {
  render(Items, { kind: 'machines', onPlan: vi.fn() });
  await fireEvent.click(await screen.findByRole('button', { name: 'Copy' }));
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(server.edits[0]).not.toHaveProperty('id');
  await fireEvent.click(screen.getByRole('button', { name: 'Remove' }));
  await vi.waitFor(() =>
    expect(server.sent.at(-1)).toMatchObject({
      method: 'DELETE',
      path: '/api/shelf/items/machines/one',
    }),
  );
});

import { fireEvent, render, screen, within } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import { PlanSession } from '../model/session.svelte';
import { DOCUMENT, FakeServer } from '../testing/fakeServer';
import ShelfChangesButton from './ShelfChangesButton.svelte';

let server: FakeServer;
let session: PlanSession;

beforeEach(async () => {
  server = new FakeServer(DOCUMENT);
  session = await PlanSession.open('p');
  await vi.waitFor(() => expect(session.result).toBeDefined());
});

const HOTTER = {
  item: 'Filament Chalk',
  there: true,
  differences: [{ what: 'Nozzle', used: '210 °C', now: '217 °C' }],
};

it('is not there while the shelf is as the plan took it', () => {
  render(ShelfChangesButton, { session });
  expect(screen.queryByRole('button')).toBeNull();
});

it('says what differs, and takes it over', async () => {
  session.state = { ...session.state, changedOnShelf: [HOTTER] };
  render(ShelfChangesButton, { session });
  await fireEvent.click(screen.getByRole('button', { name: 'Shelf changed' }));
  const row = within(screen.getByRole('row', { name: /Nozzle/ }));
  expect(row.getAllByRole('cell').map((cell) => cell.textContent)).toEqual(['210 °C', '217 °C']);
  await fireEvent.click(screen.getByRole('button', { name: 'Use what is on the shelf now' }));
  await vi.waitFor(() => expect(server.sent.at(-1)?.path).toBe('/api/plans/p/follow?version=0'));
  await vi.waitFor(() => expect(screen.queryByText('Shelf changed')).toBeNull());
});

it('has nothing to take over of what left the shelf, and keeps it', async () => {
  const gone = { ...HOTTER, there: false, differences: [] };
  session.state = {
    ...session.state,
    filaments: [{ ...session.state.filaments[0]!, id: 'gone', name: 'Gone' }],
    changedOnShelf: [gone],
  };
  render(ShelfChangesButton, { session });
  await fireEvent.click(screen.getByRole('button', { name: 'Shelf changed' }));
  expect(screen.getByText('No longer on the shelf. The plan keeps it.')).toBeVisible();
  expect(screen.queryByRole('button', { name: /Use what/ })).toBeNull();
  expect(session.filaments.map((one) => one.name)).toEqual(['Chalk', 'Slate', 'Gone']);
});

import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import { PlanSession } from '../model/session.svelte';
import { FakeServer, SHELF } from '../testing/fakeServer';
import ChangeQuestion from './ChangeQuestion.svelte';

let server: FakeServer;
let session: PlanSession;

async function asked(possible: boolean) {
  server = new FakeServer();
  server.answers['/machines/two'] = {
    differences: [{ what: 'Nozzle', before: '0.4 mm', after: '0.6 mm' }],
    findings: [{ what: 'Tower', reason: 'It would reach off the bed.', remedy: 'Arrange.' }],
    possible,
  };
  const two = { ...SHELF.machines[0]!, id: 'two', name: 'Two' };
  server.answers['/api/shelf/recipes'] = [];
  server.answers['/api/shelf'] = { ...SHELF, machines: [...SHELF.machines, two] };
  session = await PlanSession.open('p');
  render(ChangeQuestion, { session, wanted: { id: 'two' } });
  return screen.findByRole('button', { name: 'Change to Two' });
}

beforeEach(() => vi.unstubAllGlobals());

it('shows what changes and what no longer fits, and changes nothing until it is told to', async () => {
  const change = await asked(true);
  expect(screen.getByText('One → Two')).toBeVisible();
  expect(screen.getByRole('row')).toHaveTextContent(/Nozzle\s*0.4 mm\s*→\s*0.6 mm/);
  expect(screen.getByText(/It would reach off the bed/)).toBeVisible();
  expect(server.edits).toHaveLength(0);
  await fireEvent.click(change);
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(server.edits[0]).toEqual({ action: 'CHOOSE_MACHINE', machine: 'two' });
});

it('does not offer what cannot be', async () => {
  expect(await asked(false)).toBeDisabled();
  await fireEvent.click(screen.getByRole('button', { name: 'Stay with One' }));
  expect(server.edits).toHaveLength(0);
});

it('takes what makes no difference without asking', async () => {
  server = new FakeServer();
  server.answers['/filaments/red'] = { differences: [], findings: [], possible: true };
  session = await PlanSession.open('p');
  render(ChangeQuestion, { session, wanted: { id: 'red', slot: 2 } });
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(server.edits[0]).toEqual({ action: 'LOAD_FILAMENT', slot: 2, filament: 'red' });
  expect(screen.queryByRole('button', { name: /Change to/ })).toBeNull();
});

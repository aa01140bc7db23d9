import { fireEvent, render, screen } from '@testing-library/svelte';
import { expect, it, vi } from 'vitest';
import { PlanSession } from '../model/session.svelte';
import { FakeServer } from '../testing/fakeServer';
import VariantsButton from './VariantsButton.svelte';

const FIRST = { id: 'p', name: 'first', revision: 'r0', updated: '2026-03-09T08:00:00Z' };
const SECOND = { ...FIRST, id: 'q', name: 'second' };

async function open(variants: object[]) {
  const server = new FakeServer();
  server.answers['/variants'] = variants;
  server.answers['/variant'] = variants;
  const session = await PlanSession.open('p');
  const onOpen = vi.fn();
  const onCompare = vi.fn();
  render(VariantsButton, { session, onOpen, onCompare });
  await fireEvent.click(screen.getByRole('button', { name: /Variants/ }));
  return { server, session, onOpen, onCompare };
}

it('keeps the state under a name', async () => {
  const { server } = await open([FIRST]);
  const keep = await screen.findByRole('button', { name: 'Keep the state' });
  expect(keep).toBeDisabled();
  await fireEvent.input(screen.getByLabelText('Name of the kept state'), {
    target: { value: 'thin walls' },
  });
  await fireEvent.click(keep);
  await vi.waitFor(() => expect(server.sent).toHaveLength(1));
  expect(server.sent[0]).toMatchObject({
    path: '/api/plans/p/variants',
    body: { name: 'thin walls' },
  });
});

it('opens and compares the others, and says which one is open', async () => {
  const { onOpen, onCompare } = await open([FIRST, SECOND]);
  expect(await screen.findByLabelText('Name of this variant')).toHaveValue('first');
  await fireEvent.click(screen.getByRole('button', { name: 'second' }));
  expect(onOpen).toHaveBeenLastCalledWith('q');
  await fireEvent.click(screen.getByRole('button', { name: 'Compare' }));
  expect(onCompare).toHaveBeenLastCalledWith('p', 'q');
});

it('removes another variant and puts it back, but not the first', async () => {
  const { server } = await open([FIRST, SECOND]);
  await screen.findByLabelText('Name of this variant');
  expect(screen.queryByLabelText('Remove the variant first')).toBeNull();
  await fireEvent.click(screen.getByLabelText('Remove the variant second'));
  expect(await screen.findByText(/“second” is removed/)).toBeVisible();
  await fireEvent.click(screen.getByRole('button', { name: 'Put it back' }));
  await vi.waitFor(() => expect(screen.queryByText(/is removed/)).toBeNull());
  expect(server.sent.map(({ method, path }) => `${method} ${path}`)).toEqual([
    'DELETE /api/plans/q',
    'POST /api/plans/q/restore',
  ]);
});

it('says why a name was refused', async () => {
  const { server, session } = await open([FIRST, SECOND]);
  const type = 'urn:stratonomy:plan';
  server.problem = {
    status: 422,
    body: { type, place: 'the variant', reason: 'It is taken.', remedy: 'Give it another name.' },
  };
  const name = await screen.findByLabelText('Name of this variant');
  await fireEvent.change(name, { target: { value: 'second' } });
  await vi.waitFor(() => expect(session.problem?.remedy).toBe('Give it another name.'));
});

it('has a variant proposed and compares it, or says that nothing helps', async () => {
  const { server, session, onCompare } = await open([FIRST]);
  await vi.waitFor(() => expect(session.result).toBeDefined());
  server.answers['/proposals'] = { variant: SECOND, steps: ['layers of 0.28 mm'] };
  await fireEvent.click(await screen.findByRole('button', { name: 'Shortest time' }));
  await vi.waitFor(() => expect(onCompare).toHaveBeenLastCalledWith('p', 'q'));
  server.answers['/proposals'] = { variant: null, steps: [] };
  await fireEvent.click(screen.getByRole('button', { name: 'Fewest changes' }));
  expect(
    await screen.findByText('Nothing that was tried gives fewer changes of filament.'),
  ).toBeVisible();
});

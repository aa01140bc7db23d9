import { render, screen } from '@testing-library/svelte';
import { expect, it, vi } from 'vitest';
import { PlanSession } from '../model/session.svelte';
import { FakeServer, RESULT } from '../testing/fakeServer';
import Header from './Header.svelte';

async function show(filaments: number) {
  const slot = RESULT.ledger.slots[0]!;
  const slots = Array.from({ length: filaments }, (_, i) => ({
    ...slot,
    slot: 1 + (i % 2),
    massG: 3,
  }));
  const server = new FakeServer();
  server.answers['/variants'] = [];
  server.answers['/result'] = { ...RESULT, ledger: { ...RESULT.ledger, slots } };
  const session = await PlanSession.open('p');
  const nothing = () => undefined;
  render(Header, {
    session,
    onProgram: nothing,
    onKeys: nothing,
    onLedger: nothing,
    onHistory: nothing,
    onOpen: nothing,
    onCompare: nothing,
  });
  await vi.waitFor(() => expect(session.result).toBeDefined());
}

it('tells the mass of each of a few filaments', async () => {
  await show(2);
  await vi.waitFor(() =>
    expect(screen.getByTestId('totals').textContent).toMatch(/3\.0 g\s*3\.0 g/),
  );
});

it('tells the mass of many filaments as a sum, and of each on demand', async () => {
  await show(6);
  const sum = await screen.findByText('18 g of 6 filaments');
  expect(sum.title.split('\n')).toHaveLength(6);
  expect(sum.title).toMatch(/^Chalk: 3\.0 g, /);
});

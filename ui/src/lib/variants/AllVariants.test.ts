import { fireEvent, render, screen, within } from '@testing-library/svelte';
import { expect, it, vi } from 'vitest';
import { FakeServer, RESULT } from '../testing/fakeServer';
import AllVariants from './AllVariants.svelte';
import { least, totalsOf } from './totals';

const variant = (id: string, name: string) => ({
  id,
  name,
  revision: `r-${id}`,
  updated: '2026-03-09T08:00:00Z',
});

it('sums up what a print takes', () => {
  const totals = totalsOf(RESULT.ledger);
  expect(totals.seconds).toBe(RESULT.ledger.seconds);
  expect(totals.grams).toBeCloseTo(RESULT.ledger.slots.reduce((g, slot) => g + slot.massG, 0));
});

it('finds the least of each number', () => {
  const all = [
    { seconds: 10, changes: 3, grams: 5, cost: 1, currency: '€' },
    { seconds: 20, changes: 1, grams: 4, cost: 2, currency: '€' },
  ];
  expect(least(all)).toEqual({ seconds: 10, changes: 1, grams: 4, cost: 1 });
});

it('lists all variants with what they take, and shows another one beside', async () => {
  const server = new FakeServer();
  const ledger = { ...RESULT.ledger, seconds: 60 };
  server.answers['r-b/result'] = { ...RESULT, ledger };
  server.answers['/result'] = RESULT;
  const onCompare = vi.fn();
  const variants = [variant('a', 'first'), variant('b', 'quick'), variant('c', 'light')];
  render(AllVariants, { variants, shown: ['a', 'b'], onCompare });
  const table = within(screen.getByRole('table', { name: 'All variants' }));
  await vi.waitFor(() => expect(table.queryByText('computing …')).toBeNull());
  expect(table.getAllByRole('row')).toHaveLength(4);
  const costs = table.getAllByText(/€/).map((cell) => cell.textContent);
  expect(costs).toHaveLength(3);
  costs.forEach((cost) => expect(cost).toMatch(/^\d+\.\d\d €$/));
  expect(screen.getByRole('button', { name: 'first' })).toBeDisabled();
  await fireEvent.click(screen.getByRole('button', { name: 'light' }));
  expect(onCompare).toHaveBeenCalledWith('c');
});

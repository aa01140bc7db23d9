import { render, screen, within } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import { PlanSession } from '../model/session.svelte';
import { DOCUMENT, FakeServer } from '../testing/fakeServer';
import type { HistoryEntry } from './days';
import HistorySheet from './HistorySheet.svelte';

const MADE = new Date(2026, 2, 8, 14, 5).getTime();

function entry(number: number, standing: HistoryEntry['standing'], what: string): HistoryEntry {
  const made = new Date(MADE + number * 60_000).toISOString();
  return { revision: `r${number}`, made, what, standing };
}

let session: PlanSession;

beforeEach(async () => {
  new FakeServer(DOCUMENT);
  session = await PlanSession.open('p');
});

it('lists edits with the way back to all but the current state', async () => {
  session.history = vi.fn(() =>
    Promise.resolve({
      states: [
        entry(2, 'UNDONE', 'Divided One at 4.2 mm'),
        entry(1, 'CURRENT', 'Added One'),
        entry(0, 'EARLIER', 'Started'),
      ],
      goesOn: false,
    }),
  );
  const goBackTo = vi.spyOn(session, 'goBackTo').mockResolvedValue(true);
  render(HistorySheet, { session, open: true });
  const rows = await screen.findAllByRole('listitem');
  expect(rows.map((row) => row.textContent!.replace(/\s+/g, ' ').trim())).toEqual([
    '14:07 Divided One at 4.2 mm undone Go back',
    '14:06 Added One Current state',
    '14:05 Started Go back',
  ]);
  expect(screen.queryByRole('button', { name: 'Show earlier edits' })).toBeNull();
  within(rows[2]!).getByRole('button').click();
  expect(goBackTo).toHaveBeenCalledWith('r0');
});

it('goes on with earlier edits', async () => {
  const history = vi
    .fn<PlanSession['history']>()
    .mockResolvedValueOnce({ states: [entry(1, 'CURRENT', 'Added One')], goesOn: true })
    .mockResolvedValueOnce({ states: [entry(0, 'EARLIER', 'Started')], goesOn: false });
  session.history = history;
  render(HistorySheet, { session, open: true });
  (await screen.findByRole('button', { name: 'Show earlier edits' })).click();
  await screen.findByText('Started');
  expect(history).toHaveBeenLastCalledWith(entry(1, 'CURRENT', '').made);
  expect(screen.getAllByRole('listitem')).toHaveLength(2);
});

it('says when the history cannot be read', async () => {
  session.history = () => Promise.reject(new Error('gone'));
  render(HistorySheet, { session, open: true });
  expect(await screen.findByRole('alert')).toHaveTextContent('the history:');
});

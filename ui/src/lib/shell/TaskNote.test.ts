import { render, screen } from '@testing-library/svelte';
import { afterEach, expect, it, vi } from 'vitest';
import { waitedFor } from '../api/work.svelte';
import TaskNote from './TaskNote.svelte';

afterEach(() => {
  waitedFor.clear();
  vi.unstubAllGlobals();
});

it('says what is waited for, and cancels it', async () => {
  const sent: [string, RequestInit][] = [];
  vi.stubGlobal('fetch', (address: string, init: RequestInit) => {
    sent.push([address, init]);
    return Promise.resolve(new Response(null, { status: 204 }));
  });
  render(TaskNote);
  expect(screen.queryByRole('status')).toBeNull();
  const task = { id: 't', stage: 'toolpaths', done: 3, total: 9, ended: false, hasResult: true };
  waitedFor.set('t', task);
  expect(await screen.findByText('Computing toolpaths …')).toBeInTheDocument();
  expect(screen.getByLabelText('Progress')).toHaveValue(3);
  screen.getByText('Cancel').click();
  expect(sent).toHaveLength(1);
  expect(sent[0]![0]).toBe('/api/tasks/t');
  expect(sent[0]![1].method).toBe('DELETE');
});

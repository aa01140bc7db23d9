import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import { PlanSession } from '../model/session.svelte';
import { FakeServer, RESULT } from '../testing/fakeServer';
import ProgramNote from './ProgramNote.svelte';

const ERROR = {
  id: 'off-bed:tower',
  severity: 'error',
  title: 'Tower reaches off the bed',
  reason: 'It does.',
  piece: 'tower',
  remedies: [],
};

let server: FakeServer;
let session: PlanSession;
let note: { write: (despite?: string[]) => Promise<void> };

beforeEach(async () => {
  vi.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(() => undefined);
  server = new FakeServer();
  session = await PlanSession.open('p');
  await vi.waitFor(() => expect(session.result).toBeDefined());
  note = render(ProgramNote, { session }).component;
});

it('names what was written', async () => {
  server.answers['/programs'] = { id: 'x', fileName: 'tower.gcode', size: 1_200_000 };
  await note.write();
  expect(await screen.findByRole('status')).toHaveTextContent('tower.gcode 1.2 MB');
  await fireEvent.click(screen.getByRole('button', { name: 'Close' }));
  expect(screen.queryByRole('status')).toBeNull();
});

it('writes a plan with errors only when told to, and then says which they are', async () => {
  session.latest.result = { ...RESULT, findings: [ERROR] };
  server.problem = {
    status: 422,
    body: { place: 'the program', detail: 'Tower reaches off the bed.', remedy: 'Move it.' },
  };
  await note.write();
  expect(await screen.findByRole('alert')).toHaveTextContent('Tower reaches off the bed. Move it.');
  server.problem = undefined;
  server.answers['/programs'] = { id: 'x', fileName: 'tower.gcode', size: 10 };
  await fireEvent.click(screen.getByRole('button', { name: 'Write it all the same' }));
  await screen.findByRole('status');
  expect(server.sent.at(-1)!.path).toContain('despite=off-bed%3Atower');
});

it('offers no such thing for other problems', async () => {
  server.problem = { status: 500, body: { place: 'the program', detail: 'The disk is full.' } };
  await note.write();
  expect(await screen.findByRole('alert')).toHaveTextContent('The disk is full.');
  expect(screen.queryByRole('button', { name: 'Write it all the same' })).toBeNull();
});

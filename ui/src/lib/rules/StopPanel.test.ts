import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import type { PlanEdit } from '../api/client';
import { PlanSession } from '../model/session.svelte';
import { DOCUMENT, FakeServer, RESULT } from '../testing/fakeServer';
import Inspector from './Inspector.svelte';
import { complaining } from '../shell/typed';

const STOP = { id: 's', height: 6, note: '' };
const FILLING = {
  piece: 'tower',
  proposedMm: 8,
  reason: 'Above it the opening is narrower than 20 mm.',
  levels: [
    { layer: 21, heightMm: 4, openingMm: 30, bridgeMm: 12, volumeMm3: 0 },
    { layer: 31, heightMm: 6, openingMm: 30, bridgeMm: 12.34, volumeMm3: 2000 },
    { layer: 41, heightMm: 8, openingMm: 21, bridgeMm: null, volumeMm3: 3500 },
  ],
};

let server: FakeServer;
let session: PlanSession;

beforeEach(async () => {
  server = new FakeServer({ ...DOCUMENT, stops: [STOP] });
  server.answers['/fillings'] = [FILLING];
  session = await PlanSession.open('p');
  await vi.waitFor(() => expect(session.result).toBeDefined());
  const halt = { ...RESULT.ledger.halts[0]!, stops: ['s'], kinds: ['pause'], strandMm: 1000 };
  session.latest.result = { ...RESULT, ledger: { ...RESULT.ledger, halts: [halt] } };
  session.selectStop('s');
  render(Inspector, {
    props: { session, onEqualParts: () => undefined },
    context: complaining((problem) => (session.problem = problem)),
  });
});

type StopEdit = Extract<PlanEdit, { action: 'CHANGE_STOP' }>;

function sent(): StopEdit['stop'] | undefined {
  const edit = server.edits.at(-1) as StopEdit | undefined;
  return edit?.action === 'CHANGE_STOP' ? edit.stop : undefined;
}

async function type(label: string, text: string) {
  await fireEvent.change(screen.getByLabelText(label), { target: { value: text } });
}

it('says where the stop is, and how much of what goes in is needed', () => {
  expect(screen.getByText('Stop before L31')).toBeVisible();
  expect(screen.getByText('when L30 is done')).toBeVisible();
  expect(screen.getByText('3.0 g')).toBeVisible();
});

it('keeps what differs from the machine, and takes it out when the field is emptied', async () => {
  await type('Lift', '25');
  await vi.waitFor(() => expect(sent()).toEqual({ ...STOP, lift: 25 }));
  await type('Wait at Y', '40,5');
  await vi.waitFor(() => expect(sent()?.park).toEqual([5, 40.5]));
  await type('Minutes that the operator takes', '10');
  await vi.waitFor(() => expect(sent()?.seconds).toBe(600));
  await type('Lift', '');
  await vi.waitFor(() => expect(sent()).not.toHaveProperty('lift'));
  await type('Wait at Y', '190');
  await vi.waitFor(() => expect(sent()).not.toHaveProperty('park'));
});

it('refuses what is no length', async () => {
  await type('Lift', '-3');
  expect(screen.getByLabelText('Lift')).toHaveValue('');
  expect(session.problem?.message).toBe('Lift: “-3” is no value for it. Type one of 0 or more.');
  await type('Lift', 'high');
  expect(session.problem?.reason).toBe('“high” is no number.');
  expect(server.edits).toHaveLength(0);
});

it('may be told in another way than the machine usually is', async () => {
  await type('How the machine is stopped', 'wait');
  await vi.waitFor(() => expect(sent()).toEqual({ ...STOP, told: 'wait' }));
});

it('changes its kind, moves and goes', async () => {
  await fireEvent.click(screen.getByRole('button', { name: 'message' }));
  await vi.waitFor(() => expect(sent()?.kind).toBe('message'));
  await vi.waitFor(() => expect(screen.queryByLabelText('Lift')).toBeNull());
  await type('Height of the stop', 'L22');
  await vi.waitFor(() => expect(sent()?.height).toBeCloseTo(4.2));
  await fireEvent.click(screen.getByRole('button', { name: 'Remove the stop' }));
  await vi.waitFor(() => expect(server.edits.at(-1)).toEqual({ action: 'REMOVE_STOP', stop: 's' }));
});

it('helps to fill: what is below, what closes it, and where it would be better', async () => {
  await fireEvent.click(screen.getByRole('button', { name: 'filling' }));
  expect(await screen.findByTestId('filling', {}, { timeout: 4000 })).toHaveTextContent(
    'opening 30.0 mm · 2.0 cm³ below · 3 g',
  );
  expect(screen.getByText(/Longest bridge that closes it: 12.3 mm/)).toBeVisible();
  await fireEvent.click(screen.getByRole('button', { name: 'Stop at 8.0 mm instead' }));
  await vi.waitFor(() => expect(sent()?.height).toBe(8));
  expect(await screen.findByText(/lines would hang free/)).toBeVisible();
  await fireEvent.click(screen.getByLabelText('neither infill nor lid'));
  await fireEvent.click(screen.getByRole('button', { name: 'Set these rules' }));
  await vi.waitFor(() =>
    expect(server.edits.at(-1)).toMatchObject({
      action: 'FILL',
      filling: { layer: 41, hollow: true, withoutFan: 3 },
    }),
  );
  await type('Opening that is needed', '15');
  await vi.waitFor(() => expect(server.asked.at(-1)).toContain('/fillings?opening=15'));
});

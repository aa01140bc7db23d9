import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import { PlanSession } from '../model/session.svelte';
import { DOCUMENT, FakeServer, RESULT } from '../testing/fakeServer';
import { complaining } from '../shell/typed';
import PurgePanel from './PurgePanel.svelte';

let server: FakeServer;
let session: PlanSession;

function change(from: number, to: number, volume: number, given = false) {
  return {
    from,
    to,
    count: 3,
    mixes: true,
    melt: 35,
    plug: 0,
    shareLeft: 0.02,
    byMaterial: false,
    computed: 137,
    given,
    volume,
  };
}

beforeEach(async () => {
  server = new FakeServer({ ...DOCUMENT, slots: ['chalk', 'slate'] });
  session = await PlanSession.open('p');
  await vi.waitFor(() => expect(session.result).toBeDefined());
  session.latest.result = {
    ...RESULT,
    purging: {
      tower: { x: 150, y: 100, side: 12, height: 8, given: false },
      changes: [change(1, 2, 137), change(2, 1, 50, true)],
      total: 561,
    },
  };
  render(PurgePanel, {
    props: { session },
    context: complaining((problem) => (session.problem = problem)),
  });
});

it('opens the sum of a change and takes it back', async () => {
  const volume = screen.getByLabelText('Purged from slot 2 to slot 1, mm³');
  await fireEvent.focus(volume);
  expect(screen.getByRole('status')).toHaveTextContent('35 mm³ × ln(1 / 2 %) = 137 mm³');
  expect(screen.getByRole('status')).toHaveTextContent('The plan gives 50 mm³.');
  await fireEvent.click(screen.getByRole('button', { name: 'Take the sum' }));
  await vi.waitFor(() => expect(server.edits).toEqual([{ action: 'SET_PURGING', from: 2, to: 1 }]));
});

it('gives a change another volume, but no text and nothing negative', async () => {
  const volume = screen.getByLabelText('Purged from slot 1 to slot 2, mm³');
  await fireEvent.change(volume, { target: { value: '-3' } });
  expect(session.problem?.remedy).toContain('0 or more');
  expect(volume).toHaveValue('137');
  expect(server.edits).toHaveLength(0);
  await fireEvent.change(volume, { target: { value: '80,5' } });
  await vi.waitFor(() =>
    expect(server.edits).toEqual([{ action: 'SET_PURGING', from: 1, to: 2, volume: 80.5 }]),
  );
});

it('moves the tower along one axis', async () => {
  expect(screen.getByText(/12.0 × 12.0 mm, up to 8.0 mm/)).toBeInTheDocument();
  await fireEvent.change(screen.getByLabelText('Tower Y'), { target: { value: '40' } });
  await vi.waitFor(() => expect(server.edits).toEqual([{ action: 'PLACE_TOWER', at: [150, 40] }]));
});

it('purges elsewhere in the whole plan', async () => {
  await fireEvent.change(screen.getByLabelText('into'), {
    target: { value: 'infill, support, tower' },
  });
  await vi.waitFor(() =>
    expect(server.edits.at(-1)).toMatchObject({
      action: 'SET',
      where: {},
      setting: 'purgeInto',
      value: 'infill, support, tower',
    }),
  );
});

it('lets a piece take what is purged', async () => {
  const [piece] = RESULT.pieces;
  await fireEvent.change(screen.getByLabelText(piece!.name), { target: { value: 'all lines' } });
  await vi.waitFor(() =>
    expect(server.edits.at(-1)).toMatchObject({
      action: 'SET',
      where: { pieces: [piece!.id] },
      setting: 'takesPurge',
      value: 'all lines',
    }),
  );
});

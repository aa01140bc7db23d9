import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import Column from '../column/Column.svelte';
import PieceList from '../pieces/PieceList.svelte';
import { PlanSession } from '../model/session.svelte';
import { DOCUMENT, FakeServer } from '../testing/fakeServer';
import EqualParts from './EqualParts.svelte';
import RuleDetails from './RuleDetails.svelte';
import StratumPanel from './StratumPanel.svelte';

let server: FakeServer;
let session: PlanSession;

async function open(document = DOCUMENT) {
  server = new FakeServer(document);
  session = await PlanSession.open('p');
  await vi.waitFor(() => expect(session.result).toBeDefined());
}

beforeEach(() => open());

it('divides a span into parts with a filament each', async () => {
  session.select('tower', 's1');
  render(EqualParts, { session, open: true });
  await fireEvent.input(await screen.findByLabelText('parts'), { target: { value: '4' } });
  expect(screen.getByText(/= 1.0 mm each/)).toBeInTheDocument();
  await fireEvent.click(screen.getByLabelText(/give each part a filament/));
  expect(screen.getAllByLabelText(/Filament of part/)).toHaveLength(4);
  await fireEvent.change(screen.getByLabelText('Filament of part 3'), { target: { value: '2' } });
  await fireEvent.click(screen.getByRole('button', { name: 'Divide' }));
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(server.edits[0]).toMatchObject({
    action: 'EQUAL_PARTS',
    height: 0,
    to: 4,
    parts: 4,
    slots: [1, 2, 2, 2],
  });
});

it('ramps the temperature from the stratum below', async () => {
  const [piece] = session.result!.pieces;
  const upper = piece!.strata[1]!;
  const hot = {
    ...upper,
    settings: { ...upper.settings, nozzleTemperature: { value: '230', rule: '', below: '210' } },
  };
  const { rerender } = render(StratumPanel, {
    session,
    piece: piece!,
    stratum: upper,
    onEqualParts: () => {},
  });
  expect(screen.queryByText(/^Ramp from/)).toBeNull();
  await rerender({ session, piece: piece!, stratum: hot, onEqualParts: () => {} });
  const layers = screen.getByLabelText('Layers of the ramp');
  await fireEvent.change(layers, { target: { value: '5' } });
  await fireEvent.click(screen.getByRole('button', { name: 'Ramp from 1 to 230 °C' }));
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(server.edits[0]).toMatchObject({
    action: 'SET',
    where: { pieces: ['tower'], strata: ['s2'] },
    setting: 'nozzleTemperature',
    value: {
      from: 'stratum',
      ramp: true,
      steps: [
        { layer: 1, value: 1 },
        { layer: 6, value: 230 },
      ],
    },
  });
});

it('says what is wrong with a span', async () => {
  session.select('tower', 's1');
  render(EqualParts, { session, open: true });
  await fireEvent.input(await screen.findByLabelText('to'), { target: { value: '0' } });
  expect(screen.getByText(/must lie above/)).toBeInTheDocument();
  expect(screen.getByRole('button', { name: 'Divide' })).toBeDisabled();
});

it('selects the stratum of the plan at the level, and shows it in the column', async () => {
  await open({ ...DOCUMENT, strata: [{ id: 's1', top: 3 }, { id: 's2' }] } as typeof DOCUMENT);
  render(PieceList, { session });
  await fireEvent.click(screen.getByRole('button', { name: 'Whole plan' }));
  expect(session.place).toEqual({ planStrata: ['s2'] });
  render(Column, { session });
  const lower = screen.getByLabelText('Plan, stratum 1, 0.0 mm to 3.0 mm');
  expect(lower).toHaveAttribute('aria-pressed', 'false');
  await fireEvent.click(lower);
  expect(session.place).toEqual({ planStrata: ['s1'] });
});

it('has no track for a plan without strata of its own', () => {
  render(Column, { session });
  expect(screen.queryByLabelText(/Plan, stratum/)).not.toBeInTheDocument();
});

it('shows where an open rule holds, until it is closed', async () => {
  const onWhere = () => {};
  const rule = session.rules[0]!;
  const details = render(RuleDetails, { session, rule, index: 0, onWhere });
  await vi.waitFor(() => expect(session.shownRule).toEqual({ id: 'upper', from: 0, to: 4 }));
  const column = render(Column, { session });
  expect(column.container.querySelector('.shown-rule')).not.toBeNull();
  details.unmount();
  expect(session.shownRule).toBeUndefined();
});

it('arranges pieces with the room that is typed', async () => {
  const [tower] = DOCUMENT.pieces;
  await open({ ...DOCUMENT, pieces: [tower, { ...tower, id: 'other' }] } as typeof DOCUMENT);
  render(PieceList, { session });
  const room = screen.getByLabelText('Room between pieces, mm');
  await fireEvent.change(room, { target: { value: '4' } });
  await fireEvent.click(screen.getByRole('button', { name: 'Arrange' }));
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(server.edits[0]).toMatchObject({ action: 'ARRANGE', spacing: 4 });
});

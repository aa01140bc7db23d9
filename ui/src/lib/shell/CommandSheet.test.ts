import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import { PlanSession } from '../model/session.svelte';
import { DOCUMENT, FakeServer } from '../testing/fakeServer';
import CommandSheet from './CommandSheet.svelte';
import { goingTo, matching, selections, settings } from './commands';

let session: PlanSession;
const undo = vi.fn();
const redo = vi.fn();
const commands = [
  { label: 'Undo', key: 'Ctrl Z', run: undo },
  { label: 'Redo', key: 'Ctrl Shift Z', run: redo },
];

beforeEach(async () => {
  // The test's browser has no layout.
  Element.prototype.scrollIntoView = vi.fn();
  undo.mockClear();
  redo.mockClear();
  new FakeServer(DOCUMENT);
  session = await PlanSession.open('p');
  await vi.waitFor(() => expect(session.result).toBeDefined());
});

async function type(text: string) {
  const field = await screen.findByRole('combobox', { name: 'What to do' });
  await fireEvent.input(field, { target: { value: text } });
  return field;
}

it('runs what is chosen by words and arrows', async () => {
  render(CommandSheet, { session, open: true, commands });
  const field = await type('do');
  expect(screen.getAllByRole('option').map((option) => option.textContent)).toEqual([
    expect.stringContaining('Undo'),
    expect.stringContaining('Redo'),
  ]);
  await fireEvent.keyDown(field, { key: 'ArrowDown' });
  expect(screen.getByRole('option', { selected: true })).toHaveTextContent('Redo');
  await fireEvent.keyDown(field, { key: 'Enter' });
  expect(redo).toHaveBeenCalledOnce();
  expect(undo).not.toHaveBeenCalled();
});

it('takes what is typed before its field has the focus', async () => {
  render(CommandSheet, { session, open: true, commands });
  for (const key of 'redo') {
    await fireEvent.keyDown(document.body, { key });
  }
  const field = await screen.findByRole('combobox', { name: 'What to do' });
  expect(field).toHaveValue('redo');
  expect(field).toHaveFocus();
  await fireEvent.keyDown(document.body, { key: 'Enter' });
  expect(redo).toHaveBeenCalledOnce();
});

it('runs what is clicked, and nothing where nothing is found', async () => {
  render(CommandSheet, { session, open: true, commands });
  const field = await type('no such words');
  expect(screen.queryAllByRole('option')).toEqual([]);
  expect(screen.getByText(/Nothing has these words/)).toBeVisible();
  await fireEvent.keyDown(field, { key: 'Enter' });
  await type('und');
  await fireEvent.click(screen.getByRole('option'));
  expect(undo).toHaveBeenCalledOnce();
});

it('goes to a layer or a height, and to nothing else', () => {
  const [command] = goingTo(session, 'L3');
  expect(command!.label).toMatch(/^Go to L3, from /);
  expect(command!.layer).toBe(3);
  command!.run();
  expect(session.layer).toBe(3);
  expect(goingTo(session, 'somewhere')).toEqual([]);
  expect(goingTo(session, 'L99999')).toEqual([]);
});

it('points at the layer that the chosen command leads to, as long as it is open', async () => {
  const sheet = render(CommandSheet, { session, open: true, commands });
  await type('L4');
  expect(session.pointed).toBe(4);
  await type('und');
  expect(session.pointed).toBeUndefined();
  await type('L2');
  sheet.unmount();
  expect(session.pointed).toBeUndefined();
});

it('selects what a plan consists of by its name', () => {
  const found = selections(session);
  const piece = session.document.pieces[0]!;
  expect(found.length).toBeGreaterThan(0);
  expect(found.every(({ label }) => label.startsWith('Select '))).toBe(true);
  found[0]!.run();
  expect(session.selected?.piece).toBe(piece.id);
});

it('finds settings by their names first, then by what they do', () => {
  const { shelf } = session;
  const fan = shelf.settings.find((one) => one.id === 'fan')!;
  const heat = shelf.settings.find((one) => one.id === 'nozzleTemperature')!;
  heat.description = 'Against a fan that blows too hard.';
  const found = matching(settings(session), 'fan').map((command) => command.label);
  expect(found.slice(0, 2)).toEqual([
    `Setting: ${fan.label}, group`,
    `Setting: ${heat.label}, group`,
  ]);
  expect(settings(session).some(({ label }) => label.includes('Filament slot'))).toBe(false);
});

it('looks for a setting where it can hold', () => {
  const piece = session.document.pieces[0]!;
  const purge = session.shelf.settings.find((one) => one.id === 'purgeInto')!;
  session.selectPart(piece.id, { kind: 'piece', id: piece.id });
  session.seek({ ...purge, id: 'walls', scope: 'cell' });
  expect([session.sought, session.selected?.part?.kind]).toEqual(['walls', 'piece']);
  session.seek(purge);
  expect([session.sought, session.selected?.part?.kind]).toEqual(['purgeInto', 'plan']);
  session.seek({ ...purge, id: 'layerHeight', scope: 'stratum' });
  expect([session.sought, session.selected?.part]).toEqual(['layerHeight', undefined]);
});

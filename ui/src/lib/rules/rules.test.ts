import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import { PlanSession } from '../model/session.svelte';
import SampleSheet from '../sheet/SampleSheet.svelte';
import { DOCUMENT, FakeServer } from '../testing/fakeServer';
import Inspector from './Inspector.svelte';
import RuleSheet from './RuleSheet.svelte';

let server: FakeServer;
let session: PlanSession;

beforeEach(async () => {
  server = new FakeServer();
  session = await PlanSession.open('p');
  await vi.waitFor(() => expect(session.result).toBeDefined());
});

function inspect(stratum: string) {
  session.select('tower', stratum);
  render(Inspector, { session, onEqualParts: () => {} });
}

it('says of each value where it comes from', () => {
  inspect('s2');
  const walls = screen.getByLabelText('Walls');
  expect(walls).toHaveValue('3');
  expect(screen.getByTitle(/comes from: here; without it 2 lines/)).toBeInTheDocument();
  expect(screen.getAllByTitle('Where this value comes from: default')).toHaveLength(8);
});

it('names the rule for everything as the source below', () => {
  inspect('s1');
  expect(screen.getByTitle('Where this value comes from: rule 2')).toBeInTheDocument();
});

it('sets a value for exactly this stratum', async () => {
  inspect('s2');
  await fireEvent.change(screen.getByLabelText('Fan'), { target: { value: '40' } });
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(server.edits[0]).toMatchObject({
    action: 'SET',
    where: { pieces: ['tower'], strata: ['s2'] },
    setting: 'fan',
    value: '40',
  });
});

it('gives a stratum a filament', async () => {
  inspect('s1');
  await fireEvent.click(screen.getByRole('radio', { name: 'Slot 2: Slate' }));
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(server.edits[0]).toMatchObject({
    setting: 'filament',
    value: '2',
    where: { strata: ['s1'] },
  });
});

it('reads a boundary as a layer, and says what is wrong with other texts', async () => {
  inspect('s1');
  const top = screen.getByLabelText('Top of the stratum');
  await fireEvent.change(top, { target: { value: 'L11' } });
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(server.edits[0]).toMatchObject({ action: 'MOVE_BOUNDARY', height: 4, to: 2 });
  await fireEvent.change(top, { target: { value: 'upwards' } });
  expect(session.problem?.reason).toContain('upwards');
  expect(server.edits).toHaveLength(1);
});

it('lists the rules and moves, changes and removes them', async () => {
  render(RuleSheet, { session });
  expect(screen.getByText('Tower · stratum 2')).toBeInTheDocument();
  expect(screen.getByText('everything')).toBeInTheDocument();
  await fireEvent.click(screen.getByLabelText('Move rule 2 up'));
  await fireEvent.change(screen.getByLabelText('Walls in rule 1'), { target: { value: '5' } });
  await fireEvent.click(screen.getByLabelText('Remove rule 1'));
  await fireEvent.click(screen.getByLabelText('Take Walls out of rule 2'));
  await vi.waitFor(() =>
    expect(server.edits).toEqual([
      { action: 'MOVE_RULE', rule: 'all', number: 1 },
      { action: 'SET_IN_RULE', rule: 'upper', setting: 'walls', value: '5' },
      { action: 'REMOVE_RULE', rule: 'upper' },
      { action: 'CLEAR_IN_RULE', rule: 'all', setting: 'walls' },
    ]),
  );
});

it('offers filaments and choices of a rule by their names', async () => {
  server = new FakeServer({
    ...DOCUMENT,
    rules: [{ id: 'one', where: {}, set: { filament: 2, takesPurge: 'nothing' } }],
  });
  session = await PlanSession.open('p');
  render(RuleSheet, { session });
  const filament = screen.getByLabelText('Filament slot in rule 1');
  expect(filament).toHaveDisplayValue('Slate');
  await fireEvent.change(filament, { target: { value: '1' } });
  await vi.waitFor(() => expect(server.edits.at(-1)).toMatchObject({ rule: 'one', value: '1' }));
  const taken = screen.getByLabelText('May absorb purged filament in rule 1');
  await fireEvent.change(taken, { target: { value: 'all lines' } });
  await vi.waitFor(() =>
    expect(server.edits.at(-1)).toEqual({
      action: 'SET_IN_RULE',
      rule: 'one',
      setting: 'takesPurge',
      value: 'all lines',
    }),
  );
});

it('switches a rule off, copies it, and says what it covers', async () => {
  render(RuleSheet, { session });
  await fireEvent.click(screen.getByLabelText('Rule 1 counts'));
  await fireEvent.click(screen.getByLabelText('Copy rule 1'));
  const { id, ...copy } = DOCUMENT.rules![0]!;
  await vi.waitFor(() =>
    expect(server.edits).toEqual([
      { action: 'SWITCH_RULE', rule: id, on: false },
      { action: 'ADD_RULE', number: 1, rule: copy },
    ]),
  );
  await vi.waitFor(() => expect(session.isStale).toBe(false));
  await fireEvent.click(screen.getByRole('button', { name: 'Tower · stratum 2' }));
  expect(await screen.findByText('2.40 cm³')).toBeInTheDocument();
  expect(screen.getByText(/Rules above decide Walls in 50 %/)).toBeInTheDocument();
});

it('limits a rule to roles and layers', async () => {
  render(RuleSheet, { session });
  await fireEvent.click(screen.getByRole('button', { name: 'everything' }));
  const role = await screen.findByLabelText('Add a role to rule 2');
  await fireEvent.change(role, { target: { value: 'infill' } });
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(server.edits[0]).toEqual({
    action: 'LIMIT_RULE',
    rule: 'all',
    where: { roles: ['infill'] },
  });
  await fireEvent.change(screen.getByLabelText('Where rule 2 counts its layers from'), {
    target: { value: 'stratum' },
  });
  await vi.waitFor(() => expect(server.edits).toHaveLength(2));
  expect(server.edits[1]).toMatchObject({
    where: { layers: { from: 'stratum', first: 1 } },
  });
});

it('makes a rule for what is selected', async () => {
  session.select('tower', 's2');
  render(RuleSheet, { session });
  await fireEvent.click(screen.getByRole('button', { name: 'For this place' }));
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(server.edits[0]).toEqual({
    action: 'ADD_RULE',
    number: 1,
    rule: { where: { pieces: ['tower'], strata: ['s2'] }, set: {} },
  });
});

it('lists a sample from the top down with the reasons', async () => {
  session.sampled = { x: 100, y: 100, setting: 'filament' };
  render(SampleSheet, { session });
  expect(await screen.findByText('rule 1 over 2')).toBeInTheDocument();
  const rows = screen.getAllByRole('listitem');
  expect(rows[0]).toHaveTextContent('L21 to 50');
  expect(rows[1]).toHaveTextContent('20 × infill, Slate');
  expect(rows[1]).toHaveTextContent('Core');
  await fireEvent.click(rows[0]!.querySelector('button')!);
  expect(session.layer).toBe(21);
  await fireEvent.click(screen.getByLabelText('Close the sample'));
  expect(session.sampled).toBeUndefined();
});

it('applies a recipe, says how the rule differs, and saves one', async () => {
  const document = structuredClone(DOCUMENT);
  document.rules![1] = { id: 'all', where: {}, set: { walls: 2 }, recipe: 'sturdy' } as never;
  server = new FakeServer(document);
  session = await PlanSession.open('p');
  await vi.waitFor(() => expect(session.result).toBeDefined());
  render(RuleSheet, { session });
  await fireEvent.click(screen.getByRole('button', { name: 'everything' }));
  const differences = await screen.findByRole('list', { name: 'Differences from Sturdy' });
  expect(differences).toHaveTextContent('Walls: here 2, in Sturdy 4');
  expect(differences).toHaveTextContent('Infill density: here not set, in Sturdy 40');
  await fireEvent.change(screen.getByLabelText('Recipe of rule 2'), { target: { value: 'plain' } });
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(server.edits[0]).toMatchObject({ action: 'APPLY_RECIPE', rule: 'all', recipe: 'plain' });
  await fireEvent.click(screen.getByRole('button', { name: /Save as recipe/ }));
  await fireEvent.input(screen.getByLabelText('Name of the new recipe'), {
    target: { value: 'Mine' },
  });
  await fireEvent.click(screen.getByRole('button', { name: 'Keep' }));
  await vi.waitFor(() => expect(server.edits).toHaveLength(2));
  expect(server.edits[1]).toEqual({ name: 'Mine', basedOn: 'sturdy', values: { walls: 2 } });
});

it('selects, moves and joins strata of the plan', async () => {
  server = new FakeServer({
    ...DOCUMENT,
    strata: [{ id: 's1', top: 3 }, { id: 's2' }],
  } as typeof DOCUMENT);
  session = await PlanSession.open('p');
  await vi.waitFor(() => expect(session.result).toBeDefined());
  session.selectPart('tower', { kind: 'plan', id: 's2' });
  expect(session.place).toEqual({ planStrata: ['s2'] });
  render(Inspector, { session, onEqualParts: () => {} });
  const bottom = screen.getByLabelText("bottom of the plan's stratum");
  await fireEvent.change(bottom, { target: { value: 'L21' } });
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(server.edits[0]).toMatchObject({ action: 'MOVE_PLAN_BOUNDARY', height: 3, to: 4 });
  await fireEvent.change(bottom, { target: { value: 'deep' } });
  expect(session.problem?.reason).toContain('deep');
  await fireEvent.click(screen.getByRole('button', { name: 'Join with below' }));
  await vi.waitFor(() => expect(server.edits).toHaveLength(2));
  expect(server.edits[1]).toMatchObject({ action: 'JOIN_PLAN', height: 3 });
});

it('sets what holds for the whole plan there, and only there', async () => {
  inspect('s2');
  await fireEvent.click(screen.getByRole('button', { name: 'All settings' }));
  expect(screen.queryByLabelText('Purge into')).toBeNull();
  session.selectPart('tower', { kind: 'plan', id: 's1' });
  const field = await screen.findByLabelText('Purge into');
  await fireEvent.change(field, { target: { value: 'nothing' } });
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(server.edits[0]).toMatchObject({ action: 'SET', where: {}, value: 'nothing' });
});

it('names a stratum', async () => {
  inspect('s2');
  await fireEvent.change(screen.getByLabelText('Name of the stratum'), {
    target: { value: 'shaft' },
  });
  await vi.waitFor(() => expect(server.edits).toHaveLength(1));
  expect(server.edits[0]).toEqual({
    action: 'RENAME_STRATUM',
    piece: 'tower',
    stratum: 's2',
    name: 'shaft',
  });
});

import { expect, it, vi } from 'vitest';
import { PlanSession } from '../model/session.svelte';
import { FakeServer, RESULT } from '../testing/fakeServer';
import { choicesOf } from './choices';

async function opened(): Promise<PlanSession> {
  new FakeServer();
  const session = await PlanSession.open('p');
  await vi.waitFor(() => expect(session.result).toBeDefined());
  return session;
}

it('calls filaments and mixes by their names', async () => {
  const session = await opened();
  session.latest.result = {
    ...RESULT,
    mixes: [{ slot: 125, name: 'Chalk with 25 % Slate', colour: '#c4c3bd' }] as never,
  };
  expect(choicesOf(session, session.setting('filament'))).toEqual([
    { value: '1', name: 'Chalk' },
    { value: '2', name: 'Slate' },
    { value: '125', name: 'Chalk with 25 % Slate' },
  ]);
});

it('lets support have the filament of its stratum, and leaves numbers to be typed', async () => {
  const session = await opened();
  const support = { ...session.setting('walls'), id: 'supportFilament' };
  expect(choicesOf(session, support)).toEqual([
    { value: '0', name: 'the stratum’s' },
    { value: '1', name: 'Chalk' },
    { value: '2', name: 'Slate' },
  ]);
  expect(choicesOf(session, session.setting('walls'))).toEqual([]);
  expect(choicesOf(session, session.setting('takesPurge'))).toContainEqual({
    value: 'all lines',
    name: 'all lines',
  });
});

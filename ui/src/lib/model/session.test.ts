import { beforeEach, describe, expect, it, vi } from 'vitest';
import { FakeServer, RESULT } from '../testing/fakeServer';
import { landmarks } from './landmarks';
import { PlanSession } from './session.svelte';

let server: FakeServer;

beforeEach(() => {
  server = new FakeServer();
});

async function opened(): Promise<PlanSession> {
  const session = await PlanSession.open('p');
  await vi.waitFor(() => expect(session.result).toBeDefined());
  return session;
}

describe('an open plan', () => {
  it('asks ahead for the nearest layers, as many as can be kept', async () => {
    const { layers } = await opened();
    expect(layers.ahead(6, 1e6, []).slice(0, 4)).toEqual([6, 5, 7, 4]);
    expect(layers.ahead(6, 50e6, [])).toEqual([6, 5, 7]);
    expect(layers.ahead(6, 1e9, [])).toEqual([]);
  });

  it('asks first for layers that one jumps to', async () => {
    const session = await opened();
    const jumps = landmarks(session.result!, session.heights);
    expect(jumps).toEqual([1, 21, 31, 50]);
    expect(session.layers.ahead(6, 1e6, jumps).slice(0, 6)).toEqual([1, 21, 31, 50, 6, 5]);
  });

  it('begins at its first boundary with its first stratum selected', async () => {
    const session = await opened();
    expect(session.layer).toBe(21);
    expect(session.plane).toBe(4);
    expect(session.selectedStratum?.number).toBe(1);
    expect(session.isStale).toBe(false);
  });

  it('keeps the panel of a piece whose selected stratum is no longer printed', async () => {
    const session = await opened();
    session.selectPart('tower', { kind: 'piece', id: 'tower' });
    const [piece] = RESULT.pieces;
    const sunken = { ...RESULT, pieces: [{ ...piece!, strata: piece!.strata.slice(1) }] };
    server.answers['/result'] = sunken;
    await session.edit({ action: 'COPY_PIECE', piece: 'tower' });
    await vi.waitFor(() => expect(session.isStale).toBe(false));
    expect(session.selected).toEqual({
      piece: 'tower',
      stratum: 's2',
      part: { kind: 'piece', id: 'tower' },
    });
  });

  it('keeps the level within the layers', async () => {
    const session = await opened();
    session.goTo(999);
    expect(session.layer).toBe(50);
    session.goTo(-3);
    expect(session.layer).toBe(1);
    session.goToHeight(6.04);
    expect(session.layer).toBe(31);
  });

  it('sends edits one after the other, each with the version before', async () => {
    const session = await opened();
    await Promise.all([
      session.edit({ action: 'DIVIDE', piece: 'tower', height: 2 }),
      session.edit({ action: 'DIVIDE', piece: 'tower', height: 6 }),
      session.undo(),
    ]);
    expect(server.sent.map((s) => s.path)).toEqual([
      '/api/plans/p/edits?version=0',
      '/api/plans/p/edits?version=1',
      '/api/plans/p/undo?version=2',
    ]);
    expect(server.edits.slice(0, 2)).toEqual([
      { action: 'DIVIDE', piece: 'tower', height: 2 },
      { action: 'DIVIDE', piece: 'tower', height: 6 },
    ]);
  });

  it('marks the last result as out of date until the new one is there', async () => {
    const session = await opened();
    server.pending = 2;
    await session.edit({ action: 'DIVIDE', piece: 'tower', height: 2 });
    expect(session.isStale).toBe(true);
    expect(session.result).toBeDefined();
    await vi.waitFor(() => expect(session.isStale).toBe(false));
    expect(session.resultRevision).toBe('r1');
    expect(session.progress).toBeUndefined();
  });

  it('asks for the layer at the level first when results take long', async () => {
    const clock = vi.spyOn(performance, 'now');
    clock.mockReturnValueOnce(0).mockReturnValue(900);
    const session = await opened();
    await session.edit({ action: 'DIVIDE', piece: 'tower', height: 2 });
    await vi.waitFor(() => expect(session.resultRevision).toBe('r1'));
    expect(server.asked).toContain('/api/revisions/r1/preview?height=4');
    clock.mockReturnValue(901);
    await session.undo();
    await vi.waitFor(() => expect(session.resultRevision).toBe('r2'));
    expect(server.asked).not.toContain('/api/revisions/r2/preview?height=4');
    clock.mockRestore();
  });

  it('keeps its state when an edit is refused, and says why', async () => {
    const session = await opened();
    server.problem = {
      status: 422,
      body: { type: 'urn:stratonomy:problem:plan', place: 'tower', detail: 'No.', remedy: 'Do.' },
    };
    expect(await session.edit({ action: 'DIVIDE', piece: 'tower', height: 99 })).toBe(false);
    expect(session.state.version).toBe(0);
    expect(session.problem?.reason).toBe('No.');
    expect(session.problem?.remedy).toBe('Do.');
    expect(session.problem?.isStale).toBe(false);
  });

  it('knows when somebody else was faster, and takes over', async () => {
    const session = await opened();
    server.problem = { status: 409, body: { type: 'urn:stratonomy:problem:stale-plan' } };
    await session.undo();
    expect(session.problem?.isStale).toBe(true);
    server.problem = undefined;
    await session.reload();
    expect(session.problem).toBeUndefined();
  });
});

import { Matrix4, Vector3 } from 'three';
import { beforeEach, expect, it, vi } from 'vitest';
import type { PieceDocument, RegionDocument } from '../model/document';
import { PlanSession } from '../model/session.svelte';
import { DOCUMENT, FakeServer } from '../testing/fakeServer';
import { movePiece, moveRegion, resizeRegion } from './handling';

let server: FakeServer;
let session: PlanSession;

const PIECE: PieceDocument = {
  id: 'tower',
  name: 'Tower',
  bodies: [{ id: 'base', name: 'Base', mesh: 'm' }],
  placement: { position: [100, 90, 0], rotation: [0, 0, 30], scale: [2, 2, 2] },
  regions: [
    { id: 'box', box: { middle: [0, 0, 5], size: [4, 6, 8] } },
    { id: 'ball', sphere: { middle: [1, 0, 5], diameter: 4 } },
  ],
};

beforeEach(async () => {
  server = new FakeServer({ ...DOCUMENT, pieces: [PIECE] as typeof DOCUMENT.pieces });
  session = await PlanSession.open('p');
  await vi.waitFor(() => expect(session.result).toBeDefined());
});

function sent(): RegionDocument {
  return (server.edits.at(-1) as { region: RegionDocument }).region;
}

it('a region goes to a place of the machine, in the coordinates of its piece', async () => {
  const matrix = new Matrix4().makeTranslation(100, 90, 0).scale(new Vector3(2, 2, 2));
  await moveRegion(session, 'tower', 'box', new Vector3(106, 90, 14), matrix);
  expect(sent()).toEqual({ id: 'box', box: { middle: [3, 0, 7], size: [4, 6, 8] } });
});

it('a region becomes larger along its axes, and never nothing', async () => {
  await resizeRegion(session, 'tower', 'box', [1.5, 1, 0]);
  expect(sent().box!.size).toEqual([6, 6, 0.01]);
  await resizeRegion(session, 'tower', 'ball', [1, 1, 0.5]);
  expect(sent().sphere!.diameter).toBe(2);
});

it('a piece moves and turns from where it is, and keeps its scale', async () => {
  await movePiece(session, 'tower', [1.234, -5, 0], new Matrix4().makeRotationZ(Math.PI / 3));
  expect(server.edits.at(-1)).toMatchObject({
    action: 'PLACE',
    piece: 'tower',
    placement: { position: [101.23, 85, 0], rotation: [0, 0, 90], scale: [2, 2, 2] },
  });
});

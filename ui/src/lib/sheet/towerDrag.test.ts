import { beforeEach, expect, it, vi } from 'vitest';
import { PlanSession } from '../model/session.svelte';
import { DOCUMENT, FakeServer, RESULT } from '../testing/fakeServer';
import { TowerDrag } from './towerDrag.svelte';

let server: FakeServer;
let drag: TowerDrag;

beforeEach(async () => {
  server = new FakeServer(DOCUMENT);
  const session = await PlanSession.open('p');
  await vi.waitFor(() => expect(session.result).toBeDefined());
  session.latest.result = {
    ...RESULT,
    purging: {
      tower: { x: 150, y: 100, side: 12, height: 8, given: false },
      changes: [],
      total: 0,
    },
  };
  drag = new TowerDrag(session);
});

it('draws the tower by where it was taken hold of', async () => {
  expect(drag.start(152, 99)).toBe(true);
  drag.move(172.04, 79);
  expect(drag.at!.x).toBeCloseTo(170.04);
  expect([...drag.outline()!.slice(0, 5)].map(Math.round)).toEqual([164, 74, 0, 176, 74]);
  drag.drop();
  await vi.waitFor(() => expect(server.edits).toEqual([{ action: 'PLACE_TOWER', at: [170, 80] }]));
  expect(drag.at).toBeUndefined();
});

it('moves nothing by a click, nor from beside the tower', () => {
  expect(drag.start(140, 100)).toBe(false);
  expect(drag.outline()).toBeUndefined();
  drag.start(150, 100);
  drag.drop();
  expect(server.edits).toHaveLength(0);
});

import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import type { RegionDocument } from '../model/document';
import { PlanSession } from '../model/session.svelte';
import { DOCUMENT, FakeServer } from '../testing/fakeServer';
import RegionPanel from './RegionPanel.svelte';

const MAGNET: RegionDocument = {
  id: 'magnet',
  name: 'Magnet',
  cylinder: { middle: [0, 0, 3], diameter: 8, height: 3 },
};

let server: FakeServer;

async function show(region: RegionDocument) {
  const [piece] = DOCUMENT.pieces;
  server = new FakeServer({ ...DOCUMENT, pieces: [{ ...piece!, regions: [region as never] }] });
  const session = await PlanSession.open('p');
  await vi.waitFor(() => expect(session.result).toBeDefined());
  render(RegionPanel, { session, piece: piece!.id, region });
}

function sent(): RegionDocument | undefined {
  return (server.edits.at(-1) as { region: RegionDocument } | undefined)?.region;
}

beforeEach(() => vi.clearAllMocks());

it('makes a cylinder something that is put in', async () => {
  await show(MAGNET);
  expect(screen.queryByLabelText('Room around the insert, mm')).toBeNull();
  await fireEvent.click(screen.getByLabelText('put in while it is printed'));
  await vi.waitFor(() => expect(sent()?.clearance).toBe(0.15));
});

it('gives an insert more room, and makes it a region again', async () => {
  await show({ ...MAGNET, clearance: 0.2 });
  await fireEvent.change(screen.getByLabelText('Room around the insert, mm'), {
    target: { value: '0.3' },
  });
  await vi.waitFor(() => expect(sent()?.clearance).toBe(0.3));
  await fireEvent.click(screen.getByLabelText('put in while it is printed'));
  await vi.waitFor(() => expect(sent()).not.toHaveProperty('clearance'));
});

it('does not offer it for a core, which is where the piece is', async () => {
  await show({ id: 'core', name: 'Core', core: { walls: 2, layers: 4 } });
  expect(screen.queryByLabelText('put in while it is printed')).toBeNull();
});

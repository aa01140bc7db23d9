import { render, screen, within } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import { PlanSession } from '../model/session.svelte';
import { DOCUMENT, FakeServer, RESULT } from '../testing/fakeServer';
import LedgerSheet from './LedgerSheet.svelte';

let session: PlanSession;

beforeEach(async () => {
  new FakeServer(DOCUMENT);
  session = await PlanSession.open('p');
  await vi.waitFor(() => expect(session.result).toBeDefined());
});

it('shows the longest first, shares of the whole, and sums', async () => {
  session.latest.result = {
    ...RESULT,
    ledger: {
      ...RESULT.ledger,
      travelSeconds: 600,
      liftSeconds: 0,
      changeSeconds: 0,
      heatingSeconds: 0,
      coolingSeconds: 0,
      roles: [
        { role: 'infill', seconds: 5400, lengthMm: 1000, volumeMm3: 2400, massG: 3, cost: 0.1 },
      ],
    },
  };
  render(LedgerSheet, { session, open: true });
  const time = within(await screen.findByRole('table', { name: 'Where the time goes' }));
  const rows = time
    .getAllByRole('row')
    .map((row) => [...row.children].map((cell) => cell.textContent!.trim()).join(' '));
  expect(rows[1]).toMatch(/infill 1 h 30 min 90 %\s+1\.00 2\.40 3\.0 g 0\.10/);
  expect(rows[2]).toMatch(/travel 10 min 10 %/);
  expect(rows.at(-1)).toMatch(/all 1 h 40 min.*2\.40 3\.0 g/);
  const filaments = screen.getByRole('table', { name: 'What is used of each filament' });
  expect(filaments).toHaveTextContent(
    /Chalk\s*1 h 30 min\s*100 %\s*1\.00\s*2\.40\s*3\.0 g\s*0\.10/,
  );
});

it('tells what strata and regions take, if there are several', async () => {
  const part = {
    piece: DOCUMENT.pieces[0]!.id,
    seconds: 1800,
    lengthMm: 300,
    massG: 2,
    cost: 0.05,
    regions: [],
  };
  session.latest.result = {
    ...RESULT,
    ledger: {
      ...RESULT.ledger,
      shares: [
        { ...part, stratum: 1, volumeMm3: 1500 },
        { ...part, stratum: 1, regions: ['core'], volumeMm3: 500 },
        { ...part, piece: '', stratum: 0, volumeMm3: 100 },
      ],
    },
  };
  render(LedgerSheet, { session, open: true });
  const table = await screen.findByRole('table', { name: 'What strata and regions take' });
  const rows = within(table)
    .getAllByRole('row')
    .map((row) => [...row.children].map((cell) => cell.textContent!.trim()).join(' '));
  expect(rows[0]).toMatch(/mass cost, €$/);
  expect(rows[1]).toMatch(
    new RegExp(`^${DOCUMENT.pieces[0]!.name} · stratum 1.* 30 min 33 %\\s+0.30 1.50`),
  );
  expect(rows[2]).toMatch(/stratum 1.* · core 30 min 33 %\s+0.30 0.50/);
  expect(rows[3]).toMatch(/^beside the pieces.*0\.10/);
  expect(rows.at(-1)).toMatch(/1 h 30 min\s+0\.90 2\.10 6\.0 g 0\.15/);
});

it('is saved as the revision that is shown', async () => {
  render(LedgerSheet, { session, open: true });
  const csv = await screen.findByRole('link', { name: 'CSV' });
  expect(csv).toHaveAttribute('href', `/api/revisions/${session.resultRevision}/ledger.csv`);
  expect(screen.getByRole('link', { name: 'JSON' })).toHaveAttribute(
    'href',
    `/api/revisions/${session.resultRevision}/ledger.json`,
  );
});

import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, expect, it, vi } from 'vitest';
import type { FindingView } from '../api/client';
import { PlanSession } from '../model/session.svelte';
import { DOCUMENT, FakeServer, RESULT } from '../testing/fakeServer';
import FindingsButton from './FindingsButton.svelte';

let server: FakeServer;
let session: PlanSession;

function finding(id: string, severity: string, accepted: string | null = null): FindingView {
  return {
    id,
    severity,
    title: `Title of ${id}`,
    reason: `Reason of ${id}.`,
    piece: '',
    heightMm: null,
    remedies: [],
    accepted,
  };
}

async function open(...findings: FindingView[]) {
  session.latest.result = { ...RESULT, findings };
  render(FindingsButton, { session });
  await fireEvent.click(screen.getByRole('button', { name: /finding/ }));
}

beforeEach(async () => {
  server = new FakeServer(DOCUMENT);
  session = await PlanSession.open('p');
  await vi.waitFor(() => expect(session.result).toBeDefined());
});

it('counts what is not accepted, and accepts with a note', async () => {
  await open(finding('b', 'error'), finding('a', 'warning'), finding('c', 'note', 'as wanted'));
  expect(screen.getByRole('button', { name: '2 findings' })).toBeVisible();
  expect(screen.getAllByRole('button', { name: 'Accept …' })).toHaveLength(1);
  await fireEvent.click(screen.getByRole('button', { name: 'Accept …' }));
  expect(screen.getByRole('textbox', { name: 'Why it is meant to be so' })).toHaveFocus();
  const note = screen.getByLabelText('Why it is meant to be so');
  await fireEvent.input(note, { target: { value: ' a test ' } });
  await fireEvent.click(screen.getByRole('button', { name: 'Accept' }));
  await vi.waitFor(() =>
    expect(server.edits).toEqual([{ action: 'ACCEPT', finding: 'a', note: 'a test' }]),
  );
});

it('shows what is accepted with its note, and takes it back', async () => {
  await open(finding('c', 'note', 'as wanted'));
  expect(screen.getByRole('button', { name: '0 findings' })).toBeVisible();
  expect(screen.getByText(/Nothing else found/)).toBeVisible();
  expect(screen.getByText('“as wanted”')).toBeVisible();
  await fireEvent.click(screen.getByRole('button', { name: 'Take it back' }));
  await vi.waitFor(() => expect(server.edits).toEqual([{ action: 'TAKE_BACK', finding: 'c' }]));
});

it('counts nothing while the plan is computed', async () => {
  session.latest.result = undefined;
  render(FindingsButton, { session });
  await fireEvent.click(screen.getByRole('button', { name: 'Findings …' }));
  expect(await screen.findByText(/is being computed/)).toBeVisible();
  expect(screen.queryByText(/0 findings|Nothing found/)).toBeNull();
});

import { fireEvent, render, screen } from '@testing-library/svelte';
import { expect, it, vi } from 'vitest';
import { client } from '../api/client';
import TestStrip from './TestStrip.svelte';

const FILAMENTS = [
  { id: 'fog', name: 'Fog', colour: '#a9b4b8', material: 'PLA' },
  { id: 'chalk', name: 'Chalk', colour: '#ece7da', material: 'PLA' },
  { id: 'slate', name: 'Slate', colour: '#4d5863', material: 'PLA' },
  { id: 'pitch', name: 'Pitch', colour: '#111111', material: 'PETG' },
];

function answering(body: object, status = 200) {
  return vi.spyOn(client, 'GET').mockResolvedValue({
    ...(status === 200 ? { data: body } : { error: body }),
    response: new Response(null, { status }),
  } as never);
}

async function type(label: string, value: string) {
  const field = screen.getByLabelText(label);
  await fireEvent.input(field, { target: { value } });
  await fireEvent.change(field);
}

it('proposes the darkest and the lightest filament, and makes volumes of both numbers', async () => {
  const asked = answering({ meltMm3: 28.04, plugMm3: 9.26, thereMm: 58, backMm: 46.5 });
  const onTake = vi.fn();
  render(TestStrip, {
    machine: { id: 'workshop-four', name: 'Workshop Four' },
    filaments: FILAMENTS,
    onPlan: vi.fn(),
    onTake,
  });
  expect(screen.getByLabelText('First filament')).toHaveValue('slate');
  expect(screen.getByLabelText('Second filament')).toHaveValue('chalk');
  await type('Second filament clean at', '58');
  expect(asked).not.toHaveBeenCalled();
  await type('First filament clean at', '46,5');
  expect(await screen.findByRole('status')).toHaveTextContent('28 mm³ mix, after 9.3 mm³');
  expect(asked.mock.calls[0]![1]).toMatchObject({
    params: { query: { first: 'slate', second: 'chalk', thereMm: 58, backMm: 46.5 } },
  });
  await fireEvent.click(screen.getByRole('button', { name: 'Use that for Workshop Four' }));
  expect(onTake).toHaveBeenCalledWith({ meltMm3: 28, plugMm3: 9.3 });
});

import { fireEvent, render, screen } from '@testing-library/svelte';
import { expect, it, vi } from 'vitest';
import { SHAPES } from './shapes';
import ShapeSheet from './ShapeSheet.svelte';

const TAG = SHAPES.find((form) => form.kind === 'TAG')!;

it('says what is wrong when it is tried, and makes the shape when all is well', async () => {
  const onMake = vi.fn();
  render(ShapeSheet, { form: TAG, action: 'Start a plan', onMake });
  const start = await screen.findByRole('button', { name: 'Start a plan' });
  expect(screen.queryByRole('alert')).toBeNull();
  await fireEvent.click(start);
  expect(screen.getByRole('alert')).toHaveTextContent('Type what the tag says.');
  expect(onMake).not.toHaveBeenCalled();

  await fireEvent.input(screen.getByRole('textbox', { name: 'Text' }), {
    target: { value: 'Berth 12' },
  });
  await fireEvent.input(screen.getByRole('textbox', { name: 'Plate thickness' }), {
    target: { value: '2,4' },
  });
  await fireEvent.click(start);
  expect(onMake).toHaveBeenCalledWith({
    shape: 'TAG',
    text: 'Berth 12',
    letters: 12,
    thickness: 2.4,
    raised: 0.8,
  });
  await vi.waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
});

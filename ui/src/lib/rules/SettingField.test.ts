import { fireEvent, render, screen } from '@testing-library/svelte';
import { expect, it, vi } from 'vitest';
import SettingField from './SettingField.svelte';

const setting = {
  id: 'fan',
  label: 'Fan',
  group: 'Cooling',
  scope: 'cell',
  unit: '%',
  min: 0,
  max: 100,
  course: true,
  whole: false,
  choices: [],
  description: 'Part cooling.',
};

function shown(own: boolean) {
  const onSet = vi.fn();
  const onClear = vi.fn();
  render(SettingField, {
    setting,
    choices: [],
    value: '100',
    source: 'default',
    own,
    onSet,
    onClear,
  });
  return { onSet, onClear };
}

it('sets a changed value and shows the old one until it is computed', async () => {
  const { onSet } = shown(false);
  const field = screen.getByLabelText('Fan');
  await fireEvent.change(field, { target: { value: ' 50 ' } });
  expect(onSet).toHaveBeenCalledExactlyOnceWith('50');
  expect(field).toHaveValue('100');
});

it('does nothing when the value stays', async () => {
  const { onSet } = shown(false);
  await fireEvent.change(screen.getByLabelText('Fan'), { target: { value: '100' } });
  expect(onSet).not.toHaveBeenCalled();
});

it('offers to take out only what the rule for this place says', async () => {
  const { onClear } = shown(true);
  await fireEvent.click(screen.getByLabelText('Take Fan out of this rule'));
  expect(onClear).toHaveBeenCalledOnce();
});

it('keeps what is being typed when an answer arrives, and takes it', async () => {
  const onSet = vi.fn();
  const rest = { setting, choices: [], source: 'default', own: false, onSet, onClear: vi.fn() };
  const { rerender } = render(SettingField, { ...rest, value: '100' });
  const field = screen.getByLabelText('Fan');
  await fireEvent.input(field, { target: { value: '35' } });
  await rerender({ value: '80' });
  expect(field).toHaveValue('35');
  await fireEvent.change(field);
  expect(onSet).toHaveBeenCalledExactlyOnceWith('35');
  await rerender({ value: '35' });
  expect(field).toHaveValue('35');
});

it('shows the answer that arrived while a field was typed in and left as it was', async () => {
  const rest = {
    setting,
    choices: [],
    source: 'default',
    own: false,
    onSet: vi.fn(),
    onClear: vi.fn(),
  };
  const { rerender } = render(SettingField, { ...rest, value: '100' });
  const field = screen.getByLabelText('Fan');
  await fireEvent.input(field, { target: { value: '10' } });
  await rerender({ value: '80' });
  await fireEvent.blur(field);
  expect(field).toHaveValue('80');
});

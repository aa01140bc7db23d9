import { render, screen } from '@testing-library/svelte';
import { expect, it } from 'vitest';
import ComputingNote from './ComputingNote.svelte';

it('says what is computed and how far it is', () => {
  const progress = { stage: 'toolpaths', done: 3, total: 12 };
  render(ComputingNote, { progress, writing: false });
  const note = screen.getByRole('status');
  expect(note).toHaveTextContent('Computing toolpaths …');
  expect(note.querySelector('.bar span')).toHaveStyle({ width: '25%' });
});

it('is not there when nothing is done', () => {
  render(ComputingNote, { progress: undefined, writing: false });
  expect(screen.queryByRole('status')).toBeNull();
});

it('says when the program is written', () => {
  render(ComputingNote, { progress: undefined, writing: true });
  expect(screen.getByRole('status')).toHaveTextContent('Writing the program …');
});

import { expect, it } from 'vitest';
import { matching } from './commands';

const commands = [
  'Undo',
  'Next boundary or stop',
  'Stop before L22',
  'Select gull · wing, body',
].map((label) => ({ label, run: () => undefined }));
const found = (text: string) => matching(commands, text).map(({ label }) => label);

it('finds what has all words, and first what begins with them', () => {
  expect(found('stop')).toEqual(['Stop before L22', 'Next boundary or stop']);
  expect(found('wing sel')).toEqual(['Select gull · wing, body']);
  expect(found('UNDO')).toEqual(['Undo']);
  expect(found('wing stop')).toEqual([]);
});

it('shows everything for an empty text', () => {
  expect(found('  ')).toHaveLength(commands.length);
});

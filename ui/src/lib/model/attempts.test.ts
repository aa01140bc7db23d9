import { expect, it } from 'vitest';
import { ApiProblem } from '../api/client';
import { Attempts } from './attempts.svelte';

const refused = () =>
  Promise.reject(new ApiProblem(422, '', 'field', 'Too small.', 'Give 10 or more.'));
const fine = () => Promise.resolve();

it('takes edits in turn, and says what the last of them ended with', async () => {
  const attempts = new Attempts('here');
  const done: string[] = [];
  const edit = (name: string, wait: Promise<void>) =>
    attempts.inTurn(async () => {
      await wait;
      done.push(name);
    });
  let release = () => {};
  const slow = edit('slow', new Promise((resolve) => (release = resolve)));
  const quick = edit('quick', Promise.resolve());
  const last = attempts.inTurn(refused);
  release();
  await Promise.all([slow, quick, last]);
  expect(done).toEqual(['slow', 'quick']);
  expect(attempts.problem?.remedy).toBe('Give 10 or more.');
  await attempts.inTurn(fine);
  expect(attempts.problem).toBeUndefined();
});

it('keeps a problem when something else is read', async () => {
  const attempts = new Attempts('here');
  await attempts.inTurn(refused);
  await attempts.read(fine);
  expect(attempts.problem?.place).toBe('field');
  attempts.forget();
  expect(attempts.problem).toBeUndefined();
});

it('says nothing of what the user cancelled', async () => {
  const attempts = new Attempts('here');
  const cancelled = new ApiProblem(
    409,
    'urn:stratonomy:problem:cancelled',
    'the task',
    'It was cancelled.',
    '',
  );
  expect(await attempts.run(() => Promise.reject(cancelled))).toBe(false);
  expect(attempts.problem).toBeUndefined();
});

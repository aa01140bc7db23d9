import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { inSpareTime } from './spareTime';

beforeEach(() => vi.useFakeTimers());
afterEach(() => vi.useRealTimers());

it('does one after the other, whether the one before fails or not', async () => {
  const done: number[] = [];
  const failing = () => {
    done.push(1);
    return Promise.reject(new Error('gone'));
  };
  inSpareTime([failing, () => void done.push(2)]);
  expect(done).toEqual([]);
  await vi.runAllTimersAsync();
  expect(done).toEqual([1, 2]);
});

it('tells a task that it was given up, and begins no other', async () => {
  const later = vi.fn();
  let isStopped = () => false;
  let finish = () => {};
  const stop = inSpareTime([
    (asked) => {
      isStopped = asked;
      return new Promise<void>((done) => (finish = done));
    },
    later,
  ]);
  await vi.runOnlyPendingTimersAsync();
  expect(isStopped()).toBe(false);
  stop();
  finish();
  await vi.runAllTimersAsync();
  expect(isStopped()).toBe(true);
  expect(later).not.toHaveBeenCalled();
});

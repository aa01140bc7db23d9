import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { Turning } from './turning';

const REST_MS = 80;

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

function lines(pieces: number, isQuick = false) {
  const onChange = vi.fn();
  const turning = new Turning(isQuick, REST_MS, onChange);
  const shown = { visible: true };
  turning.add(shown, () => pieces);
  return { turning, shown, onChange };
}

it('hides many lines from the first move until the view rests', () => {
  const { turning, shown, onChange } = lines(250_000);
  turning.begin();
  expect(shown.visible).toBe(true);
  turning.moved();
  turning.moved();
  expect([shown.visible, turning.standsIn]).toEqual([false, true]);
  expect(onChange).toHaveBeenCalledTimes(1);
  turning.end();
  vi.advanceTimersByTime(REST_MS - 1);
  expect(shown.visible).toBe(false);
  vi.advanceTimersByTime(1);
  expect([shown.visible, turning.standsIn]).toEqual([true, false]);
});

it('goes on when the next turn begins before the view rests', () => {
  const { turning, shown } = lines(250_000);
  turning.begin();
  turning.moved();
  turning.end();
  vi.advanceTimersByTime(REST_MS / 2);
  turning.begin();
  vi.advanceTimersByTime(10 * REST_MS);
  expect(shown.visible).toBe(false);
});

it('leaves few lines, quick drawings and other moves of the view as they are', () => {
  const few = lines(2000);
  few.turning.begin();
  few.turning.moved();
  expect(few.shown.visible).toBe(true);
  const quick = lines(250_000, true);
  quick.turning.begin();
  quick.turning.moved();
  expect(quick.shown.visible).toBe(true);
  const set = lines(250_000);
  set.turning.moved();
  expect(set.shown.visible).toBe(true);
});

import { expect, it, vi } from 'vitest';
import { Recent } from './recent';

const find = (n: number) => vi.fn(() => Promise.resolve(n));

it('asks once for what is kept, and again for what was given up', async () => {
  const recent = new Recent<number>(10, (n) => n);
  const [a, b, c] = [find(4), find(5), find(6)];
  expect(await recent.get('a', a)).toBe(4);
  expect(await recent.get('b', b)).toBe(5);
  expect(await recent.get('a', a)).toBe(4);
  expect(a).toHaveBeenCalledTimes(1);
  // Now b is the oldest.
  await recent.get('c', c);
  await recent.get('a', a);
  await recent.get('b', b);
  expect(a).toHaveBeenCalledTimes(1);
  expect(b).toHaveBeenCalledTimes(2);
});

it('keeps a single answer however heavy it is', async () => {
  const recent = new Recent<number>(10, (n) => n);
  const heavy = find(50);
  await recent.get('heavy', heavy);
  await recent.get('heavy', heavy);
  expect(heavy).toHaveBeenCalledTimes(1);
});

it('asks again after a failure', async () => {
  const recent = new Recent<number>(10, (n) => n);
  await expect(recent.get('a', () => Promise.reject(new Error('gone')))).rejects.toThrow('gone');
  expect(await recent.get('a', find(3))).toBe(3);
});

it('forgets what begins otherwise first', async () => {
  const recent = new Recent<number>(10, (n) => n);
  await recent.get('old/1', find(4));
  await recent.get('new/1', find(3));
  await vi.waitFor(() => expect(recent.roomBeside('new/')).toBe(7));
  expect(recent.has('old/1')).toBe(true);
  await recent.get('new/2', find(5));
  await vi.waitFor(() => expect(recent.has('old/1')).toBe(false));
  expect(recent.roomBeside('new/')).toBe(2);
});

import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { answered, type TaskView } from './follow';

const TASK: TaskView = {
  id: 't',
  stage: 'toolpaths',
  done: 1,
  total: 4,
  ended: false,
  hasResult: false,
};

/** Says that the task has ended as soon as it is listened to. */
class Events {
  static opened: string[] = [];
  onmessage: ((event: { data: string }) => void) | undefined;
  onerror: (() => void) | undefined;

  constructor(address: string) {
    Events.opened.push(address);
    queueMicrotask(() =>
      this.onmessage?.({ data: JSON.stringify({ ...TASK, done: 4, ended: true }) }),
    );
  }

  close() {}
}

beforeEach(() => {
  Events.opened = [];
  vi.stubGlobal('EventSource', Events);
  vi.useFakeTimers();
});

afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

function answers(...all: [number, unknown, Record<string, string>?][]) {
  return vi.fn(() => {
    const [status, body, headers] = all.shift()!;
    return Promise.resolve(Response.json(body, { status, headers: headers ?? {} }));
  });
}

it('asks again when the task has ended, and tells how far it was', async () => {
  const send = answers([202, TASK], [200, 'done']);
  const progress = vi.fn();
  const response = await answered(send, { progress });
  expect(await response.json()).toBe('done');
  expect(send).toHaveBeenCalledTimes(2);
  expect(Events.opened).toEqual(['/api/tasks/t/events']);
  expect(progress.mock.calls.map(([task]) => (task as TaskView).done)).toEqual([1, 4]);
});

it('asks the task for its result if that is the answer', async () => {
  const send = answers([202, { ...TASK, hasResult: true }]);
  const result = answers([201, 'kept']);
  vi.stubGlobal('fetch', result);
  const response = await answered(send);
  expect(response.status).toBe(201);
  expect(send).toHaveBeenCalledTimes(1);
  expect(result).toHaveBeenCalledWith('/api/tasks/t/result');
});

it('tries again after a while when the server is busy', async () => {
  const send = answers([429, null, { 'retry-after': '2' }], [200, 'done']);
  const response = answered(send);
  await vi.advanceTimersByTimeAsync(1_900);
  expect(send).toHaveBeenCalledTimes(1);
  await vi.advanceTimersByTimeAsync(200);
  expect((await response).status).toBe(200);
});

it('gives up when the server stays busy', async () => {
  const send = vi.fn(() => Promise.resolve(new Response(null, { status: 429 })));
  const response = answered(send);
  await vi.advanceTimersByTimeAsync(60_000);
  expect((await response).status).toBe(429);
});

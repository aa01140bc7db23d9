import type { components } from './generated/schema';
import { waitedFor } from './work.svelte';

export type TaskView = components['schemas']['TaskView'];

interface Following {
  /** Ends the wait, and the task if nobody else needs it. */
  readonly signal?: AbortSignal | undefined;
  /** Called again and again with how far the task is. */
  readonly progress?: ((task: TaskView) => void) | undefined;
}

/** Sent with writes: pages of other sites cannot send it. */
export const OWN = { 'X-Stratonomy': '1' };

const MOST_TRIES = 8;
/** Before asking again where events cannot be listened to, ms. */
const PAUSE = 250;

/**
 * Sends a request until it is answered. While the server works on a long task, its progress is
 * followed; when too much is waiting there, the request is sent again after a while.
 */
export async function answered(
  send: () => Promise<Response>,
  following: Following = {},
): Promise<Response> {
  let ask = send;
  for (let tries = 0; ;) {
    const response = await ask();
    if (response.status === 429 && ++tries < MOST_TRIES) {
      await pause(1000 * Number(response.headers.get('retry-after') ?? 1), following.signal);
    } else if (response.status === 202) {
      const task = (await response.json()) as TaskView;
      await follow(task, following);
      if (task.hasResult) {
        ask = () => fetch(`/api/tasks/${task.id}/result`);
      }
    } else {
      return response;
    }
  }
}

/** Ends a task; whoever waits for its result gets a problem that says so. */
export function cancel(task: TaskView): void {
  void fetch(`/api/tasks/${task.id}`, { method: 'DELETE', headers: OWN }).catch(() => {});
}

async function follow(task: TaskView, { signal, progress }: Following): Promise<void> {
  const tell = (now: TaskView) => {
    progress?.(now);
    if (now.hasResult) {
      waitedFor.set(now.id, now);
    }
  };
  tell(task);
  try {
    await end(task, { signal, progress: tell });
  } finally {
    waitedFor.delete(task.id);
  }
}

/** Waits until a task has ended, or can no longer be followed; asking again tells which. */
function end(task: TaskView, { signal, progress }: Following): Promise<void> {
  if (typeof EventSource === 'undefined') {
    return pause(PAUSE, signal);
  }
  return new Promise((resolve, reject) => {
    const events = new EventSource(`/api/tasks/${task.id}/events`);
    const leave = () => {
      events.close();
      signal?.removeEventListener('abort', abort);
    };
    const abort = () => {
      leave();
      if (task.hasResult) {
        cancel(task);
      }
      reject(signal!.reason as Error);
    };
    events.onmessage = (event: MessageEvent<string>) => {
      const now = JSON.parse(event.data) as TaskView;
      progress?.(now);
      if (now.ended) {
        leave();
        resolve();
      }
    };
    events.onerror = () => {
      leave();
      pause(PAUSE, signal).then(resolve, reject);
    };
    signal?.addEventListener('abort', abort);
  });
}

function pause(ms: number, signal?: AbortSignal): Promise<void> {
  return new Promise((resolve, reject) => {
    const timer = setTimeout(resolve, ms);
    signal?.addEventListener('abort', () => {
      clearTimeout(timer);
      reject(signal.reason as Error);
    });
  });
}

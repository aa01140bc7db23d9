/** Something that can wait; it is told whether it was given up meanwhile. */
export type Task = (isStopped: () => boolean) => Promise<void> | void;

/** No task begins sooner after the one before, ms. */
const PAUSE_MS = 30;

/** Leaves the page to itself for a moment, between the steps of a long task. */
export function breath(): Promise<void> {
  return new Promise((resolve) => window.setTimeout(resolve, PAUSE_MS));
}

/**
 * Does tasks one after the other while the page has nothing else to do. One that fails is left out:
 * what is needed is asked for again when its time comes.
 *
 * @returns gives up what was not begun
 */
export function inSpareTime(tasks: readonly Task[]): () => void {
  let stopped = false;
  let timer = 0;
  const next = (i: number) => {
    const task = tasks[i];
    if (task) {
      timer = window.setTimeout(() => void run(task, i), PAUSE_MS);
    }
  };
  const run = async (task: Task, i: number) => {
    try {
      await task(() => stopped);
    } catch {
      // It is tried again when it is needed.
    }
    if (!stopped) {
      next(i + 1);
    }
  };
  next(0);
  return () => {
    stopped = true;
    window.clearTimeout(timer);
  };
}

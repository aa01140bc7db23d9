import { SvelteMap } from 'svelte/reactivity';
import type { TaskView } from './follow';

/** Tasks whose results somebody waits for, by their ids; they can be cancelled. */
export const waitedFor = new SvelteMap<string, TaskView>();

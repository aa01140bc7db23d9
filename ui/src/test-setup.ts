import '@testing-library/jest-dom/vitest';
import { cleanup } from '@testing-library/svelte';
import { afterEach } from 'vitest';

afterEach(cleanup);

/** jsdom lays nothing out; components keep the sizes that they begin with. */
globalThis.ResizeObserver = class {
  observe() {}
  unobserve() {}
  disconnect() {}
};

import { svelte } from '@sveltejs/vite-plugin-svelte';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [tailwindcss(), svelte()],
  build: { chunkSizeWarningLimit: 1500 },
  server: { proxy: { '/api': 'http://127.0.0.1:8080' } },
  resolve: process.env.VITEST ? { conditions: ['browser'] } : undefined,
  // Busy machines are slow; a test that hangs still ends.
  test: { environment: 'jsdom', setupFiles: ['src/test-setup.ts'], testTimeout: 20_000 },
});

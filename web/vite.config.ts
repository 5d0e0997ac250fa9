import { svelte } from '@sveltejs/vite-plugin-svelte';
import tailwindcss from '@tailwindcss/vite';
import { svelteTesting } from '@testing-library/svelte/vite';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [tailwindcss(), svelte(), svelteTesting()],
  build: { outDir: 'dist', emptyOutDir: true, assetsInlineLimit: 0 },
  server: { proxy: { '/api': 'http://127.0.0.1:8080' } },
  test: {
    environment: 'happy-dom',
    // A test looks at one page; a file that is saved does not lead away from it.
    environmentOptions: {
      happyDOM: {
        settings: {
          navigation: { disableMainFrameNavigation: true, disableFallbackToSetURL: true },
        },
      },
    },
    include: ['src/**/*.test.ts'],
    // A busy machine is slow, not wrong.
    testTimeout: 30_000,
    // One less than there are processors would be one of two.
    pool: 'threads',
    maxWorkers: '100%',
    // To load all that a page consists of takes longer than to try it: a worker does it once. What a
    // test leaves behind is put back by the setup.
    isolate: false,
    setupFiles: ['src/testing/setup.ts'],
  },
});

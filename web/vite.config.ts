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
    include: ['src/**/*.test.ts'],
    // A busy machine is slow, not wrong.
    testTimeout: 30_000,
    // One less than there are processors would be one of two.
    pool: 'threads',
    maxWorkers: '100%',
    setupFiles: ['src/testing/setup.ts'],
  },
});

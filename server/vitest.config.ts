import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    name: 'server',
    include: ['test/**/*.test.ts'],
    isolate: false,
    hookTimeout: 60_000,
    testTimeout: 30_000,
  },
});

import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    name: 'server',
    include: ['test/**/*.test.ts'],
    isolate: false,
    hookTimeout: 120_000,
    testTimeout: 120_000,
  },
});

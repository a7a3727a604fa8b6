import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: { name: 'press', include: ['src/**/*.test.ts'], isolate: false, testTimeout: 180_000 },
});

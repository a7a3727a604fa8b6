import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: { name: 'core', include: ['src/**/*.test.ts'], testTimeout: 180_000, isolate: false },
});

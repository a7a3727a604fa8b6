import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: ['core', 'contract', 'server', 'cli', 'press', 'web', 'web/vitest.alone.config.ts', 'scripts'],
    // By itself Vitest leaves one core free: on two cores that is half of them.
    maxWorkers: '100%',
  },
});

import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: { projects: ['core', 'contract', 'server', 'cli', 'press', 'web', 'scripts'] },
});

import { defineConfig } from 'vitest/config';

export default defineConfig({ test: { name: 'press', include: ['src/**/*.test.ts'], testTimeout: 60_000 } });

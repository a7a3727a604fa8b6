import { defineConfig } from 'vitest/config';

export default defineConfig({ test: { projects: ['core', 'server', 'cli', 'web'] } });

import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

/** Files share what they have loaded, which is most of the time they take: what keeps or replaces a module runs `alone`. */
export const standsAlone = 'src/**/*.alone.test.{ts,tsx}';

export default defineConfig({
  plugins: [react()],
  test: {
    name: 'web',
    include: ['src/**/*.test.{ts,tsx}'],
    exclude: [standsAlone],
    environment: 'jsdom',
    setupFiles: ['src/testing/jsdom-gaps.ts', 'src/testing/work-here.ts'],
    isolate: false,
    testTimeout: 180_000,
  },
});

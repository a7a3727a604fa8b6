import { vi } from 'vitest';

// No test has a worker: its work is done at once, in the test. A file that wants it otherwise mocks it again and runs alone.
vi.mock('../work/work-client.ts', () => import('./work-at-once.ts'));

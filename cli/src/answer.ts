import { expect } from 'vitest';
import { run } from './run.ts';

/** For tests: the JSON document a call answers, which must succeed without a word on standard error. */
export async function answer(...argv: string[]): Promise<unknown> {
  const outcome = await run([...argv, '--json']);
  expect(outcome).toMatchObject({ exitCode: 0, stderr: '' });
  return JSON.parse(outcome.stdout);
}

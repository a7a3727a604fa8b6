import { describeFault, type Result } from '../fault/index.ts';

/** The answer of a computation that a test knows to succeed. */
export function valueOf<T>(result: Result<T>): T {
  if (!result.ok) throw new Error(describeFault(result.fault));
  return result.value;
}

import type { Versions } from '../transport/version-switch.tsx';
import { useBeside, type Side } from './use-beside.ts';

/** What is held beside each other on Form, as two versions to be heard; undefined while there is only one. */
export function useVersions(): Versions | undefined {
  const { a, b, areTwoGuitars } = useBeside();
  return a && b && { a: heard(a), b: heard(b), canBeTogether: areTwoGuitars };
}

const heard = ({ short, score, first, last }: Side) => ({ name: short, score, fromBar: first, toBar: last });

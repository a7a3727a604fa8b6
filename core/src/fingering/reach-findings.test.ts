import { expect, test } from 'vitest';
import { written } from '../testing/written.ts';
import { fingerScore, frettingFindings } from './index.ts';

const codes = (text: string) =>
  frettingFindings(fingerScore(written([text], { tempoBpm: 140 }))).map(
    ({ code, beat }) => `${code} ${beat}`,
  );

/** At beat 2 fingers 1 and 3 lie over frets 1 to 4 because finger 3 was there; finger 4 would lie at ease. */
const stretched = 't6:2@1/1 m2:4@1/0.5 m3:5@1.5/0.5 t5:1@2/1 m2:4@2/0.5';

test('a stretch that another finger would not have is Jocund’s choice, and no query', () =>
  expect(codes(stretched)).toEqual([]));
test('typed by the teacher, it is one', () => expect(codes(`${stretched}f3`)).toEqual(['reach 2']));
test('a stretch that any fingers have is one', () => expect(codes('t6:1@1/2 m1:5@1/2')).toEqual(['reach 1']));
test('a shift that any fingers have is one', () =>
  expect(codes('m1:1@1/0.5 m1:12@1.5/0.5')).toEqual(['quick-shift 1.5']));

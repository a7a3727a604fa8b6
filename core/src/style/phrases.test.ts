import { expect, test } from 'vitest';
import { written } from '../testing/written.ts';
import { phrasesOf } from './phrases.ts';

const lengths = (...bars: readonly string[]) =>
  phrasesOf(written(bars)).map(({ bar, beats }) => `${beats} from bar ${bar + 1}`);

test('a phrase goes from its first note to the next one’s, the rest between counted in', () => {
  expect(lengths('m1:0@1 m1:1@2 m1:3@3 m1:5@4', 'm1:3@1', 'm1:0@1 m1:1@2 m1:3@3 m1:5@4', 'm1:0@1')).toEqual([
    '8 from bar 1',
    '8 from bar 3',
  ]);
});
test('an upbeat begins its phrase', () => {
  expect(lengths('m1:0@4', 'm1:1@1 m1:3@2', 'm1:0@4', 'm1:1@1 m1:3@2')).toEqual([
    '8 from bar 1',
    '5 from bar 3',
  ]);
});
test('notes of one length have no end but the last', () => {
  expect(lengths('m1:0@1 m1:1@3', 'm1:0@1 m1:1@3')).toEqual(['8 from bar 1']);
});
test('a long note within the first bar is no phrase of its own', () => {
  expect(lengths('m1:0@1 m1:1@4', 'm1:0@1 m1:1@2 m1:3@3 m1:0@4')).toEqual(['8 from bar 1']);
});
test('the thumb alone has no phrases', () => {
  expect(lengths('t6:0@1 t6:0@3')).toEqual([]);
});

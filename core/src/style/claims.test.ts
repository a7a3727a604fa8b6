import { expect, test } from 'vitest';
import { written } from '../testing/written.ts';
import { checkClaims, evidenceOfClaims, kindsOf, type StyleClaim } from './claims.ts';
import { compareManners } from './compare.ts';
import { evidenceOf } from './evidence.ts';
import { ownDistances } from './own-distances.ts';
import { profileOf, shareIn } from './profile.ts';
import { typicalBar } from './typical-bar.ts';
import { typedClaims } from './typed-claims.ts';

const onSix = evidenceOf(written(['[022100] t6:0@1 t6:0@2 t6:0@3 t6:0@4 m1:0@1', '[022100] t6:0@1 m1:3@1']));
const onFive = evidenceOf(written(['[x02220] t5:0@1 t4:2@2 t5:0@3 t4:2@4 m1:0@2']));
const pool = [onSix, onFive];
const say = (trait: string, value: string | number, often: StyleClaim['often'] = 'mostly'): StyleClaim => ({
  trait,
  value,
  often,
});
const share = (claims: readonly StyleClaim[], trait: string, value: string) =>
  Math.round(100 * shareIn(profileOf([evidenceOfClaims(claims, pool)]), trait, value));

test('a claim has the share it says; what it leaves open is as all players have it', () => {
  const claims = [say('thumb-strings', 'string 6')];
  expect(share(claims, 'thumb-strings', 'string 6')).toBe(80);
  // Of the rest all players have as much on string 5 as on string 4.
  expect(share(claims, 'thumb-strings', 'string 5')).toBe(share(claims, 'thumb-strings', 'string 4'));
});
test('never is never, always is always', () => {
  expect(share([say('thumb-strings', 'string 6', 'never')], 'thumb-strings', 'string 6')).toBe(0);
  expect(share([say('thumb-strings', 'string 4', 'always')], 'thumb-strings', 'string 4')).toBe(100);
});
test('a number is said in its unit', () => {
  const profile = profileOf([evidenceOfClaims([say('swing', 64, 'always')], pool)]);
  expect(profile.traits.map(({ trait, mean }) => [trait.id, mean?.value])).toEqual([['swing', 64]]);
});
test('what is said counts beside pieces, but is no piece, no bar to be shown and no spread', () => {
  const pieces = [onSix, onFive, onSix, evidenceOfClaims([say('thumb-strings', 'string 4', 'always')], pool)];
  const profile = profileOf(pieces);
  expect([profile.pieces, profile.bars]).toEqual([3, 5]);
  const strings = profile.traits.find(({ trait }) => trait.id === 'thumb-strings');
  expect(strings?.pieces).toBe(3);
  const four = strings?.values.find(({ name }) => name === 'string 4');
  expect(four?.value).toBeGreaterThan(0.4);
  expect(four?.examples).toEqual([{ piece: 1, bar: 0 }]);
  expect(typicalBar([...pieces].reverse(), { pool })?.piece).not.toBe(0);
  expect(ownDistances(pieces, { pool })).toHaveLength(3);
});
test('what is said is compared, but no bar of it can be heard', () => {
  const said = evidenceOfClaims([say('thumb-strings', 'string 4', 'always')], pool);
  const compared = compareManners({ one: [said], other: [onSix] }, { pool });
  const strings = compared.find(({ trait }) => trait.id === 'thumb-strings');
  expect(strings?.apart).toBeGreaterThan(0.3);
  expect(strings?.heard).toEqual({ one: undefined, other: { piece: 0, bar: 0 } });
});
test('claims alone are a manner; nobody has played a bar of it', () => {
  const said = evidenceOfClaims([say('thumb-strings', 'string 6')], pool);
  expect(profileOf([said], { pool })).toMatchObject({ pieces: 0, bars: 0 });
  expect(typicalBar([said], { pool })).toBeUndefined();
});
test.each([
  ['a trait that is not known', [say('hat', 'grey')], 'Nothing is known by the name hat'],
  ['a kind for a number', [say('swing', 'lazy')], '“swing” is told otherwise'],
  ['a number for a kind', [say('thumb-strings', 6)], '“strings of the thumb” is told otherwise'],
  ['two numbers', [say('swing', 50), say('swing', 66)], '“swing” is said twice'],
  [
    'more than the whole',
    [say('thumb-strings', 'string 6'), say('thumb-strings', 'string 5', 'often')],
    '“strings of the thumb” adds up to more than always',
  ],
])('%s is refused', (_, claims, message) => {
  const checked = checkClaims(claims);
  expect(!checked.ok && checked.fault.reason).toBe(message);
});
test('claims that go together are taken', () => {
  expect(
    checkClaims([say('thumb-strings', 'string 6', 'often'), say('thumb-strings', 'string 5', 'often')]).ok,
  ).toBe(true);
});
test('what others do is offered, the commonest first', () => {
  expect(kindsOf('thumb-strings', pool)[0]).toBe('string 6');
});

test('claims are typed by name or id, with how often', () => {
  expect(typedClaims('strings of the thumb = string 6, mostly; swing=64;', pool)).toEqual({
    ok: true,
    value: [say('thumb-strings', 'string 6'), say('swing', 64, 'always')],
  });
  expect(typedClaims('thumb-strings = string 4', pool)).toMatchObject({ value: [{ often: 'always' }] });
});
test.each([
  ['hat = grey', pool, '“hat” is nothing that is measured'],
  ['swing = quick', pool, '“quick” is no number for “swing”'],
  ['swing', pool, '“” is no number for “swing”'],
  ['strings of the thumb = string 9', pool, 'No piece shows “string 9” as “strings of the thumb”'],
  ['strings of the thumb = string 6', [], 'No piece shows “string 6” as “strings of the thumb”'],
  ['thumb-strings = string 6; thumb-strings = string 6, often', pool, '“strings of the thumb” is said twice'],
])('typed “%s” is refused', (text, among, reason) => {
  expect(typedClaims(text, among)).toMatchObject({ ok: false, fault: { reason } });
});

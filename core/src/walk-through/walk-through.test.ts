import { describe, expect, test } from 'vitest';
import { mediumHand } from '../hands/index.ts';
import { blankScore, type Score } from '../score/index.ts';
import { written } from '../testing/written.ts';
import { tellPhrase, toldLines, walkThrough, type WalkThroughSettings } from './index.ts';

const said = (score: Score, over: Partial<WalkThroughSettings> = {}) =>
  walkThrough(score, { depth: 'do', language: 'english', hand: mediumHand, ...over });
const song = written([
  '[x32010] t5:3@1 m1:0@1/1 t4:2@2 m1:3@2.5 t5:3@3 t4:2@4',
  '[x02210] t5:0@1 m2:1@1/2 t4:2@2 t5:0@3 t4:2@4',
  '[x32010] t5:3@1 m1:0@1/1 t4:2@2 m1:3@2.5 t5:3@3 t4:2@4',
  '[x32010] t5:3@1 m1:1@1/1 m1:3@2h t4:2@2',
]);

describe('what to do', () => {
  const [phrase] = said(song);
  test('a phrase is four bars; a bar says its grip with fingers and each count with strings and frets', () => {
    expect(phrase).toMatchObject({ title: 'Bars 1 to 4', fromBar: 1, toBar: 4 });
    expect(phrase?.lines[0]).toBe(
      'Bar 1: Hold C, frets x32010, fingers -32-1-. 1 pinch 5/3+1/0; 2 thumb 4/2; & 1/3; 3 thumb 5/3; 4 thumb 4/2.',
    );
  });
  test('a bar that was told is only named; what is hammered over the thumb is said apart', () => {
    expect(phrase?.lines[2]).toBe('Bar 3: as bar 1.');
    expect(phrase?.lines[3]).toContain('2 thumb 4/2, hammer 1/3.');
  });
  test('a grip goes by the name that the sheet has for it', () => {
    const grips = [{ ...song.bars[0]!.grips[0]!, functionName: 'C9' }];
    const named = { ...song, bars: song.bars.with(0, { ...song.bars[0]!, grips }) };
    expect(said(named)[0]?.lines[0]).toContain('Hold C9, frets x32010');
  });
  test('sections begin phrases and name them', () => {
    const bars = song.bars.map((bar, index) => (index === 2 ? { ...bar, section: { name: 'Break' } } : bar));
    expect(said({ ...song, bars }).map(({ title }) => title)).toEqual(['Bars 1 to 2', 'Bars 3 to 4, Break']);
  });
  test('an empty piece rests', () =>
    expect(said(blankScore({ title: 'Empty', barCount: 1 }))[0]?.lines).toEqual(['Bar 1: rest.']));
});

describe('why', () => {
  const [phrase] = said(song, { depth: 'why' });
  const text = phrase?.reasons.join('\n') ?? '';
  test('each chord with its function and the degrees of its bass (common practice)', () => {
    expect(text).toContain('C is I here. Its bass: the root on string 5, the third on string 4.');
    expect(text).toContain('Am is vi here. Its bass: the root on string 5, the fifth on string 4.');
  });
  test('what stays and what moves from C to Am (common practice)', () =>
    expect(text).toContain('From C to Am: fingers 1 and 2 stay; finger 3 moves.'));
  test('notes between the beats, and places outside of the grip', () => {
    expect(text).toContain('One note of the tune falls between the beats: count its “and” aloud.');
    expect(text).toContain('Outside of the grip: string 1 fret 3, string 1 fret 1.');
  });
});

test('in German chords, verbs and degrees are German: B7 is H7', () => {
  const low = written(['[x21202] t5:2@1 m1:2@1/1 t4:1@2'], { key: { tonic: 'E', mode: 'major' } });
  const [phrase] = said(low, { depth: 'why', language: 'german' });
  expect(phrase?.title).toBe('Takt 1');
  expect(phrase?.lines.join('\n')).toContain('H7 greifen, Bünde x21202');
  expect(phrase?.lines.join('\n')).toContain('1 zusammen 5/2+1/2; 2 Daumen 4/1');
  expect(phrase?.reasons.join('\n')).toContain(
    'H7 ist hier die Stufe V7. Im Bass: der Grundton auf Saite 5, die große Terz auf Saite 4.',
  );
});

describe('in the teacher’s own words', () => {
  const telling = { depth: 'do', language: 'english' } as const;
  const [phrase] = said(song);
  const own = tellPhrase(song, phrase!.phrase, telling, 'Rock between five and four.\nThen lift.');
  test('they stand in place of those made, at their depth and in their language alone', () => {
    const [told] = said(own);
    expect(told?.own).toEqual({ text: 'Rock between five and four.\nThen lift.', fits: true });
    expect(toldLines(told!)).toEqual(['Rock between five and four.', 'Then lift.']);
    expect(toldLines(said(own, { depth: 'why' })[0]!)).not.toContain('Then lift.');
    expect(toldLines(said(own, { language: 'german' })[0]!)).not.toContain('Then lift.');
  });
  test('they are kept when the notes change, but no longer told until the teacher says that they fit', () => {
    const [first, ...others] = own.bars;
    const changed = { ...own, bars: [{ ...first!, notes: first!.notes.slice(1) }, ...others] };
    const [told] = said(changed);
    expect(told?.own).toMatchObject({ fits: false });
    expect(toldLines(told!)[0]).toMatch(/^Bar 1: Hold C/);
    const kept = tellPhrase(changed, told!.phrase, telling, told!.own!.text);
    expect(said(kept)[0]?.own?.fits).toBe(true);
  });
  test('fingers and the reader’s hand do not count: the words still fit', () => {
    const bars = own.bars.map((bar) => ({
      ...bar,
      notes: bar.notes.map((note) => ({ ...note, finger: note.fret > 0 ? (4 as const) : undefined })),
    }));
    expect(said({ ...own, bars }, { hand: { ...mediumHand, size: 'small' } })[0]?.own?.fits).toBe(true);
  });
  test('without words it is told as it is made, and nothing is left behind', () =>
    expect(tellPhrase(own, phrase!.phrase, telling, '  ')).toEqual(song));
});

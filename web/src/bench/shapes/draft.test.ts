import { mediumHand } from '@jocund/core/hands';
import { blankScore, type PlacedGrip } from '@jocund/core/score';
import { describe, expect, test } from 'vitest';
import { draftOf, emptyDraft, placedGripOf, readDraft, type Draft } from './draft.ts';

const score = blankScore({ title: 'Drafts' });
const read = (draft: Partial<Draft>) => readDraft({ ...emptyDraft, ...draft }, score, mediumHand);

describe('a grip being written', () => {
  test('what was laid comes back as it was typed', () => {
    const grip: PlacedGrip = {
      tick: 0,
      frets: [null, 3, 2, 0, 1, 0],
      fingers: [null, 3, 2, null, 1, null],
      silent: [2],
      functionName: 'IV',
    };
    const draft = draftOf(grip);
    expect(draft).toEqual({ frets: 'x32010', fingers: '-32-1-', silent: [2], functionName: 'IV' });
    expect(placedGripOf(draft, readDraft(draft, score, mediumHand), 0)).toEqual(grip);
  });
  test('fingers are worked out until the teacher sets them, and are only kept when set', () => {
    const worked = read({ frets: 'x32010' });
    expect(worked.ownFingers).toBeUndefined();
    expect(worked.fingered?.fingers).toEqual([null, 3, 2, null, 1, null]);
    expect(placedGripOf({ ...emptyDraft, frets: 'x32010' }, worked, 480)).toEqual({
      tick: 480,
      frets: [null, 3, 2, 0, 1, 0],
    });
  });
  test('a thumb that was set is heeded whatever the hand’s setting', () => {
    const thumb = read({ frets: '200212', fingers: 'T--213' });
    expect(thumb.fingered?.fingers[0]).toBe('T');
  });
  test('while it cannot be read it says why and makes no grip', () => {
    const junk = read({ frets: 'x32z' });
    expect(junk.fretsFault?.reason).toContain('A grip has six strings');
    expect(placedGripOf({ ...emptyDraft, frets: 'x32z' }, junk, 0)).toBeUndefined();
    expect(read({ frets: '' }).fretsFault).toBeUndefined();
    expect(read({ frets: 'x32010', fingers: '-32-9-' }).fingersFault?.reason).toContain(
      '“9” is not a finger',
    );
  });
  test('the neck with its capo is the limit', () => {
    const capoed = readDraft({ ...emptyDraft, frets: 'x-x-19-x-x-x' }, { ...score, capo: 4 }, mediumHand);
    expect(capoed.fretsFault?.reason).toBe('Fret 19 is past the last fret, 16');
  });
  test('a string held silently that is not pressed any more is forgotten', () => {
    const draft = { ...emptyDraft, frets: 'x32000', silent: [2, 5] };
    expect(placedGripOf(draft, readDraft(draft, score, mediumHand), 0)?.silent).toEqual([5]);
  });
});

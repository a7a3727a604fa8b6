import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  removeBar,
  removeNote,
  setMetre,
  transposeStretch,
  validateScore,
  writeNote,
  type Moment,
  type Score,
  type Stretch,
} from '../score/index.ts';
import { valueOf } from '../testing/value-of.ts';
import { written } from '../testing/written.ts';
import { breakRiff, dropRiffDifference, followLinks, layRiff, linkBar, riffsAt } from './index.ts';

const piece = (...bars: string[]): Score => {
  const score = written(bars);
  return { ...score, bars: score.bars.map((bar, index) => ({ ...bar, id: `bar-${index + 1}` })) };
};
const at = (bar: number, beat: number): Moment => ({ bar, tick: (beat - 1) * 960 });
const stretch = (from: Moment, to: Moment, voice: Stretch['voice'] = 'melody'): Stretch => ({
  voice,
  from,
  to,
});
const frets = (score: Score, voice = 'melody') =>
  score.bars.map(({ notes }) =>
    notes
      .filter((note) => note.voice === voice)
      .map(({ tick, fret }) => `${tick / 960 + 1}:${fret}`)
      .join(' '),
  );
const edited = (score: Score, change: (each: Score) => Score) => followLinks(score, change(score));
const write = (score: Score, bar: number, beat: number, fret: number) =>
  edited(score, (each) => writeNote(each, { ...at(bar, beat), string: 1, voice: 'melody' }, fret, 480));

/** Two beats of bar 1, laid on beat 2 of bar 2 and over the line between bars 3 and 4. */
const base = piece('m1:0@1 m1:3@1.5 m1:5@2 m1:3@2.5', 'm1:9@1', 'm1:9@1', 'm1:9@4');
const riff = stretch(at(0, 1), at(0, 3));
const linked = [at(1, 2), at(2, 4)].reduce((score, to) => valueOf(layRiff(score, riff, to)), base);

describe('a riff', () => {
  test('laid on other beats plays the same there; over a bar line it is two', () => {
    expect(frets(linked)).toEqual([
      '1:0 1.5:3 2:5 2.5:3',
      '1:9 2:0 2.5:3 3:5 3.5:3',
      '1:9 4:0 4.5:3',
      '1:5 1.5:3 4:9',
    ]);
    expect(linked.bars.map(({ riffs }) => riffs?.length)).toEqual([undefined, 1, 1, 1]);
    expect(validateScore(linked)).toEqual([]);
    expect(riffsAt(linked, 1, 960)).toMatchObject([{ from: 0, isSame: true }]);
    expect(riffsAt(linked, 1, 0)).toEqual([]);
  });

  test('follows what it came from, wherever it was laid', () => {
    const changed = write(write(linked, 0, 1.5, 4), 0, 2, 7);
    expect(frets(changed).slice(1)).toEqual(['1:9 2:0 2.5:4 3:7 3.5:3', '1:9 4:0 4.5:4', '1:7 1.5:3 4:9']);
    const shorter = edited(changed, (each) => removeNote(each, { ...at(0, 2), string: 1, voice: 'melody' }));
    expect(frets(shorter)[1]).toBe('1:9 2:0 2.5:4 3.5:3');
  });

  test('keeps what was changed in it, and says that it differs', () => {
    const own = write(linked, 1, 2.5, 2);
    expect(riffsAt(own, 1, 960)[0]?.isSame).toBe(false);
    const changed = write(write(own, 0, 1.5, 8), 0, 1, 12);
    expect(frets(changed)[1]).toBe('1:9 2:12 2.5:2 3:5 3.5:3');
    const [state] = riffsAt(changed, 1, 960);
    if (!state) throw new Error('no riff');
    const again = dropRiffDifference(changed, 1, state.riff);
    expect(frets(again)[1]).toBe('1:9 2:12 2.5:8 3:5 3.5:3');
    expect(riffsAt(again, 1, 960)[0]?.isSame).toBe(true);
  });

  test('goes its own way at one action, and keeps its notes', () => {
    const [state] = riffsAt(linked, 1, 960);
    if (!state) throw new Error('no riff');
    const own = breakRiff(linked, 1, state.riff);
    expect(frets(own)).toEqual(frets(linked));
    expect(own.bars[1]).not.toHaveProperty('riffs');
    expect(frets(write(own, 0, 1, 12))[1]).toBe(frets(linked)[1]);
  });

  test('of the thumb is written by hand, so that no pattern takes its place', () => {
    const bass = piece('t6:3@1 t6:2@2', '');
    const laid = valueOf(layRiff(bass, stretch(at(0, 1), at(0, 3), 'thumb'), at(1, 3)));
    expect(frets(laid, 'thumb')[1]).toBe('3:3 4:2');
    expect(laid.bars[1]?.notes.every(({ byHand }) => byHand)).toBe(true);
  });

  test('runs on through riffs of riffs and bars that follow the bar it is in', () => {
    const chain = valueOf(layRiff(linked, stretch(at(1, 2), at(1, 3)), at(1, 4)));
    const more = { ...chain, bars: [...chain.bars, { ...chain.bars[2]!, id: 'bar-5', notes: [] }] };
    const whole = linkBar(more, 4, 1);
    expect(frets(write(whole, 0, 1.5, 6))[4]).toBe('1:9 2:0 2.5:6 3:5 3.5:3 4:0 4.5:6');
  });

  test('is left out where the bass is on its string, and ends with its bar', () => {
    const two = piece('m1:0@1/1', 't1:3@3', '');
    const laid = [at(1, 2), at(2, 4)].reduce(
      (score, to) => valueOf(layRiff(score, stretch(at(0, 1), at(0, to.bar === 1 ? 3 : 2)), to)),
      two,
    );
    const long = edited(laid, (each) =>
      writeNote(each, { ...at(0, 1), string: 1, voice: 'melody' }, 0, 3840),
    );
    expect(long.bars[2]?.notes.map(({ durationTicks }) => durationTicks)).toEqual([960]);
    const moved = write(laid, 0, 2, 5);
    expect(moved.bars[1]?.notes.map(({ voice, fret }) => `${voice} ${fret}`)).toEqual([
      'melody 0',
      'thumb 3',
    ]);
    expect([validateScore(long), validateScore(moved)]).toEqual([[], []]);
  });

  test('is refused over itself, and where nothing is played', () => {
    const over = layRiff(base, riff, at(0, 2));
    expect(over.ok ? '' : over.fault.reason).toBe('A riff cannot lie over the notes it comes from');
    const nothing = layRiff(base, stretch(at(1, 2), at(1, 4)), at(2, 2));
    expect(nothing.ok ? '' : nothing.fault.reason).toBe('Nothing is played in what was copied any more');
  });

  test('whose bar is gone or too short is a riff no more; its notes stay', () => {
    const gone = edited(linked, (each) => removeBar(each, 0));
    expect(gone.bars.some(({ riffs }) => riffs)).toBe(false);
    expect(frets(gone)[0]).toBe(frets(linked)[1]);
    const short = edited(linked, (each) => {
      const cleared = removeNote(each, { ...at(1, 3.5), string: 1, voice: 'melody' });
      return valueOf(setMetre(cleared, 1, { beats: 5, unit: 8 }));
    });
    expect(short.bars[1]?.riffs).toBeUndefined();
  });

  test('a piece moved as a whole keeps its riffs the same', () => {
    const moved = edited(linked, (each) =>
      valueOf(transposeStretch(each, stretch(at(0, 1), { bar: 4, tick: 0 }), 2)),
    );
    expect(frets(moved)[1]).toBe('1:11 2:2 2.5:5 3:7 3.5:5');
    expect(riffsAt(moved, 1, 960)[0]?.isSame).toBe(true);
  });

  test('an edit of the base is the same edit made by hand in every place', () => {
    const places = [1.5, 2, 2.5, 1];
    fc.assert(
      fc.property(fc.constantFrom(...places), fc.integer({ min: 0, max: 12 }), (beat, fret) => {
        const byLink = write(linked, 0, beat, fret);
        const free = { ...linked, bars: linked.bars.map(({ riffs: _, ...bar }) => bar) };
        const inBar3 = beat < 2 ? ([2, beat + 3] as const) : ([3, beat - 1] as const);
        const hand = ([[0, beat], [1, beat + 1], inBar3] as const).reduce(
          (score, [bar, on]) => write(score, bar, on, fret),
          free,
        );
        expect(frets(byLink)).toEqual(frets(hand));
      }),
    );
  });
});

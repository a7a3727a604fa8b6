import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { barChords } from '../form/index.ts';
import { openMidi } from '../instrument/index.ts';
import { modulo } from '../pitch/index.ts';
import { placedNotes, validateScore, type Score } from '../score/index.ts';
import { key, tuning } from '../testing/parsed.ts';
import { written } from '../testing/written.ts';
import {
  cutFigure,
  moveByFrets,
  moveByStrings,
  toDegree,
  toKey,
  toPlace,
  toTuning,
  waysToMove,
  type Figure,
} from './index.ts';

function figureOf(bars: readonly string[], over: Partial<Score> = {}): Figure {
  const cut = cutFigure(written(bars, { key: key('A'), ...over }), {
    from: { bar: 0, tick: 0 },
    to: { bar: bars.length, tick: 0 },
    name: 'Figure',
    role: 'run',
    id: 'figure',
  });
  if (!cut.ok) throw new Error(cut.fault.reason);
  return cut.value;
}

const run = figureOf(['[x02020] t5:0@1 t5:0@2 t5:0@3 t5:0@4 m1:3@1 m1:0@1.5p m2:3@2 m2:2@2.5 m3:2@3/1']);
const fretsOf = ({ score }: Figure, voice?: 'thumb' | 'melody') =>
  placedNotes(score, voice)
    .map(({ note }) => `${note.string}:${note.fret}`)
    .join(' ');
const pitches = ({ score }: Figure) =>
  placedNotes(score).map(({ note }) => openMidi(score.tuning, note.string) + note.fret);
const target = (numeral: string) => {
  const found = toDegree(run, numeral);
  if (!found.ok) throw new Error(found.fault.reason);
  return found.value;
};

describe('as one thing', () => {
  test('by frets, what was open is pressed; toward the nut it cannot be, and that is told', () => {
    const up = moveByFrets(run, 2);
    expect(fretsOf(up.figure, 'melody')).toBe('1:5 1:2 2:5 2:4 3:4');
    expect(up.figure.score.bars[0]?.grips[0]?.frets).toEqual([null, 2, 4, 2, 4, 2]);
    expect(up).toMatchObject({ how: '2 frets toward the body', lost: 0 });
    expect(up.told).toContain('5 notes no longer ring open');
    const down = moveByFrets(run, -1);
    expect(down.lost).toBe(5);
    expect(down.told[0]).toBe('bar 1, beat 1 cannot be: string 5 would be at fret −1');
  });

  test('by strings, with the fret of string 2 corrected', () => {
    const moved = moveByStrings(figureOf(['m3:2@1 m2:1@2 m2:3@3']), 1);
    expect(fretsOf(moved.figure)).toBe('2:2 1:0 1:2');
    expect(pitches(moved.figure)).toEqual([61, 64, 66]);
  });

  test('chosen fingers go along the neck, and the grip’s', () => {
    const held = figureOf(['m1:3@1f2 m2:3@2f3']);
    expect(moveByFrets(held, 4).figure.score.bars[0]?.notes.map(({ finger }) => finger)).toEqual([2, 3]);
  });

  test('a harmonic rings nowhere else', () => {
    const chime: Figure = {
      ...run,
      score: {
        ...run.score,
        bars: run.score.bars.map((bar) => ({
          ...bar,
          notes: [{ tick: 0, durationTicks: 960, string: 1, fret: 12, voice: 'melody', harmonic: true }],
        })),
      },
    };
    expect(moveByFrets(chime, -5).told[0]).toBe('bar 1, beat 1 cannot be: its harmonic rings nowhere else');
  });
});

describe('to a chord, a key, a tuning', () => {
  test('on IV the bass falls to the open string of its root', () => {
    const [best] = waysToMove(run, target('IV'));
    expect(best?.how).toBe('5 frets toward the body, over the open bass');
    expect(best && fretsOf(best.figure, 'thumb')).toBe('4:0 4:0 4:0 4:0');
    expect(best && fretsOf(best.figure, 'melody')).toBe('1:8 1:5 2:8 2:7 3:7');
  });

  test('on V7 everything lies one string lower, over the low open string', () => {
    const [best] = waysToMove(run, target('V7'));
    expect(best && fretsOf(best.figure)).toBe('6:0 2:3 2:0 6:0 3:2 3:1 6:0 4:2 6:0');
    expect(best?.told).toEqual([]);
  });

  test('on a minor chord the third goes down with it', () => {
    const [best] = waysToMove(figureOf(['[x02220] m2:2@1 m1:0@2']), target('ii'));
    expect(best?.told[0]).toBe('the third is lowered');
    expect(best && pitches(best.figure).map((midi) => modulo(midi, 12))).toEqual([2, 6]);
  });

  test('on a minor chord the hand lays a minor grip, on a major one a major', () => {
    const gripKinds = (figure: Figure, numeral: string) => {
      const to = toDegree(figure, numeral);
      if (!to.ok) throw new Error(to.fault.reason);
      return waysToMove(figure, to.value).flatMap((way) =>
        barChords(way.figure.score, 0).map(({ name }) => /^[A-G][#b]?m(?!aj)/.test(name ?? '')),
      );
    };
    const minor = figureOf(['[x02210] t5:0@1 m2:1@1 m1:0@2']);
    expect(new Set(gripKinds(run, 'ii'))).toEqual(new Set([true]));
    expect(new Set(gripKinds(run, 'vi7'))).toEqual(new Set([true]));
    expect(new Set(gripKinds(minor, 'IV'))).toEqual(new Set([false]));
  });

  test('a key keeps the numerals, a tuning the pitches', () => {
    const [inC] = waysToMove(run, toKey(run, key('C')));
    expect(inC?.figure.score.key).toEqual(key('C'));
    const inOpenG = waysToMove(run, toTuning(tuning('open-g')));
    expect(inOpenG[0] && pitches(inOpenG[0].figure)).toEqual(pitches(run));
    expect(inOpenG[0]?.figure.score.tuning.name).toBe('Open G');
  });

  test('a degree that cannot be read, or a figure without a chord, is refused', () => {
    const bad = toDegree(run, 'H');
    expect(bad.ok ? '' : bad.fault.reason).toBe('“H” is not a chord in Roman numerals');
    const bare = toDegree(figureOf(['m1:0@1']), 'IV');
    expect(bare.ok ? '' : bare.fault.reason).toBe('The figure’s chord is not known');
  });

  test('in a piece one chord’s figure goes to the chord held there, a figure of several by the key', () => {
    const inE = written(['[x02220] t5:0@1'], { key: key('E') });
    expect(toPlace(run, inE, 0).semitones).toBe(0);
    const cadence = figureOf(['[x02220] t5:0@1', '[022100] t6:0@1']);
    expect(toPlace(cadence, inE, 0)).toMatchObject({ semitones: 7, isNewKey: true });
    expect(toPlace({ ...run, role: 'ending' }, inE, 0)).toMatchObject({ semitones: 7, isNewKey: true });
  });
});

const anyFigure = fc
  .array(
    fc.record({
      slot: fc.integer({ min: 0, max: 7 }),
      string: fc.integer({ min: 2, max: 5 }),
      fret: fc.integer({ min: 0, max: 7 }),
    }),
    { minLength: 1, maxLength: 8 },
  )
  .map((list) => {
    const unlike = [...new Map(list.map((each) => [`${each.slot} ${each.string}`, each])).values()];
    return figureOf([
      unlike
        .map(({ slot, string, fret }) => `${string > 3 ? 't' : 'm'}${string}:${fret}@${1 + slot / 2}/0.5`)
        .join(' '),
    ]);
  });

describe('whatever is moved', () => {
  const plain = ({ score }: Figure) => score.bars;
  test('by frets or strings and back it is the same, when nothing was lost', () =>
    fc.assert(
      fc.property(
        anyFigure,
        fc.integer({ min: -5, max: 7 }),
        fc.constantFrom(-1, 1),
        (figure, frets, strings) => {
          const along = moveByFrets(figure, frets);
          if (along.lost === 0)
            expect(plain(moveByFrets(along.figure, -frets).figure)).toEqual(plain(figure));
          const across = moveByStrings(figure, strings);
          if (across.lost === 0)
            expect(plain(moveByStrings(across.figure, -strings).figure)).toEqual(plain(figure));
        },
      ),
      { numRuns: 60 },
    ));

  test('every way without loss sounds each note the wanted step away, and is a sound score', () =>
    fc.assert(
      fc.property(anyFigure, fc.integer({ min: 0, max: 11 }), (figure, semitones) => {
        const wanted = pitches(figure)
          .map((midi) => modulo(midi + semitones, 12))
          .sort();
        for (const way of waysToMove(figure, { semitones })) {
          expect(validateScore(way.figure.score)).toEqual([]);
          if (way.lost > 0) continue;
          expect(
            pitches(way.figure)
              .map((midi) => modulo(midi, 12))
              .sort(),
          ).toEqual(wanted);
        }
      }),
      { numRuns: 15 },
    ));

  test('to another tuning and back its pitches are the same', () =>
    fc.assert(
      fc.property(anyFigure, fc.constantFrom('open-d', 'drop-d', 'open-g'), (figure, name) => {
        const there = waysToMove(figure, toTuning(tuning(name))).find(
          ({ how, lost }) => how === 'on the same strings' && lost === 0,
        );
        if (!there) return;
        const back = waysToMove(there.figure, toTuning(tuning('standard'))).find(
          ({ how }) => how === 'on the same strings',
        );
        // Left out where the hand cannot hold the figure as it was written.
        if (back) expect(plain(back.figure)).toEqual(plain(figure));
      }),
      { numRuns: 15 },
    ));
});

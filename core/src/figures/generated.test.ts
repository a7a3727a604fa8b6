import { describe, expect, test } from 'vitest';
import { barChords } from '../form/index.ts';
import { openMidi } from '../instrument/index.ts';
import { pitchText, spellMidi, withoutOctave } from '../pitch/index.ts';
import { validateScore, type Score } from '../score/index.ts';
import { key, tuning } from '../testing/parsed.ts';
import { written } from '../testing/written.ts';
import { makeTurnarounds, makeWalks, type MadeFigure } from './index.ts';

const inKey = new Map<string, MadeFigure[]>();
const made = (name: string, tonic: string) => {
  const all = inKey.get(tonic) ?? makeTurnarounds(written([''], { key: key(tonic) }));
  inKey.set(tonic, all);
  return all.filter(({ figure }) => figure.score.title.startsWith(name));
};

/** The two tones of the four steps: three in the first bar, the landing in the second. */
const steps = ({ figure: { score } }: MadeFigure, onString: 'low' | 'high') =>
  score.bars
    .flatMap((bar, index) =>
      (index === 0 ? [960, 1920, 2880] : [0]).map((tick) => bar.notes.filter((note) => note.tick === tick)),
    )
    .map((notes) => [...notes].sort((a, b) => b.string - a.string).at(onString === 'low' ? 0 : -1))
    .map((note) =>
      note
        ? withoutOctave(pitchText(spellMidi(openMidi(score.tuning, note.string) + note.fret, score.key)))
        : '',
    );

const chords = ({ figure: { score } }: MadeFigure) =>
  score.bars.flatMap((_, index) => barChords(score, index).map(({ name }) => name));

describe('turnarounds', () => {
  // The first two are the trade's check values; the others are spelled from the degrees of the key (common practice).
  test.each([
    ['Falling under a held top', 'A', 'G F# F E', 'A A A A'],
    ['Contrary, the upper line rising', 'A', 'G F# F E', 'C# D D# E'],
    ['Rising under a held top', 'E', 'G# A A# B', 'E E E E'],
    ['Contrary, the upper line falling', 'E', 'G# A A# B', 'D C# C B'],
    ['Falling in thirds', 'C', 'E D# D C', 'G F# F E'],
    ['Falling in sixths', 'G', 'D C# C B', 'B A# A G'],
    ['Rising in thirds', 'D', 'F# G G# A', 'A A# B C'],
    ['Falling bass, the seventh first', 'A', 'G# G F# F', 'E E D D'],
    ['Falling under a held top', 'C', 'A# A G# G', 'C C C C'],
    ['Rising under a held top', 'G', 'B C C# D', 'G G G G'],
  ])('%s in %s', (name, tonic, low, high) => {
    const sharp = (text: string) =>
      text
        .replace('Bb', 'A#')
        .replace('Ab', 'G#')
        .replace('Eb', 'D#')
        .replace('Gb', 'F#')
        .replace('Db', 'C#');
    const ways = made(name, tonic);
    expect(ways.length).toBeGreaterThan(0);
    for (const way of ways) {
      expect(steps(way, 'low').map(sharp).join(' ')).toBe(low);
      expect(steps(way, 'high').map(sharp).join(' ')).toBe(high);
    }
  });

  test('in A the fall on string 4 over string 1, fret 5 is among the first (trade)', () => {
    const frets = made('Falling under a held top', 'A').map(({ figure: { score } }) =>
      score.bars[0]?.notes
        .filter(({ tick }) => tick > 0)
        .map(({ string, fret }) => `${string}:${fret}`)
        .join(' '),
    );
    expect(frets).toContain('4:5 1:5 4:4 1:5 4:3 1:5');
  });

  test('chords are named as they pass: E/G#, not what is missing', () => {
    expect(chords(made('Falling bass', 'A')[0]!)).toEqual(['A', 'E/G#', 'A7/G', 'D/F#', 'Dm/F', 'E7']);
    expect(chords(made('Rising under', 'E')[0]!).at(-1)).toBe('B7');
  });

  test('in minor only lines that fit the minor chord, over its own grip', () => {
    const inMinor = makeTurnarounds(written([''], { key: key('Am') }));
    expect(inMinor.length).toBeGreaterThan(2);
    for (const way of inMinor) {
      expect(chords(way)[0]).toMatch(/^Am/);
      expect(way.figure.leadsTo).toBe('i');
      const tones = [...steps(way, 'low'), ...steps(way, 'high')];
      expect(tones.filter((tone) => tone === 'C#' || tone === 'Db')).toEqual([]);
    }
    expect(new Set(inMinor.flatMap(chords))).toContain('Am/G');
  });

  test('none where the bars are not of four quarters', () => {
    const waltz = written(['']);
    const [bar] = waltz.bars;
    const inThree = { ...waltz, bars: bar ? [{ ...bar, metre: { beats: 3, unit: 4 as const } }] : [] };
    expect(makeTurnarounds(inThree)).toEqual([]);
  });

  test('steps from beat 2, landing on beat 1, the fifth on beat 2; every one a sound score that hands can play', () => {
    for (const open of ['standard', 'open-g', 'drop-d'])
      for (const each of makeTurnarounds(
        written([''], { key: key('G'), tuning: tuning(open) as Score['tuning'] }),
      )) {
        expect(validateScore(each.figure.score)).toEqual([]);
        const [first, second] = each.figure.score.bars;
        expect(new Set(first?.notes.map(({ tick }) => tick))).toEqual(new Set([0, 960, 1920, 2880]));
        expect(new Set(second?.notes.map(({ tick }) => tick))).toEqual(new Set([0, 960]));
      }
  });
});

describe('walks', () => {
  const walks = (from: string, to: string, over: Partial<Score> = {}) =>
    makeWalks(written([`[${from}]`, `[${to}]`], { key: key('C'), ...over }), 0);

  test('from C to D by half steps the frets in between, on string 5 (trade)', () => {
    const half = walks('x32010', 'xx0232').find(({ figure }) => figure.id === 'walk-0-half-steps-2');
    expect(half?.how).toBe('string 5, fret 3; string 5, fret 4');
    expect(half?.figure).toMatchObject({ role: 'walk', leadsTo: 'II', fromTick: 1920, toTick: 3840 });
  });

  test('from G to C by the scale: G A B', () => {
    expect(walks('320003', 'x32010').map(({ how }) => how)).toContain(
      'string 6, fret 3; string 5, open; string 5, fret 2',
    );
  });

  test('tenths have a note above each step', () => {
    const tenths = walks('320003', 'x32010').find(({ figure }) => figure.id === 'walk-0-tenths-2');
    expect(tenths?.figure.score.bars[0]?.notes.map(({ voice }) => voice)).toEqual([
      'thumb',
      'melody',
      'thumb',
      'melody',
    ]);
  });

  test('nothing to walk from or to: no walk', () => {
    expect(makeWalks(written(['[x32010]']), 0)).toEqual([]);
    expect(makeWalks(written(['', '[x32010]']), 0)).toEqual([]);
  });
});

import fc from 'fast-check';
import { Chord } from 'tonal';
import { describe, expect, test } from 'vitest';
import { frets, key, tuning } from '../testing/parsed.ts';
import { fretsText, gripTones, nameGrip, openStringsName, parseFrets } from './index.ts';

const pitchClasses: Record<string, number> = {
  C: 0,
  'C#': 1,
  D: 2,
  'D#': 3,
  E: 4,
  F: 5,
  'F#': 6,
  G: 7,
  'G#': 8,
  A: 9,
  'A#': 10,
  B: 11,
};

/** Facts of the trade (common practice): tuning, frets from string 6 to string 1, sounding tones, name. */
const grips: [string, string, string, string][] = [
  ['std', '0 2 2 1 0 0', 'E B E G# B E', 'E'],
  ['std', '0 2 2 1 3 0', 'E B E G# D E', 'E7'],
  ['std', '2 x 1 2 0 2', 'F# D# A B F#', 'B7/F#'],
  ['std', 'x x 0 2 1 2', 'D A C F#', 'D7'],
  ['std', 'x x 0 2 0 2', 'D A B F#', 'D6'],
  ['std', 'x 0 x 9 8 9', 'A E G C#', 'A7'],
  ['std', 'x 0 7 9 8 9', 'A A E G C#', 'A7'],
  ['std', 'x 0 7 8 7 8', 'A A D# F# C', 'Adim7'],
  ['std', 'x 0 4 5 4 5', 'A F# C D# A', 'Adim7'],
  ['std', 'x x 9 9 9 x', 'B E G#', 'E/B'],
  ['std', 'x x 9 9 9 10', 'B E G# D', 'E7/B'],
  ['std', '5 7 7 6 5 5', 'A E A C# E A', 'A'],
  ['std', '5 7 5 6 5 5', 'A E G C# E A', 'A7'],
  ['std', 'x 7 9 7 9 7', 'E B D G# B', 'E7'],
  ['std', 'x 5 7 5 7 5', 'D A C F# A', 'D7'],
  ['std', 'x 5 7 7 7 5', 'D A D F# A', 'D'],
  ['std', 'x x 7 7 7 x', 'A D F#', 'D/A'],
  ['std', 'x 0 2 2 2 5', 'A E A C# A', 'A'],
  ['std', 'x 0 2 2 2 3', 'A E A C# G', 'A7'],
  ['std', '2 0 0 2 1 2', 'F# A D A C F#', 'D7/F#'],
  ['std', '2 x 0 2 1 2', 'F# D A C F#', 'D7/F#'],
  ['drop-d', '0 x 0 2 3 x', 'D D A D', 'D5'],
  ['std', '3 x 3 4 3 x', 'G F B D', 'G7'],
  ['std', '3 x 3 x 3 x', 'G F D', 'G7no3'],
  ['std', 'x 3 x 3 5 3', 'C A# E G', 'C7'],
  ['std', 'x 5 4 3 3 x', 'D F# A# D', 'Daug'],
  ['std', '0 x x x 9 7', 'E G# B', 'E'],
  ['std', '7 x x x 7 5', 'B F# A', 'B7no3'],
  ['std', '0 x x 1 3 2', 'E G# D F#', 'E9no5'],
  ['std', 'x x x 4 5 4', 'B E G#', 'E/B'],
  ['std', '1 x 3 2 1 0', 'F F A C E', 'Fmaj7'],
  ['std', 'x 3 x 12 11 12', 'C G A# E', 'C7'],
  ['std', 'x x 3 5 4 5', 'F C D# A', 'F7'],
  ['std', 'x x 1 2 1 2', 'D# A C F#', 'D#dim7'],
  ['std', '1 x 1 2 1 x', 'F D# A C', 'F7'],
  ['std', '2 x 1 2 1 x', 'F# D# A C', 'F#dim7'],
  ['drop-d', '0 x 4 2 3 x', 'D F# A D', 'D'],
  ['std', '3 3 2 0 1 0', 'G C E G C E', 'C/G'],
  ['std', 'x 3 3 2 1 1', 'C F A C F', 'F/C'],
  ['open-d', '0 0 0 0 0 0', 'D A D F# A D', 'D'],
  ['open-d', 'x 0 2 1 0 2', 'A E G A E', 'A7no3'],
  ['open-d', '2 x x 2 x x', 'E G#', 'Eno5'],
  ['open-d', '0 0 0 0 3 0', 'D A D F# C D', 'D7'],
  ['open-g', 'x x 2 0 1 0', 'E G C D', 'Cadd9/E'],
  ['open-g', 'x 3 2 0 1 0', 'A# E G C D', 'C9/Bb'],
  ['open-g', 'x 5 5 x x x', 'C G', 'C5'],
  ['std', 'x x 5 x 5 5', 'G E A', 'A7no3/G'],
  ['std', 'x x 4 x 4 5', 'F# D# A', 'D#dim/F#'],
  ['std', 'x x 3 x 3 5', 'F D A', 'Dm/F'],
  ['std', 'x x 5 x 2 5', 'G C# A', 'A7no5/G'],
  ['std', 'x x 4 x 3 5', 'F# D A', 'D/F#'],
  ['std', 'x x 3 x 4 5', 'F D# A', 'F7no5'],
  ['std', 'x 2 0 0 3 x', 'B D G D', 'G/B'],
  ['std', '5 x 0 x 3 5', 'A D D A', 'D5/A'],
  ['std', '7 x x x 5 7', 'B E B', 'E5/B'],
  ['std', '3 2 3 0 0 x', 'G B F G B', 'G7no5'],
  ['std', '4 6 6 4 4 4', 'G# D# G# B D# G#', 'G#m'],
  ['std', '2 4 4 2 2 2', 'F# C# F# A C# F#', 'F#m'],
  ['std', 'x x x 5 5 5', 'C E A', 'Am/C'],
];

describe('grips in any tuning (common practice)', () => {
  test.each(grips)('%s %s sounds %s: %s', (name, text, tones, expected) => {
    const named = nameGrip(tuning(name), frets(text));
    expect(named.tones.map(({ midi }) => midi % 12)).toEqual(
      tones.split(' ').map((tone) => pitchClasses[tone]),
    );
    expect(named.name).toBe(expected);
  });

  test('tones that no plain name covers get none, and are still spelled', () => {
    const named = nameGrip(tuning('std'), frets('x04540'));
    expect(named.name).toBeNull();
    expect(named.tones.map(({ pitch }) => pitch.replace(/\d/, ''))).toEqual(['A', 'F#', 'C', 'Eb', 'E']);
  });

  test('D6 is also Bm7, and the third missing from G7 is listed', () => {
    expect(nameGrip(tuning('std'), frets('xx0202')).alternatives).toContain('Bm7/D');
    expect(nameGrip(tuning('std'), frets('3x3x3x')).missing).toEqual(['3']);
  });

  test('the key and the language spell the name; the capo gives the sounding one', () => {
    const named = nameGrip(tuning('std'), frets('x1333x'), {
      key: { tonic: 'F', mode: 'major' },
      language: 'german',
    });
    expect(named.name).toBe('B');
    expect(nameGrip(tuning('std'), frets('x32010'), { soundingShift: 4 }).soundingName).toBe('E');
    expect(nameGrip(tuning('std'), frets('320001'), { soundingShift: 4 }).soundingName).toBe('B7');
  });
});

/**
 * tonal counts ninths and elevenths into the higher chords; players may leave them out. It leaves out the third of an
 * eleventh and the eleventh of a major thirteenth, which may sound.
 */
const mayBeLeftOut = ['3M', '9M', '11P'];

test('every name explains exactly its tones: judged by tonal’s chord dictionary', () => {
  const any = fc.array(fc.option(fc.integer({ min: 0, max: 12 })), { minLength: 6, maxLength: 6 });
  fc.assert(
    fc.property(any, fc.constantFrom('std', 'open-d', 'open-g', 'dadgad'), (grip, name) => {
      fc.pre(grip.some((fret) => fret !== null));
      const named = nameGrip(tuning(name), grip);
      fc.pre(named.name !== null && named.missing.length === 0);
      const judged = Chord.get(named.name.split('/')[0]! + (named.name.includes('6/9') ? '/9' : ''));
      fc.pre(!judged.empty);
      const sounding = new Set(gripTones(tuning(name), grip).map(({ midi }) => midi % 12));
      const isHigh = /eleventh|thirteenth/.test(judged.type);
      const extra = judged.type.includes('eleventh') ? [4] : judged.type === 'major thirteenth' ? [5] : [];
      const needed = judged.notes.filter(
        (_, index) => !isHigh || !mayBeLeftOut.includes(judged.intervals[index]!),
      );
      for (const tone of needed) expect(sounding).toContain(noteClass(tone));
      const root = noteClass(named.root);
      const allowed = new Set([...judged.notes.map(noteClass), ...extra.map((above) => (root + above) % 12)]);
      // A bass written after the stroke may be foreign to the chord.
      if (named.name.includes('/')) allowed.add(noteClass(named.bass));
      for (const tone of sounding) expect(allowed).toContain(tone);
    }),
    { numRuns: 400 },
  );
});

function noteClass(name: string): number {
  const natural = pitchClasses[name[0]!]!;
  const signs = [...name.slice(1)].reduce((sum, sign) => sum + (sign === '#' ? 1 : -1), 0);
  return (natural + signs + 12) % 12;
}

test.each([
  ['xx0220', 'A/D'],
  ['133010', 'C/F'],
  ['3x0212', 'D7/G'],
  ['x32010', 'C'],
  ['x02010', 'Am7'],
  ['2x2212', 'F#m7b5'],
])(
  '%s is %s: an everyday chord over a foreign bass has a name, and a plainer one comes first (common practice)',
  (text, name) => expect(nameGrip(tuning('std'), frets(text)).name).toBe(name),
);
test.each(['C', 'G', 'D', 'A', 'E', 'Ab', 'Eb', 'Bb', 'F', undefined])(
  'no diminished seventh or augmented triad is called B#, E#, Cb or Fb in %s',
  (tonic) => {
    for (let fret = 1; fret < 13; fret += 1)
      for (const shape of [
        [null, null, fret, fret + 1, fret, fret + 1],
        [null, null, fret + 2, fret + 1, fret, fret],
      ]) {
        const { name, root } = nameGrip(tuning('std'), shape, tonic ? { key: key(tonic) } : {});
        if (name && /dim7|aug/.test(name)) expect(root).not.toMatch(/^([BE]#|[CF]b)$/);
      }
  },
);

test('open strings of the shipped open tunings spell their chord', () => {
  expect(
    ['open-d', 'open-g', 'open-e', 'open-a', 'open-c', 'open-g-minor'].map((id) =>
      openStringsName(tuning(id)),
    ),
  ).toEqual(['D', 'G/D', 'E', 'A/E', 'C', 'Gm/D']);
});

describe('frets as text', () => {
  test('read and written alike', () => {
    expect(fretsText(frets('x-10-9-10-x-x'))).toBe('x-10-9-10-x-x');
    expect(fretsText(frets('x 3 2 0 1 0'))).toBe('x32010');
  });
  test.each([
    ['x3201', 'six strings'],
    ['x32z10', 'not a fret'],
    ['x-3-25-0-1-0', 'past the last fret'],
    ['xxxxxx', 'No string'],
    ['', 'six strings'],
  ])('“%s” is refused: %s', (text, reason) => {
    const result = parseFrets(text);
    expect(result.ok).toBe(false);
    if (!result.ok) expect(result.fault.reason).toContain(reason);
  });
});

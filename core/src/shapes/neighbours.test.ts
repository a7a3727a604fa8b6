import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { fingerGrip, mediumHand } from '../hands/index.ts';
import { tuningTable } from '../instrument/index.ts';
import { modulo } from '../pitch/index.ts';
import { chord, frets, guitar, key, tuning } from '../testing/parsed.ts';
import {
  checkClaim,
  diminishedPartners,
  doubleStops,
  fragments,
  fretsText,
  fretsToRoot,
  gripTones,
  moveAcross,
  moveGrip,
  nameGrip,
  octaveCopies,
  retuningTemplate,
  slideTriads,
} from './index.ts';

const std = guitar('std');
const moved = (text: string, by: number, all = false) => {
  const result = moveGrip(std, frets(text), by, { all });
  if (!result.ok) throw new Error(result.fault.reason);
  return result.value;
};

/** Common practice. */
describe('moved along the neck', () => {
  test.each([
    ['xx0212', 2, true, 'E7'],
    ['xx0212', 3, true, 'F7'],
    ['xx0212', 10, true, 'C7'],
    ['xx0212', 12, true, 'D7'],
    ['x32010', 2, true, 'D'],
    ['xx0232', 2, true, 'E'],
    ['022100', 5, true, 'A'],
    ['x02220', 5, true, 'D'],
    ['022100', 10, true, 'D'],
  ] as const)('%s by %i is %s %s', (text, by, all, name) =>
    expect(moved(text, by, all).name.name).toBe(name),
  );
  test('open strings stay open, and those that do not belong are named', () => {
    const up = moved('x32010', 2);
    expect(fretsText(up.frets)).toBe('x54030');
    expect(up.foreignOpen).toEqual([3, 1]);
    expect(moved('022100', 5).foreignOpen).toEqual([2]);
  });
  test('back again is where it was', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 8 }), (by) => {
        const there = moved('x32013', by);
        const back = moveGrip(std, there.frets, -by);
        expect(back.ok && fretsText(back.value.frets)).toBe('x32013');
      }),
    );
  });
  test('over an open bass the open string that fits is taken (common practice): D7 seven frets up is A7 over open 5', () => {
    const found = moveGrip(std, frets('xx0212'), 7);
    expect(found.ok && [fretsText(found.value.frets), found.value.name.name]).toEqual(['x0x989', 'A7']);
    const e = moveGrip(std, frets('xx0232'), 2);
    expect(e.ok && [fretsText(e.value.frets), e.value.name.name]).toEqual(['0xx454', 'E']);
    const kept = moveGrip(std, frets('022100'), 5);
    expect(kept.ok && fretsText(kept.value.frets)).toBe('077600');
  });
  test('off the neck is refused with the string', () => {
    const refused = moveGrip(std, frets('x32010'), -1);
    expect(!refused.ok && refused.fault).toMatchObject({ place: { string: 2 } });
    expect(moveGrip(std, frets('xx0212'), 19).ok).toBe(false);
  });
  test('to a root: count from F at fret 1 to A → four frets; the nearest way is taken', () => {
    const to = (text: string, root: 'A' | 'E') => fretsToRoot(std, frets(text), { letter: root, alter: 0 });
    expect(to('133211', 'A')).toEqual({ ok: true, value: 4 });
    expect(to('577655', 'E')).toEqual({ ok: true, value: -5 + 12 });
  });
});

describe('moved across the strings', () => {
  const across = (text: string, by: number, name = 'std') => moveAcross(guitar(name), frets(text), by);
  test('G7 to C7: string 2 is corrected; the same frets would be a C minor seventh (common practice)', () => {
    const result = across('3x343x', 1);
    expect(result.ok && [fretsText(result.value.frets), result.value.name.name]).toEqual(['x3x353', 'C7']);
    expect(result.ok && [result.value.corrected, result.value.uncorrectedName]).toEqual([[2], 'Cm7']);
  });
  test('every interval is kept in every tuning', () => {
    const shapes = fc.constantFrom('3x343x', 'xx5453', '577xxx', 'x3545x', 'xx777x');
    fc.assert(
      fc.property(
        shapes,
        fc.constantFrom(...tuningTable),
        fc.constantFrom(-2, -1, 1, 2),
        (text, shipped, by) => {
          const instrument = guitar(shipped.id);
          const result = moveAcross(instrument, frets(text), by);
          fc.pre(result.ok);
          const steps = (grip: (number | null)[]) => {
            const midis = gripTones(instrument.tuning, grip).map(({ midi }) => midi);
            return midis.map((midi) => midi - midis[0]!);
          };
          expect(steps(result.value.frets)).toEqual(steps(frets(text)));
        },
      ),
    );
  });
  test('past the edge is refused', () => expect(across('x32010', 1).ok).toBe(false));
});

describe('diminished partners', () => {
  test('D7 with its root one fret toward the body is D#dim7, and back four sevenths (common practice)', () => {
    const [up] = diminishedPartners(std, frets('xx0212'), mediumHand);
    expect([fretsText(up!.frets), up!.name]).toEqual(['xx1212', 'D#dim7']);
    const roots = diminishedPartners(std, frets('xx1212'), mediumHand).map(
      ({ frets: grip }) => nameGrip(std.tuning, grip).root,
    );
    expect(roots.sort()).toEqual(['Ab', 'B', 'D', 'F']);
  });
  test('the shape repeats every three frets with the same four tones (common practice)', () => {
    const classes = (by: number) =>
      new Set(gripTones(std.tuning, moved('xx1212', by).frets).map(({ midi }) => modulo(midi, 12)));
    for (const by of [3, 6, 9, 12]) expect(classes(by)).toEqual(classes(0));
    expect(classes(1)).not.toEqual(classes(0));
  });
  test('other chords have none', () =>
    expect(diminishedPartners(std, frets('x32010'), mediumHand)).toEqual([]));
});

describe('symmetrical chords are named by what follows', () => {
  const named = (text: string, next: 'E' | 'G' | 'D' | undefined) =>
    nameGrip(std.tuning, frets(text), { ...(next ? { next: { letter: next, alter: 0 } } : {}) }).root;
  test('a diminished seventh is the leading tone of the next chord', () => {
    expect(named('xx1212', 'E')).toBe('D#');
    expect(named('xx1212', 'G')).toBe('F#');
    expect(named('xx1212', undefined)).toBe('D#');
  });
  test('an augmented triad is the dominant of the next chord', () => expect(named('x54332', 'G')).toBe('D'));
  test('a key decides a little: F#dim7 in G unless the bass says otherwise', () =>
    expect(nameGrip(std.tuning, frets('2x121x'), { key: key('G') }).name).toBe('F#dim7'));
});

describe('functions in a key', () => {
  const functionOf = (text: string, name: string) =>
    nameGrip(std.tuning, frets(text), { key: key(name) }).functionName;
  test.each([
    ['x02020', 'D', 'V7'],
    ['022000', 'G', 'vi'],
    ['xx1212', 'E', 'vii°7'],
    ['x32010', 'D', 'bVII'],
    ['x02220', 'E', 'IV'],
    ['xx0212', 'C', 'II7'],
    ['x02210', 'Am', 'i'],
  ])('%s in %s is %s', (text, name, wanted) => expect(functionOf(text, name)).toBe(wanted));
});

describe('a teacher’s name checked', () => {
  const claim = (text: string, name: string) => checkClaim(std, frets(text), chord(name)).sentence;
  test('what is missing, what is foreign, and the nearest grip', () => {
    expect(claim('3x003x', 'G')).toBe('contains no B, so not G; nearest grip: string 5 fret 2');
    expect(claim('300003', 'G')).toBe('contains A, so not G; nearest grip: string 5 fret 2');
    expect(claim('xxx555', 'A')).toMatch(/^contains no C#, no |^contains no C# and contains C/);
  });
  test('three equal frets on the top strings are minor (common practice)', () =>
    expect(checkClaim(std, frets('xxx555'), chord('A')).holds).toBe(false));
  test('a claim that holds, whole or without its fifth', () => {
    expect(claim('x32010', 'C')).toBe('C: every tone of it sounds and no other');
    expect(claim('xx3x45', 'F7')).toBe('F7 without its C');
  });
  test('the change proposed makes the claim hold', () => {
    fc.assert(
      fc.property(
        fc.array(fc.option(fc.integer({ min: 0, max: 5 })), { minLength: 6, maxLength: 6 }),
        fc.constantFrom('C', 'G7', 'Am', 'D'),
        (grip, name) => {
          fc.pre(grip.some((fret) => fret !== null));
          const { holds, changes } = checkClaim(std, grip, chord(name));
          fc.pre(!holds && changes.length > 0);
          const mended = grip.map((fret, index) => {
            const change = changes.find(({ string }) => string === 6 - index);
            return change ? change.fret : fret;
          });
          expect(checkClaim(std, mended, chord(name)).holds).toBe(true);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('parts, copies and lists', () => {
  test('fragments of a barre are easier than the barre and keep its root', () => {
    const whole = fingerGrip(frets('133211'), std, mediumHand)!.costMm;
    const parts = fragments(std, frets('133211'), mediumHand);
    expect(parts.length).toBeGreaterThan(3);
    for (const part of parts) {
      expect(fingerGrip(part.frets, std, mediumHand)!.costMm).toBeLessThan(whole);
      expect(nameGrip(std.tuning, part.frets).root).toBe('F');
    }
  });
  test('open G: s4 and s1 are an octave apart, so a copy keeps its frets (common practice)', () => {
    const copies = octaveCopies(guitar('open-g'), frets('xx5xxx'), mediumHand).map(({ frets: grip }) =>
      fretsText(grip),
    );
    expect(copies).toContain('xxxxx5');
  });
  test('thirds in G on strings 3 and 2 start G/B, A/C, B/D (scale of G)', () =>
    expect(
      doubleStops(std, key('G'), [3, 2], 2)
        .slice(0, 3)
        .map(({ frets: pair, pitches }) => `${pair.join('-')} ${pitches.join(' ')}`),
    ).toEqual(['0-0 G3 B3', '2-1 A3 C4', '4-3 B3 D4']));
  test('sixths in E on strings 3 and 1: E over G# at frets 1 and 0', () => {
    const [first] = doubleStops(std, key('E'), [3, 1], 5);
    expect(first).toMatchObject({ frets: [1, 0], pitches: ['G#3', 'E4'], interval: 'minor sixth' });
  });
  test('open G under a slide: I at 0 and 12, IV at 5, V at 7 (common practice)', () => {
    const at = slideTriads(guitar('open-g'), key('G'))
      .filter(({ strings }) => strings[0] === 4)
      .map(({ fret, root }) => `${root}${fret}`);
    expect(at.slice(0, 4)).toEqual(['G0', 'C5', 'D7', 'G12']);
  });
});

describe('the fretted-barre template', () => {
  test('10 12 12 11 10 10 in standard is open D an octave up (common practice)', () => {
    const template = retuningTemplate(tuning('std'), tuning('open-d'), std, mediumHand)!;
    expect(fretsText(template.frets)).toBe('10-12-12-11-10-10');
    expect(template.aboveSemitones).toBe(12);
  });
  test('none to the same tuning; none where no hand holds it', () => {
    expect(retuningTemplate(tuning('std'), tuning('std'), std, mediumHand)).toBeUndefined();
    expect(retuningTemplate(tuning('std'), tuning('A1A2D3G3C4G4'), std, mediumHand)).toBeUndefined();
  });
});

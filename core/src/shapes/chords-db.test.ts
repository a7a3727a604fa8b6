import { Chord as TonalChord, Note } from 'tonal';
import { expect, test } from 'vitest';
import { modulo, pitchClassOf } from '../pitch/index.ts';
import { dataSetShapes } from '../testing/chords-db.ts';
import { tuning } from '../testing/parsed.ts';
import { gripTones, nameGrip, parseChord } from './index.ts';

/** The data set's kinds in our spelling, where they differ. Slash chords and the two below are judged apart. */
const ourSuffix: Readonly<Record<string, string>> = {
  major: '',
  minor: 'm',
  '69': '6/9',
  m69: 'm6/9',
  aug7: '7#5',
  aug9: '9#5',
};
/** tonal's spelling of kinds it knows under another name. */
const tonalSuffix: Readonly<Record<string, string>> = {
  major: '',
  minor: 'm',
  '69': '6/9',
  aug7: '7#5',
  aug9: '9#5',
};
/** Kinds that tonal does not define, by degrees in semitones (common practice). */
const otherwise: Readonly<Record<string, readonly number[]>> = {
  maj11: [0, 4, 7, 11, 2, 5],
  m69: [0, 3, 7, 9, 2],
  mmaj7: [0, 3, 7, 11],
  mmaj7b5: [0, 3, 6, 11],
  mmaj9: [0, 3, 7, 11, 2],
  mmaj11: [0, 3, 7, 11, 2, 5],
  maj7b5: [0, 4, 6, 11],
  '9b5': [0, 4, 6, 10, 2],
  aug9: [0, 4, 8, 10, 2],
  '11': [0, 4, 7, 10, 2, 5],
  maj13: [0, 4, 7, 11, 2, 5, 9],
};
/** “alt” and “7sg” have no agreed tones. */
const undefinedKinds = ['alt', '7sg'];

/** Pitch classes of a data set chord, or undefined when its tones are not agreed upon. */
function tonesOf(key: string, suffix: string): Set<number> | undefined {
  const root = Note.chroma(key);
  const [kind = '', bass] = suffix.split('/');
  const own = otherwise[kind];
  if (own) return new Set(own.map((step) => (root + step) % 12));
  const chord = TonalChord.get(key + (tonalSuffix[kind] ?? kind));
  if (undefinedKinds.includes(suffix) || chord.empty) return undefined;
  const tones = new Set(chord.notes.map((note) => Note.chroma(note)));
  if (bass) tones.add(Note.chroma(bass));
  return tones;
}

test('for every data set shape whose tones are all in its chord, our ranked names contain that chord', () => {
  const std = tuning('std');
  let [judged, inversions] = [0, 0];
  const wrong: string[] = [];
  for (const { key, suffix, frets } of dataSetShapes) {
    const tones = tonesOf(key, suffix);
    if (!tones) continue;
    const sounding = gripTones(std, frets).map(({ midi }) => modulo(midi, 12));
    if (sounding.some((pitchClass) => !tones.has(pitchClass))) continue;
    if (suffix.includes('/')) {
      inversions += 1;
      continue;
    }
    judged += 1;
    const wanted = parseChord(key + (ourSuffix[suffix] ?? suffix));
    const { name, alternatives } = nameGrip(std, frets);
    const names = [name, ...alternatives].map((each) => parseChord(each ?? ''));
    const holds = names.some(
      (each) =>
        each.ok &&
        wanted.ok &&
        each.value.kind.suffix === wanted.value.kind.suffix &&
        pitchClassOf(each.value.root) === pitchClassOf(wanted.value.root),
    );
    if (!holds) wrong.push(`${key}${suffix}: ${frets.map((fret) => fret ?? 'x').join(' ')} → ${name ?? '–'}`);
  }
  expect(judged).toBeGreaterThan(1500);
  expect(inversions).toBeGreaterThan(50);
  // The data set's slip: C E G D without the Bb that makes a C9.
  expect(wrong).toEqual(['C9: 0 3 2 0 3 0 → Cadd9/E']);
});

test('slash chords of the data set: the name has that bass where the shape has it lowest', () => {
  const std = tuning('std');
  let judged = 0;
  for (const { key, suffix, frets } of dataSetShapes) {
    const [kind = '', bass] = suffix.split('/');
    if (bass === undefined || !['', 'm'].includes(kind)) continue;
    const tones = gripTones(std, frets);
    const lowest = Math.min(...tones.map(({ midi }) => midi));
    if (lowest % 12 !== Note.chroma(bass)) continue;
    judged += 1;
    const named = nameGrip(std, frets);
    if (named.name !== null) expect(Note.chroma(named.bass), `${key}${suffix}`).toBe(Note.chroma(bass));
  }
  expect(judged).toBeGreaterThan(50);
});

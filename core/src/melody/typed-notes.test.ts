import { describe, expect, test } from 'vitest';
import { openMidi } from '../instrument/index.ts';
import { spellMidi, pitchText } from '../pitch/index.ts';
import { written } from '../testing/written.ts';
import { readNotes, type TypingOptions } from './index.ts';

const score = written(['', '']);
const at: TypingOptions = { at: { bar: 0, tick: 0 }, grid: 480 };
const read = (text: string, options: Partial<TypingOptions> = {}) => {
  const typed = readNotes(score, text, { ...at, ...options });
  if (!typed.ok) return `${typed.fault.reason} at ${typed.fault.from}–${typed.fault.to}`;
  return typed.clip.notes
    .map(({ atTicks, note }) => {
      const midi = openMidi(score.tuning, note.string) + note.fret;
      return `${pitchText(spellMidi(midi, score.key))}@${atTicks}/${note.durationTicks}`;
    })
    .join(' ');
};

describe('a line of notes', () => {
  test('pitches with lengths that go on until the next', () =>
    expect(read('F#4 e. A4 s B4 q G4')).toBe('F#4@0/720 A4@720/240 B4@960/960 G4@1920/960'));
  test('without a length the slots of the grid, without an octave the nearest', () =>
    expect(read('E G A C')).toBe('E4@0/480 G4@480/480 A4@960/480 C5@1440/480'));
  test('rests, triplets, added lengths and notes together', () =>
    expect(read('r q C4 qt D4 E4 C4+E4 q~e')).toBe(
      'C4@960/640 D4@1600/640 E4@2240/640 C4@2880/1440 E4@2880/1440',
    ));
  test('bar lines are checked', () => {
    expect(read('C4 w | D4 h E4 |')).toBe('C4@0/3840 D4@3840/1920 E4@5760/1920');
    expect(read('C4 h. | D4')).toBe('No bar line falls here at 6–7');
    expect(read('C4 h | D4', { at: { bar: 0, tick: 1920 } })).toBe('C4@0/1920 D4@1920/1920');
    expect(read('C4 w D4 w E4 w | G4 w |')).toContain('G4@11520');
  });
  test('German names where they are chosen', () =>
    expect(read('H3 q B3', { language: 'german' })).toBe('B3@0/960 Bb3@960/960'));
  test('every note lies on a string of its own', () => {
    const typed = readNotes(score, 'E4+B4+G4 q', at);
    expect(typed.ok && new Set(typed.clip.notes.map(({ note }) => note.string)).size).toBe(3);
  });
  test.each([
    ['', 'Nothing is typed yet at 0–0'],
    ['C4 q X4', '“X4” is no note at 5–7'],
    ['q C4', 'A length stands without its note at 0–1'],
    ['C4 q q', 'A length stands without its note at 5–6'],
    ['C4 C9 q', 'No string holds this note at 3–5'],
    ['E2+F2 q', 'The strings cannot hold these notes together at 0–5'],
  ])('“%s” is pointed at', (text, said) => expect(read(text)).toBe(said));
});

import { modulo } from './pitch.ts';

const simpleNames = [
  'unison',
  'minor second',
  'major second',
  'minor third',
  'major third',
  'fourth',
  'tritone',
  'fifth',
  'minor sixth',
  'major sixth',
  'minor seventh',
  'major seventh',
] as const;

/** What players call a number of semitones, either way: 3 is "minor third", 12 "octave", 16 "octave and major third". */
export function intervalName(semitones: number): string {
  const size = Math.abs(semitones);
  const simple = simpleNames[modulo(size, 12)] ?? 'unison';
  const octaves = Math.floor(size / 12);
  if (octaves === 0) return simple;
  const whole = octaves === 1 ? 'octave' : `${octaves} octaves`;
  return size % 12 === 0 ? whole : `${whole} and ${simple}`;
}

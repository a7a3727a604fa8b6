import type { Degree } from '../pitch/index.ts';

/** A kind of chord: how its symbol ends, the degrees it is built of, and how far it is from an everyday chord. */
export interface ChordKind {
  readonly suffix: string;
  readonly degrees: readonly Degree[];
  /** Degrees without which the name would not be used. The root is always among them. */
  readonly needs: readonly Degree[];
  /** 0 for the plainest names; higher names lose against lower ones that explain the same tones. */
  readonly rarity: number;
  /** Degrees that may sound too, and are not missed when they do not: the ninth in a thirteenth. */
  readonly optional: readonly Degree[];
}

const words = (text: string): string[] => (text === '' ? [] : text.split(' '));

const kind = (suffix: string, degrees: string, rarity: number, needs = '', optional = ''): ChordKind => ({
  suffix,
  degrees: words(degrees),
  needs: words(needs),
  rarity,
  optional: words(optional),
});

/** Chord kinds of acoustic blues, ragtime and folk (common practice). `needs` lists what must sound besides the root. */
export const chordTable: readonly ChordKind[] = [
  kind('', '1 3 5', 0),
  kind('m', '1 b3 5', 0.2, 'b3'),
  kind('5', '1 5', 0.5, '5'),
  kind('7', '1 3 5 b7', 0.5, 'b7'),
  kind('m7', '1 b3 5 b7', 0.8, 'b3 b7'),
  kind('maj7', '1 3 5 7', 0.8, '3 7'),
  kind('dim7', '1 b3 b5 bb7', 0.8, 'b3 b5 bb7'),
  kind('dim', '1 b3 b5', 1, 'b3 b5'),
  kind('aug', '1 3 #5', 1, '3 #5'),
  kind('6', '1 3 5 6', 1.2, '3 6'),
  kind('m6', '1 b3 5 6', 1.5, 'b3 6'),
  kind('m7b5', '1 b3 b5 b7', 1.4, 'b3 b5 b7'),
  kind('sus4', '1 4 5', 1.5, '4 5'),
  kind('sus2', '1 2 5', 1.5, '2 5'),
  kind('7sus4', '1 4 5 b7', 1.7, '4 b7'),
  kind('add9', '1 3 5 9', 1.6, '3 9'),
  kind('madd9', '1 b3 5 9', 1.9, 'b3 9'),
  kind('9', '1 3 5 b7 9', 1.8, 'b7 9'),
  kind('m9', '1 b3 5 b7 9', 2, 'b3 b7 9'),
  kind('maj9', '1 3 5 7 9', 2, '3 7 9'),
  kind('7b9', '1 3 5 b7 b9', 2.2, '3 b7 b9'),
  kind('7#9', '1 3 5 b7 #9', 2.2, '3 b7 #9'),
  kind('7#5', '1 3 #5 b7', 2, '3 #5 b7'),
  kind('7b5', '1 3 b5 b7', 2.2, '3 b5 b7'),
  kind('mmaj7', '1 b3 5 7', 2, 'b3 7'),
  kind('6/9', '1 3 5 6 9', 2, '3 6 9'),
  kind('13', '1 3 5 b7 13', 2.3, '3 b7 13', '9'),
  kind('9sus4', '1 4 5 b7 9', 2.4, '4 b7 9'),
  kind('(b5)', '1 3 b5', 2.6, '3 b5'),
  kind('11', '1 5 b7 11', 2.7, 'b7 11', '3 9'),
  kind('m11', '1 b3 5 b7 11', 2.7, 'b3 b7 11', '9'),
  kind('maj11', '1 5 7 11', 2.9, '7 11', '3 9'),
  kind('maj13', '1 3 5 7 13', 2.7, '7 13', '9 11'),
  kind('maj7b5', '1 3 b5 7', 2.7, '3 b5 7'),
  kind('maj7#5', '1 3 #5 7', 2.7, '3 #5 7'),
  kind('m6/9', '1 b3 5 6 9', 2.6, 'b3 6 9'),
  kind('mmaj7b5', '1 b3 b5 7', 3, 'b3 b5 7'),
  kind('mmaj9', '1 b3 5 7 9', 2.7, 'b3 7 9'),
  kind('mmaj11', '1 b3 5 7 11', 3, 'b3 7 11', '9'),
  kind('9b5', '1 3 b5 b7 9', 2.7, 'b5 b7 9'),
  kind('9#5', '1 3 #5 b7 9', 2.7, '#5 b7 9'),
  kind('9#11', '1 3 5 b7 9 #11', 2.8, 'b7 #11'),
];

/** Other ways to write a kind (common practice), each lower-cased unless case tells kinds apart. */
export const suffixAliases: Readonly<Record<string, string>> = {
  M: '',
  maj: '',
  major: '',
  min: 'm',
  minor: 'm',
  '-': 'm',
  '+': 'aug',
  '°': 'dim',
  o: 'dim',
  '°7': 'dim7',
  o7: 'dim7',
  ø: 'm7b5',
  ø7: 'm7b5',
  min7: 'm7',
  '-7': 'm7',
  min7b5: 'm7b5',
  M7: 'maj7',
  ma7: 'maj7',
  major7: 'maj7',
  M9: 'maj9',
  dom7: '7',
  '+7': '7#5',
  '7+': '7#5',
  aug7: '7#5',
  aug9: '9#5',
  sus: 'sus4',
  '7sus': '7sus4',
  '69': '6/9',
  m69: 'm6/9',
  mM7: 'mmaj7',
  add2: 'add9',
  'maj7+5': 'maj7#5',
};

import { fail, ok, type Result } from '../fault/index.ts';
import { scoreLimits } from '../score/index.ts';
import { chordOfNumeral } from '../shapes/index.ts';

/** One chord of a form: its numeral, and the beat from 1 it comes in on; undefined shares the bar evenly. */
export interface FormChord {
  readonly numeral: string;
  readonly beat: number | undefined;
}

/** One bar of a form. */
export interface FormBar {
  readonly chords: readonly FormChord[];
  /** Beats more (above 0) or less (below 0) than the bars of the piece have. */
  readonly moreBeats: number;
}

const barPattern = /^([^()]+?)(?:\(([+-]\d{1,2})\))?$/;
const howToWrite =
  'Write one bar after the other, such as I IV7 I,V7@4 V(+2): a comma between two chords of a bar, @ before the beat a chord comes in on, beats more or less in brackets, % for the bar before';

/**
 * Reads a form in Roman numerals, one word a bar; strokes between bars are for the eye. "I,V7" shares a bar evenly, "I,V7@4" has V7 on beat
 * 4, "V7@3" holds the chord before until then, "V(+2)" has two beats more, "%" is the bar before once more.
 */
export function parseForm(text: string): Result<FormBar[]> {
  const words = text.split(/[\s|]+/).filter(Boolean);
  if (words.length === 0) return fail('A form has at least one bar', howToWrite);
  if (text.length > scoreLimits.formLength)
    return fail(
      'The form is too long',
      `Write it in ${scoreLimits.formLength} letters, with % for the bar before`,
    );
  if (words.length > scoreLimits.bars)
    return fail(`A form has at most ${scoreLimits.bars} bars`, 'Take some out');
  const bars: FormBar[] = [];
  for (const [index, word] of words.entries()) {
    const before = bars.at(-1);
    if (word === '%' && before) bars.push(before);
    else {
      const bar = parseBar(word);
      if (!bar.ok) return { ...bar, fault: { ...bar.fault, place: { bar: index + 1 } } };
      bars.push(bar.value);
    }
  }
  return ok(bars);
}

function parseBar(word: string): Result<FormBar> {
  const [, chordsText = '', more = '0'] = barPattern.exec(word) ?? [];
  const chords: FormChord[] = [];
  for (const part of chordsText.split(',')) {
    const [, numeral = '', beatText] = /^([^@]+)(?:@(\d{1,2}))?$/.exec(part) ?? [];
    const beat = beatText === undefined ? undefined : Number(beatText);
    const chord = chordOfNumeral(numeral, { tonic: 'C', mode: 'major' });
    if (!chord.ok) return fail(`“${word}” is not a bar of a form: ${chord.fault.reason}`, howToWrite);
    if (beat === 0 || (beat !== undefined && beat <= (chords.at(-1)?.beat ?? 0)))
      return fail(`In “${word}” a chord comes in before the one it follows`, howToWrite);
    chords.push({ numeral, beat });
  }
  return ok({ chords, moreBeats: Number(more) });
}

/** A form as it is written, four bars to a stroke. */
export function formText(bars: readonly FormBar[]): string {
  const words = bars.map(barText);
  return words.map((word, index) => (index > 0 && index % 4 === 0 ? `| ${word}` : word)).join(' ');
}

/** One bar of a form as it is written: "I,V7@4". */
export const barText = ({ chords, moreBeats }: FormBar): string =>
  chords.map(({ numeral, beat }) => numeral + (beat === undefined ? '' : `@${beat}`)).join(',') +
  (moreBeats === 0 ? '' : `(${moreBeats > 0 ? '+' : ''}${moreBeats})`);

/** Where each chord of a bar comes in, in beats from 1: those without a beat share the bar evenly, on whole beats. */
export function chordBeats({ chords }: FormBar, beats: number): number[] {
  return chords.map(
    ({ beat }, index) => beat ?? 1 + Math.floor((index * beats) / Math.max(1, chords.length)),
  );
}

import { metreFrom, scoreLimits, type Bar } from '../../score/index.ts';
import { shortened } from '../../text/index.ts';

/** What is said of a bar as a whole, over its strings: `[A] [3/4] [1.] [x3] [tempo 96] [swing 60] [pickup 1/4]`. */
export type BarMarks = Partial<
  Pick<Bar, 'metre' | 'section' | 'pickup' | 'endings' | 'repeatTimes' | 'tempoBpm' | 'swingPercent'>
>;

/** The marks of a bar, given the metre before it. */
export function writeMarks(bar: Bar, before: Bar['metre']): string {
  const { metre, section, pickup, endings, repeatTimes = 0, tempoBpm, swingPercent } = bar;
  const fraction = `${metre.beats}/${metre.unit}`;
  return [
    section && `[${sectionText(section.name)}]`,
    pickup && `[pickup ${fraction}]`,
    !pickup && (metre.beats !== before.beats || metre.unit !== before.unit) && `[${fraction}]`,
    endings && `[${endings.map((each) => `${each}.`).join('')}]`,
    repeatTimes > 2 && `[x${repeatTimes}]`,
    tempoBpm !== undefined && `[tempo ${tempoBpm}]`,
    swingPercent !== undefined && `[swing ${swingPercent}]`,
  ]
    .filter((mark) => typeof mark === 'string')
    .join(' ');
}

const readers: readonly (readonly [RegExp, (found: RegExpExecArray) => BarMarks | undefined])[] = [
  [/^pickup (\d{1,2})\/(\d{1,2})$/i, ([, beats, unit]) => withMetre(beats, unit, { pickup: true })],
  [/^(\d{1,2})\/(\d{1,2})$/, ([, beats, unit]) => withMetre(beats, unit, {})],
  [
    /^((?:[1-9]\.){1,9})$/,
    ([, text = '']) => ({
      endings: [...text.matchAll(/\d/g)].map(([digit]) => Number(digit)),
    }),
  ],
  [/^x([2-9])$/i, ([, times]) => ({ repeatTimes: Number(times) })],
  [/^tempo (\d{2,3}(?:\.\d{1,6})?)$/i, ([, tempo]) => between(Number(tempo), 20, 320, 'tempoBpm')],
  [/^swing (\d{2}(?:\.\d{1,6})?)$/i, ([, swing]) => between(Number(swing), 50, 80, 'swingPercent')],
];

const between = (value: number, least: number, most: number, field: 'tempoBpm' | 'swingPercent') =>
  value >= least && value <= most ? { [field]: value } : undefined;

function withMetre(beats: string | undefined, unit: string | undefined, marks: BarMarks) {
  const metre = metreFrom(Number(beats), Number(unit));
  return metre ? { ...marks, metre } : undefined;
}

/** A section whose name could be taken for another mark says that it is one. */
const sectionText = (name: string): string => {
  const plain = name.replace(/\]/g, ')').replace(/\[/g, '(');
  return readers.some(([pattern]) => pattern.test(plain)) || plain.startsWith('section ')
    ? `section ${plain}`
    : plain;
};

/** What one mark says; anything that is no other mark is the name of a section. */
export function readMark(text: string): BarMarks {
  const words = text.trim();
  for (const [pattern, read] of readers) {
    const found = pattern.exec(words);
    const marks = found && read(found);
    if (marks) return marks;
  }
  const name = shortened(words.replace(/^section /, ''), scoreLimits.textLength);
  return name === '' ? {} : { section: { name } };
}

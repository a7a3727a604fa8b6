import { techniques, type Note } from '../../score/index.ts';
import { fromWord, quoted, wholeNumber } from './signs.ts';

type Marks = Record<string, unknown>;

/** Techniques that set one field to one value: their word says all. */
const flags = techniques.flatMap(({ word, sets }) => {
  const [[field, value] = ['', undefined], ...more] = Object.entries(sets as Marks);
  return more.length > 0 || typeof value === 'object' || field === 'bendCents'
    ? []
    : [{ word: word, field, value }];
});
/** Bends by when the string is pushed and let back. */
const bends = techniques.flatMap(({ word, sets }) =>
  'bendCents' in sets
    ? [
        {
          word: word,
          shape: 'bendShape' in sets ? sets.bendShape : undefined,
          usual: sets.bendCents,
        },
      ]
    : [],
);
/** Parts of a slide and of the glass that a word says. */
const parts = techniques.flatMap(({ word, sets }) =>
  (['slide', 'bottleneck'] as const).flatMap((field) =>
    Object.entries((sets as Marks)[field] ?? {}).map(([part, value]) => ({
      word: word,
      field,
      part,
      value: value as unknown,
    })),
  ),
);
/** Amounts: a word and a number. */
const amounts = [
  { word: 'approach', field: 'slide', part: 'approachFret' },
  { word: 'over', field: 'slide', part: 'overTicks' },
  { word: 'angle', field: 'bottleneck', part: 'angleDegrees' },
  { word: 'cents', field: 'bottleneck', part: 'cents' },
  { word: 'vibrato', field: 'bottleneck', part: 'vibratoCents' },
  { word: 'up', field: 'ornamentFrets', part: undefined },
  { word: 'position', field: 'position', part: undefined },
] as const;
/** Ends as it is written, where the piece's bass notes end otherwise. */
export const plainEnding = 'plain';

export function withoutEnding({ ending: _, ...note }: Note): Note {
  return note;
}

const glassWord = 'glass';
const dampedGlass = 'damped';

/** All that a note carries beside its place and length, as words. */
export function marksText(note: Note): string[] {
  const held = note as Marks;
  const words: string[] = flags.flatMap(({ word, field, value }) => (held[field] === value ? [word] : []));
  if (note.bendCents !== undefined) {
    const bend = bends.find(({ shape }) => shape === note.bendShape);
    words.push(`${bend?.word ?? 'bend'}=${note.bendCents}`);
  }
  if (note.bottleneck) words.push(glassWord);
  if (note.bottleneck?.noise === 'damped') words.push(dampedGlass);
  for (const { word, field, part, value } of parts)
    if ((held[field] as Marks | undefined)?.[part] === value) words.push(word);
  for (const { word, field, part } of amounts) {
    const value = part === undefined ? held[field] : (held[field] as Marks | undefined)?.[part];
    if (typeof value === 'number') words.push(`${word}=${value}`);
  }
  if (note.finger !== undefined) words.push(`finger=${note.finger}`);
  if (note.picking !== undefined) words.push(`pick=${note.picking}`);
  if (note.keepString) words.push('keep');
  if (note.byHand) words.push('byhand');
  if (note.lyric !== undefined) words.push(`lyric=${quoted(note.lyric)}`);
  if (note.comment?.do !== undefined) words.push(`do=${quoted(note.comment.do)}`);
  if (note.comment?.why !== undefined) words.push(`why=${quoted(note.comment.why)}`);
  if (note.id !== undefined) words.push(`id=${note.id}`);
  return words;
}

/** A note with one more mark; undefined where the word is no mark, or its amount none. */
export function withMark(note: Note, text: string): Note | undefined {
  const [name = '', ...rest] = text.split('=');
  const amount = rest.length > 0 ? rest.join('=') : undefined;
  const marked = markOf(note, name, amount);
  return marked && { ...note, ...marked };
}

function markOf(held: Marks, name: string, amount: string | undefined): Marks | undefined {
  const inside = (field: string, part: Marks): Marks => ({
    [field]: { ...(held[field] as Marks | undefined), ...part },
  });
  const bend = bends.find(({ word }) => word === name);
  if (bend) {
    const cents = amount === undefined ? bend.usual : wholeNumber(amount, 1, 1200);
    return cents === undefined
      ? undefined
      : { bendCents: cents, ...(bend.shape ? { bendShape: bend.shape } : {}) };
  }
  if (amount === undefined) {
    const flag = flags.find(({ word }) => word === name);
    if (flag) return { [flag.field]: flag.value };
    const part = parts.find(({ word }) => word === name);
    if (part) return inside(part.field, { [part.part]: part.value });
    if (name === glassWord) return inside('bottleneck', {});
    if (name === dampedGlass) return inside('bottleneck', { noise: 'damped' });
    if (name === 'keep') return { keepString: true };
    if (name === 'byhand') return { byHand: true };
    return undefined;
  }
  const number = amounts.find(({ word }) => word === name);
  if (number) {
    const value = wholeNumber(amount, -61440, 61440);
    if (value === undefined) return undefined;
    return number.part === undefined
      ? { [number.field]: value }
      : inside(number.field, { [number.part]: value });
  }
  const said = fromWord(amount);
  if (said === undefined || said === '') return undefined;
  switch (name) {
    case 'finger':
      return { finger: said === 'T' ? said : Number(said) };
    case 'pick':
      return { picking: said };
    case 'lyric':
      return { lyric: said };
    case 'do':
    case 'why':
      return inside('comment', { [name]: said });
    case 'id':
      return { id: said };
    default:
      return undefined;
  }
}

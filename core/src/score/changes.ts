import { isSameValue } from './same-value.ts';
import { numberOfBar } from './bar-numbers.ts';
import type { Bar, Note, Score, Voice } from './schema.ts';
import { wordsOf } from './sung-words.ts';
import { techniquesOf } from './note-techniques.ts';

/** What changed from one state of a piece to a later one, in a teacher's words: "bars 3–4: bass moved to string 5". Empty: nothing. */
export function changesBetween(before: Score, after: Score): string[] {
  const { pairs, added, removed, isMoved } = matchBars(before, after);
  const byPhrase = new Map<string, number[]>();
  for (const { was, now, index } of pairs)
    for (const phrase of barChanges(was, now)) {
      const bars = byPhrase.get(phrase) ?? [];
      byPhrase.set(phrase, [...bars, numberOfBar(after, index)]);
    }
  return [
    ...settingChanges(before, after),
    ...(removed.length > 0 ? [`${barsText(removed)} of before taken out`] : []),
    ...(added.length > 0 ? [`${barsText(added)} new`] : []),
    ...(isMoved ? ['bars in another order'] : []),
    ...[...byPhrase].map(([phrase, bars]) => `${barsText(bars)}: ${phrase}`),
  ];
}

/** Bars of both states that are the same bar, wherever it stands; indexes of `after` from 0. */
export function matchBars(
  before: Score,
  after: Score,
): {
  readonly pairs: readonly { readonly was: Bar; readonly now: Bar; readonly index: number }[];
  /** Numbers as said, of `after` and of `before`. */
  readonly added: readonly number[];
  readonly removed: readonly number[];
  readonly isMoved: boolean;
} {
  const keyOf = ({ id }: Bar, index: number) => id ?? `at ${index}`;
  const places = new Map(before.bars.map((bar, index) => [keyOf(bar, index), index]));
  const kept = new Set<number>();
  const added: number[] = [];
  const order: number[] = [];
  const pairs = after.bars.flatMap((now, index) => {
    const place = places.get(keyOf(now, index));
    const was = place === undefined ? undefined : before.bars[place];
    if (place === undefined || !was) {
      added.push(numberOfBar(after, index));
      return [];
    }
    kept.add(place);
    order.push(place);
    return [{ was, now, index }];
  });
  const removed = before.bars.flatMap((_, index) => (kept.has(index) ? [] : [numberOfBar(before, index)]));
  const isMoved = order.some((place, index) => index > 0 && place < (order[index - 1] ?? 0));
  return { pairs, added, removed, isMoved };
}

/** "bar 3", "bars 3–4, 7". */
export function barsText(numbers: readonly number[]): string {
  const ranges: [number, number][] = [];
  for (const number of numbers) {
    const last = ranges.at(-1);
    if (last && number === last[1] + 1) last[1] = number;
    else ranges.push([number, number]);
  }
  const text = ranges.map(([from, to]) => (from === to ? String(from) : `${from}–${to}`)).join(', ');
  return `${numbers.length === 1 ? 'bar' : 'bars'} ${text}`;
}

type Setting = readonly [words: string, value: (score: Score) => unknown, says?: (score: Score) => string];

const settings: readonly Setting[] = [
  ['title', ({ title }) => title, ({ title }) => `“${title}”`],
  ['player', ({ player }) => player, ({ player }) => player || 'nobody'],
  ['key', ({ key }) => key, ({ key }) => `${key.tonic}${key.mode === 'minor' ? 'm' : ''}`],
  ['tuning', ({ tuning }) => tuning, ({ tuning }) => tuning.name],
  ['capo', ({ capo }) => capo, ({ capo }) => (capo === 0 ? 'none' : `fret ${capo}`)],
  ['tempo', ({ tempoBpm }) => tempoBpm, ({ tempoBpm }) => `♩ ${tempoBpm}`],
  ['swing', ({ swingPercent }) => swingPercent, ({ swingPercent }) => `${swingPercent} %`],
  ['thumb pattern', ({ thumbPattern }) => thumbPattern, ({ thumbPattern }) => thumbPattern],
  ['own patterns', ({ patterns }) => patterns],
  ['how bass notes end', ({ bassEnding }) => bassEnding],
  ['picking fingers', ({ pickingSchool }) => pickingSchool],
  ['strings and scale', ({ gauges, scaleMm, fretCount }) => [gauges, scaleMm, fretCount]],
  ['sources', ({ sources }) => sources],
  ['comment on the piece', ({ comment }) => comment],
  ['form', ({ form }) => form, ({ form }) => form ?? 'guessed'],
  ['order of performance', ({ order }) => order],
  ['versions of passages', ({ passages }) => passages],
  ['queries let stand', ({ letStand }) => letStand],
];

const settingChanges = (before: Score, after: Score): string[] =>
  settings.flatMap(([words, value, says]) => {
    if (isSameValue(value(before), value(after))) return [];
    return [says ? `${words} ${says(after)}, was ${says(before)}` : `${words} changed`];
  });

const voiceWords: Readonly<Record<Voice, string>> = { thumb: 'bass', melody: 'melody' };

function barChanges(was: Bar, now: Bar): string[] {
  if (was === now || isSameValue(was, now)) return [];
  return [
    ...(isSameValue(was.metre, now.metre) ? [] : [`metre ${now.metre.beats}/${now.metre.unit}`]),
    ...sectionChanges(was, now),
    ...(isSameValue(was.grips, now.grips) ? [] : [gripWords(was, now)]),
    ...(['thumb', 'melody'] as const).flatMap((voice) => voiceChanges(was, now, voice)),
    ...(isSameValue([was.thumbPattern, was.beatPatterns], [now.thumbPattern, now.beatPatterns])
      ? []
      : ['thumb pattern changed']),
    ...(isSameValue(overBar(was), overBar(now)) ? [] : ['repeats, tempo or loudness changed']),
    ...(isSameValue(wordsOf(was), wordsOf(now)) ? [] : ['sung words changed']),
    ...(isSameValue(was.comment, now.comment) ? [] : ['comment changed']),
    ...(isSameValue(was.told, now.told) ? [] : ['own words of the phrase changed']),
    ...(was.sameAs === now.sameAs
      ? []
      : [now.sameAs === undefined ? 'link broken' : 'linked to another bar']),
  ];
}

function sectionChanges({ section: was }: Bar, { section: now }: Bar): string[] {
  if (isSameValue(was, now)) return [];
  if (!now) return [`section ${was?.name ?? ''} no longer begins`];
  return was?.name === now.name ? [`section ${now.name} changed`] : [`section ${now.name} begins`];
}

const gripWords = ({ grips: was }: Bar, { grips: now }: Bar): string => {
  if (was.length === 0) return now.length === 1 ? 'grip laid' : 'grips laid';
  if (now.length === 0) return was.length === 1 ? 'grip lifted' : 'grips lifted';
  return 'grips changed';
};

const overBar = ({
  pickup,
  repeatStart,
  repeatTimes,
  endings,
  tempoBpm,
  swingPercent,
  dynamics,
}: Bar): unknown => [pickup, repeatStart, repeatTimes, endings, tempoBpm, swingPercent, dynamics];

const count = (number: number, voice: Voice, what: string): string =>
  `${number} ${voiceWords[voice]} ${number === 1 ? 'note' : 'notes'} ${what}`;

/** What became of a voice's notes in a bar: paired by moment and string, what is left by moment alone. */
function voiceChanges(was: Bar, now: Bar, voice: Voice): string[] {
  const [old, fresh] = [was, now].map(({ notes }) => notes.filter((note) => note.voice === voice));
  if (!old || !fresh || isSameValue(old, fresh)) return [];
  const left = [...old];
  const take = (match: (note: Note) => boolean): Note | undefined => {
    const index = left.findIndex(match);
    return index < 0 ? undefined : left.splice(index, 1)[0];
  };
  const changed: (readonly [Note, Note])[] = [];
  const unpaired = fresh.filter((note) => {
    const pair = take(({ tick, string }) => tick === note.tick && string === note.string);
    if (pair) changed.push([pair, note]);
    return !pair;
  });
  const moved: (readonly [Note, Note])[] = [];
  const added = unpaired.filter((note) => {
    const pair = take(({ tick }) => tick === note.tick);
    if (pair) moved.push([pair, note]);
    return !pair;
  });
  return [
    ...movedWords(moved, voice),
    ...(added.length > 0 ? [count(added.length, voice, 'added')] : []),
    ...(left.length > 0 ? [count(left.length, voice, 'taken out')] : []),
    ...changedWords(changed, voice),
  ];
}

function movedWords(moved: readonly (readonly [Note, Note])[], voice: Voice): string[] {
  if (moved.length === 0) return [];
  const strings = [...new Set(moved.map(([, { string }]) => string))];
  return [
    strings.length === 1
      ? `${voiceWords[voice]} moved to string ${strings[0] ?? ''}`
      : `${voiceWords[voice]} moved to strings ${strings.sort().join(' and ')}`,
  ];
}

function changedWords(pairs: readonly (readonly [Note, Note])[], voice: Voice): string[] {
  const frets = pairs.filter(([a, b]) => a.fret !== b.fret).length;
  const lengths = pairs.filter(([a, b]) => a.durationTicks !== b.durationTicks).length;
  const fingers = pairs.filter(
    ([a, b]) => !isSameValue([a.finger, a.picking, a.position], [b.finger, b.picking, b.position]),
  ).length;
  const comments = pairs.filter(([a, b]) => !isSameValue(a.comment, b.comment)).length;
  return [
    ...(frets > 0 ? [count(frets, voice, 'on another fret')] : []),
    ...(lengths > 0 ? [`${voiceWords[voice]} lengths changed`] : []),
    ...markWords(pairs, voice),
    ...(fingers > 0 ? [`fingers of the ${voiceWords[voice]} chosen`] : []),
    ...(comments > 0 ? [`comment on a ${voiceWords[voice]} note changed`] : []),
  ];
}

function markWords(pairs: readonly (readonly [Note, Note])[], voice: Voice): string[] {
  const marks = (note: Note) => new Set(techniquesOf(note).map(({ says }) => says));
  const counts = new Map<string, number>();
  for (const [was, now] of pairs) {
    const [old, fresh] = [marks(was), marks(now)];
    const tell = (phrase: string) => counts.set(phrase, (counts.get(phrase) ?? 0) + 1);
    for (const says of fresh) if (!old.has(says)) tell(`${says} on`);
    for (const says of old) if (!fresh.has(says)) tell(`${says} taken off`);
  }
  return [...counts].map(([says, number]) => `${says} ${count(number, voice, '').trimEnd()}`);
}

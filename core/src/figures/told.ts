import { barChords } from '../form/index.ts';
import { openMidi } from '../instrument/index.ts';
import { modulo, parseSymbol } from '../pitch/index.ts';
import { countedAt, placedNotes, type Score } from '../score/index.ts';
import type { FigureTarget } from './figure-target.ts';
import type { LostNote } from './relocate.ts';

interface Move {
  /** Half steps it sounds higher. */
  readonly by: number;
  readonly lost: readonly LostNote[];
  readonly third: FigureTarget['third'];
  /** Widest reach before and after, in mm. */
  readonly spans: readonly [number, number];
}

/** So many mm more of reach are worth saying. */
const reachSaidMm = 5;

/** What is no longer as it was when a figure has moved, the worst first. */
export function toldOf(before: Score, after: Score, { by, lost, third, spans }: Move): string[] {
  const [was, now] = spans;
  return [
    ...lostSaid(after, lost),
    ...(third === undefined ? [] : [`the third is ${third}`]),
    ...qualitySaid(before, after),
    ...thumbSaid(before, after, by),
    ...openSaid(before, after),
    ...(Math.abs(by) >= 7
      ? [
          `sounds ${Math.abs(by) === 12 ? 'an octave' : `${Math.abs(by)} half steps`} ${by > 0 ? 'higher' : 'lower'}`,
        ]
      : []),
    ...(now - was >= reachSaidMm
      ? [`widest reach ${now} mm, ${was === 0 ? 'none before' : `was ${was}`}`]
      : []),
    ...fingersSaid(before, after),
  ];
}

/** The first few by place, the rest by number. */
function lostSaid({ bars }: Score, lost: readonly LostNote[]): string[] {
  const said = lost.slice(0, 2).map(({ bar, tick, why }) => {
    const metre = bars[bar]?.metre ?? { beats: 4, unit: 4 as const };
    return `bar ${bar + 1}, beat ${countedAt(metre, tick)} cannot be: ${why}`;
  });
  const more = lost.length - said.length;
  return more > 0 ? [...said, `${more} more ${more === 1 ? 'note' : 'notes'} cannot be`] : said;
}

/** Chords whose kind is another now. */
function qualitySaid(before: Score, after: Score): string[] {
  const chords = (score: Score) => score.bars.map((_, index) => barChords(score, index));
  const [was, now] = [chords(before), chords(after)];
  const said = was.flatMap((bar, index) =>
    bar.flatMap((chord, each) => {
      const other = now[index]?.[each];
      const [a, b] = [kindOf(chord.name), kindOf(other?.name)];
      if (a === b) return [];
      return [`${other?.name ?? 'a grip without a plain name'} in place of ${chord.name ?? 'one'}`];
    }),
  );
  return [...new Set(said)];
}

const kindOf = (name: string | undefined): string | undefined => {
  const symbol = name === undefined ? undefined : parseSymbol(name);
  return symbol?.ok ? symbol.value.suffix : name;
};

/** Strokes of the thumb that take another tone than they had. */
function thumbSaid(before: Score, after: Score, by: number): string[] {
  const other = otherStrokes(before, after, by);
  const [first] = other;
  const metre = first && after.bars[first.bar]?.metre;
  if (!first || !metre) return [];
  const more = other.length > 1 ? ` and ${other.length - 1} more` : '';
  return [
    `the bass takes another tone of the grip, bar ${first.bar + 1}, beat ${countedAt(metre, first.tick)}${more}`,
  ];
}

/** The strokes of the thumb that take another tone than they had, an octave being the same. */
export function otherStrokes(before: Score, after: Score, by: number) {
  const strokes = (score: Score) =>
    placedNotes(score, 'thumb').map(({ atTicks, bar, note }) => ({
      atTicks,
      bar,
      tick: note.tick,
      midi: openMidi(score.tuning, note.string) + note.fret,
    }));
  const was = new Map(strokes(before).map(({ atTicks, midi }) => [atTicks, midi]));
  return strokes(after).filter(
    ({ atTicks, midi }) => modulo(midi - by - (was.get(atTicks) ?? midi - by), 12) !== 0,
  );
}

function openSaid(before: Score, after: Score): string[] {
  const open = (score: Score) =>
    score.bars.reduce(
      (sum, { notes }) => sum + notes.filter(({ fret, dead }) => fret === 0 && !dead).length,
      0,
    );
  const [was, now] = [open(before), open(after)];
  const notes = (count: number) => (count === 1 ? '1 note' : `${count} notes`);
  if (now < was) return [`${notes(was - now)} no longer ${was - now === 1 ? 'rings' : 'ring'} open`];
  return now > was ? [`${notes(now - was)} more ${now - was === 1 ? 'rings' : 'ring'} open`] : [];
}

function fingersSaid(before: Score, after: Score): string[] {
  const chosen = (score: Score) =>
    score.bars.reduce((sum, { notes }) => sum + notes.filter(({ finger }) => finger !== undefined).length, 0);
  return chosen(after) < chosen(before) ? ['fingers are chosen anew'] : [];
}

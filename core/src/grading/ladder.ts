import { passagesOf, withVersions } from '../form/index.ts';
import { barTicks, isPicked, type Bar, type Note, type Score, type Ticks } from '../score/index.ts';
import { gradeScore, type Grade } from './grade.ts';

export type LadderOrder = 'thumb-first' | 'melody-first';

export type RungId = 'thumb-alone' | 'melody-alone' | 'pinches' | 'whole' | `version-${string}`;

/** One study of the ladder, cut from the whole one, with its own measured grade. Numbers count from 1. */
export interface Rung {
  readonly number: number;
  readonly id: RungId;
  readonly name: string;
  /** What this rung adds, in a few words. */
  readonly adds: string;
  readonly score: Score;
  readonly grade: Grade;
}

interface RungPlan {
  readonly id: RungId;
  readonly name: string;
  readonly adds: string;
  readonly cut: (bar: Bar) => readonly Note[];
}

type CutId = 'thumb-alone' | 'melody-alone' | 'pinches' | 'whole';

const plans: Record<CutId, RungPlan> = {
  'thumb-alone': {
    id: 'thumb-alone',
    name: 'Thumb alone',
    adds: 'the bass of every bar, grips as written',
    cut: (bar) => bar.notes.filter((note) => note.voice === 'thumb'),
  },
  'melody-alone': {
    id: 'melody-alone',
    name: 'Melody alone',
    adds: 'the tune as written, no bass',
    cut: (bar) => bar.notes.filter((note) => note.voice === 'melody'),
  },
  pinches: {
    id: 'pinches',
    name: 'Pinches',
    adds: 'both hands, only where they strike together',
    cut: pinchesOnly,
  },
  whole: { id: 'whole', name: 'Whole', adds: 'everything, as written', cut: (bar) => bar.notes },
};

const orders: Record<LadderOrder, readonly CutId[]> = {
  'thumb-first': ['thumb-alone', 'melody-alone', 'pinches', 'whole'],
  'melody-first': ['melody-alone', 'thumb-alone', 'pinches', 'whole'],
};

/**
 * Cuts a score into rungs. A rung that would have no notes, or the very notes of the whole or of a rung before it, is left out, so a score
 * without off-beats has three rungs and a bass exercise one. Where passages have a basic version, the rungs before the whole are cut from it,
 * and the whole comes version by version: basic, optional, extended, what stands among them in its place.
 */
export function cutLadder(score: Score, order: LadderOrder = 'thumb-first'): Rung[] {
  return cutRungs(score, order).map(({ id, name, adds, score: cut }, index) => ({
    number: index + 1,
    id,
    name,
    adds,
    score: cut,
    grade: gradeScore(cut),
  }));
}

/** How many rungs the ladder has, without grading them. */
export const countRungs = (score: Score): number => cutRungs(score, 'thumb-first').length;

type CutRung = Pick<Rung, 'id' | 'name' | 'adds' | 'score'>;

function cutRungs(score: Score, order: LadderOrder): CutRung[] {
  const basic = withVersions(score, 'basic');
  const base = basic ?? score;
  const notesOf = (each: Score) => JSON.stringify(each.bars.map((bar) => bar.notes));
  const whole = notesOf(base);
  const parts = orders[order]
    .filter((id) => id !== 'whole')
    .map((id) => ({ ...plans[id], score: cutScore(base, plans[id]) }))
    .filter(({ score: cut }) => cut.bars.some((bar) => bar.notes.length > 0))
    .filter(({ score: cut }) => notesOf(cut) !== whole)
    .filter(
      ({ score: cut }, index, all) => all.findIndex((each) => notesOf(each.score) === notesOf(cut)) === index,
    );
  const standing = score.bars.some((bar) => bar.notes.length > 0) ? [{ ...plans.whole, score }] : [];
  const stands = Math.max(...passagesOf(score).map(({ chosen }) => rankOf(chosen)), 0);
  const versions = rungVersions.flatMap((label): CutRung[] => {
    const cut = withVersions(score, label);
    if (!cut || notesOf(cut) === notesOf(score)) return [];
    const adds = `both hands, passages in their ${label} version`;
    const id = `version-${label}` as const;
    return [{ id, name: `Whole, ${label}`, adds, score: { ...cut, title: `${score.title}: ${label}` } }];
  });
  const isEasier = ({ id }: CutRung) => rankOf(id.replace('version-', '')) < stands;
  return [...parts, ...versions.filter(isEasier), ...standing, ...versions.filter((rung) => !isEasier(rung))];
}

/** Versions that are rungs of their own, in the order a student meets them; others are the teacher’s own affair. */
const rungVersions = ['basic', 'optional', 'extended'] as const;

/** Where a version stands in that order; one with a name of its own stands last. */
function rankOf(label: string): number {
  const rank = (rungVersions as readonly string[]).indexOf(label);
  return rank < 0 ? rungVersions.length : rank;
}

/** Rungs keep the notes they were cut with: no pattern may write the thumb anew. */
function cutScore(score: Score, plan: RungPlan): Score {
  if (plan.id === 'whole') return score;
  const bars = score.bars.map((bar) => ({ ...bar, thumbPattern: 'by-hand', notes: [...plan.cut(bar)] }));
  return { ...score, title: `${score.title}: ${plan.name.toLowerCase()}`, bars };
}

/** Thumb strokes, and the melody notes picked with one, each held up to the next of them. */
function pinchesOnly(bar: Bar): Note[] {
  const thumb = bar.notes.filter((note) => note.voice === 'thumb');
  const strokes = new Set(thumb.map(({ tick }) => tick));
  const melody = bar.notes.filter(
    (note) => note.voice === 'melody' && isPicked(note) && strokes.has(note.tick),
  );
  return bar.notes.flatMap((note) => {
    if (note.voice === 'thumb') return [note];
    return melody.includes(note) ? [{ ...note, durationTicks: lengthUpToNext(note, melody, bar) }] : [];
  });
}

function lengthUpToNext(note: Note, melody: readonly Note[], bar: Bar): Ticks {
  const later = melody.filter(({ tick }) => tick > note.tick).map(({ tick }) => tick);
  return Math.min(barTicks(bar.metre), ...later) - note.tick;
}

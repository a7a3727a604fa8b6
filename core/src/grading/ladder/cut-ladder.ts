import { barsAlone, passagesOf, phrasesOf, sectionName, sectionsOf, withVersions } from '../../form/index.ts';
import { inPlayingOrder, numberOfBar, type Score } from '../../score/index.ts';
import { distinctBars } from '../distinct-bars.ts';
import type { GradeWeights } from '../features.ts';
import { gradeScore, type Grade } from '../grade.ts';
import { simplify } from '../simplify/index.ts';
import { fittedWeights } from '../weights.ts';
import { cuts, type CutId } from './cuts.ts';
import { cutWords, ladderPlans, type LadderOrder } from './plans.ts';

type PlainRungId = CutId | 'whole' | `phrase-${number}` | `section-${number}` | `version-${string}`;
export type RungId = PlainRungId | `before-${PlainRungId}`;

/** One study of the ladder, cut from the whole one, with its own measured grade. Numbers count from 1. */
export interface Rung {
  readonly number: number;
  readonly id: RungId;
  readonly name: string;
  /** What this rung adds, in a few words. */
  readonly adds: string;
  readonly score: Score;
  readonly grade: Grade;
  /** Whether the step up to it is steep and one between can be had. */
  readonly isSteep: boolean;
}

export interface LadderSettings {
  readonly order?: LadderOrder;
  /** Rungs before which one is put between. */
  readonly eased?: readonly RungId[];
  readonly weights?: GradeWeights;
}

export interface Ladder {
  readonly rungs: readonly Rung[];
  /** Rungs of the plan that would have fallen. */
  readonly leftOut: readonly { readonly name: string; readonly points: number }[];
}

/** A step of more grade points than this is steep: more than one new thing at once (from memory). */
export const steepPoints = 1.3;
const rounding = 1e-9;

/**
 * Cuts a score into rungs by a plan of teaching. Rungs only rise: one that would be easier than the one before it, or harder than the whole, is left out, as is one without notes or
 * with the very notes of another. Where passages have a basic version, the rungs before the whole are cut from it, and the whole comes version by version: basic, optional,
 * extended, what stands among them in its place.
 */
export function ladderOf(
  score: Score,
  { order = 'thumb-first', eased = [], weights = fittedWeights }: LadderSettings = {},
): Ladder {
  const graded = easiestFirst(
    cutRungs(score, order).map((rung) => ({ ...rung, grade: gradeScore(rung.score, weights) })),
  );
  const rising = onlyRising(graded);
  const numbered = rising.flatMap((rung, index): Omit<Rung, 'number'>[] => {
    const before = rising[index - 1];
    const isSteep = before !== undefined && rung.grade.points - before.grade.points > steepPoints + rounding;
    const between = before && eased.includes(rung.id) ? rungBetween(before, rung, weights) : undefined;
    return between
      ? [
          { ...between, isSteep: false },
          { ...rung, isSteep: false },
        ]
      : [{ ...rung, isSteep }];
  });
  return {
    rungs: numbered.map((rung, index) => ({ ...rung, number: index + 1 })),
    leftOut: graded
      .filter((rung) => !rising.includes(rung))
      .map(({ name, grade }) => ({ name, points: grade.points })),
  };
}

export const cutLadder = (score: Score, settings?: LadderSettings): readonly Rung[] =>
  ladderOf(score, settings).rungs;

/** One rung as it is cut from a score, ungraded; undefined where the score has no such rung, or it is one put between two others. */
export const cutRung = (score: Score, order: LadderOrder, id: string): Score | undefined =>
  cutRungs(score, order).find((rung) => rung.id === id)?.score;

interface CutRung {
  readonly id: PlainRungId;
  readonly name: string;
  readonly adds: string;
  readonly score: Score;
}
type GradedRung = CutRung & { readonly grade: Grade };

/** Sections by themselves have no order of their own: the easiest comes first. */
function easiestFirst(rungs: readonly GradedRung[]): GradedRung[] {
  const isSection = ({ id }: GradedRung) => id.startsWith('section-');
  const sections = rungs.filter(isSection).sort((a, b) => a.grade.points - b.grade.points);
  return [...sections, ...rungs.filter((rung) => !isSection(rung))];
}

/** Each rung at least as hard as the ones before it; the whole stays whatever it is. */
function onlyRising(rungs: readonly GradedRung[]): GradedRung[] {
  const whole = rungs.findIndex(({ id }) => id === 'whole');
  const most = rungs[whole]?.grade.points ?? Infinity;
  const rising: GradedRung[] = [];
  rungs.forEach((rung, index) => {
    const { points } = rung.grade;
    const isPastWhole = index < whole && points > most;
    const falls = points < (rising.at(-1)?.grade.points ?? 0);
    if (rung.id === 'whole' || (!isPastWhole && !falls)) rising.push(rung);
  });
  return rising;
}

/** The harder one made easier, half way down to the one before it; undefined where nothing lies between. */
function rungBetween(before: GradedRung, rung: GradedRung, weights: GradeWeights) {
  const points = (before.grade.points + rung.grade.points) / 2;
  const { score, grade, reductions } = simplify(rung.score, { points, without: ['tempo'], weights });
  if (grade.points <= before.grade.points || grade.points >= rung.grade.points || reductions.length === 0)
    return undefined;
  return {
    id: `before-${rung.id}` as const,
    name: `Toward ${rung.name.toLowerCase()}`,
    adds: `half of what the next rung adds`,
    score,
    grade,
  };
}

function cutRungs(score: Score, order: LadderOrder): CutRung[] {
  const base = withVersions(score, 'basic') ?? score;
  const whole = notesOf(base);
  const plan = ladderPlans.find((each) => each.order === order);
  const parts = [
    ...(plan?.cuts ?? []).map((id): CutRung => ({ id, ...cutWords[id], score: cuts[id](base) })),
    ...(order === 'phrases' ? phraseRungs(base) : []),
    ...(order === 'sections' ? sectionRungs(base) : []),
  ]
    .filter(({ score: cut }) => cut.bars.some((bar) => bar.notes.length > 0))
    .filter(({ score: cut }) => notesOf(cut) !== whole)
    .filter(
      ({ score: cut }, index, all) => all.findIndex((each) => notesOf(each.score) === notesOf(cut)) === index,
    )
    .map((rung) => ({
      ...rung,
      score: { ...rung.score, title: `${score.title}: ${rung.name.toLowerCase()}` },
    }));
  const standing = score.bars.some((bar) => bar.notes.length > 0)
    ? [{ id: 'whole' as const, ...cutWords.whole, score }]
    : [];
  const stands = Math.max(...passagesOf(score).map(({ chosen }) => rankOf(chosen)), 0);
  const versions = rungVersions.flatMap((label): CutRung[] => {
    const cut = withVersions(score, label);
    if (!cut || notesOf(cut) === notesOf(score)) return [];
    const extra = label === 'basic' ? '' : 'an extra that may be left: ';
    const adds = `${extra}both hands, passages in their ${label} version`;
    const id = `version-${label}` as const;
    return [{ id, name: `Whole, ${label}`, adds, score: { ...cut, title: `${score.title}: ${label}` } }];
  });
  const isEasier = ({ id }: CutRung) => rankOf(id.replace('version-', '')) < stands;
  return [...parts, ...versions.filter(isEasier), ...standing, ...versions.filter((rung) => !isEasier(rung))];
}

const notesOf = (score: Score): string =>
  JSON.stringify(score.bars.map(({ notes }) => [...notes].sort(inPlayingOrder)));

/** The piece up to each phrase that brings something new; sections begin phrases, long ones are cut in fours. */
function phraseRungs(score: Score): CutRung[] {
  const isNew = new Set(distinctBars(score));
  return phrasesOf(score)
    .slice(0, -1)
    .flatMap(({ first, last }, index): CutRung[] => {
      const fresh = Array.from({ length: last - first + 1 }, (_, each) => first + each).filter((bar) =>
        isNew.has(bar),
      );
      if (fresh.length === 0) return [];
      const [from, to] = [numberOfBar(score, first), numberOfBar(score, last)];
      const adds =
        first === 0
          ? `bars ${from} to ${to}, as written`
          : `bars ${from} to ${to}: ${fresh.length} new to learn`;
      return [
        {
          id: `phrase-${index + 1}`,
          name: `To bar ${to}`,
          adds,
          score: { ...score, bars: score.bars.slice(0, last + 1) },
        },
      ];
    });
}

/** Each section that brings something new, by itself. */
function sectionRungs(score: Score): CutRung[] {
  const isNew = new Set(distinctBars(score));
  const sections = sectionsOf(score);
  return sections.length < 2
    ? []
    : sections.flatMap((section, index): CutRung[] => {
        const { first, last } = section;
        const fresh = [...isNew].filter((bar) => bar >= first && bar <= last).length;
        if (fresh === 0) return [];
        const bars =
          first === last
            ? `bar ${numberOfBar(score, first)}`
            : `bars ${numberOfBar(score, first)} to ${numberOfBar(score, last)}`;
        return [
          {
            id: `section-${index + 1}`,
            name: `${sectionName(section, score)} alone`,
            adds: `${bars}, as written: ${fresh} new to learn`,
            score: barsAlone(score, first, last),
          },
        ];
      });
}

/** Versions that are rungs of their own, in the order a student meets them; others are the teacher’s own affair. */
const rungVersions = ['basic', 'optional', 'extended'] as const;

/** Where a version stands in that order; one with a name of its own stands last. */
function rankOf(label: string): number {
  const rank = (rungVersions as readonly string[]).indexOf(label);
  return rank < 0 ? rungVersions.length : rank;
}

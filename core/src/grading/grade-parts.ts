import { barsAlone, phrasesOf, sectionsOf } from '../form/index.ts';
import { numberOfBar, type Score } from '../score/index.ts';
import type { GradeWeights } from './features.ts';
import { gradeScore, type Grade } from './grade.ts';
import { fittedWeights } from './weights.ts';

/** A section or a phrase of a piece, with its own grade. Bars are numbered as printed. */
export interface GradedPart {
  readonly kind: 'section' | 'phrase';
  /** "Verse"; a phrase is called by its bars. */
  readonly name: string;
  readonly fromBar: number;
  readonly toBar: number;
  readonly grade: Grade;
}

/** The grade of each section and of each phrase of four bars, as if it were all there is to play. A piece in one section has phrases alone. */
export function gradeParts(score: Score, weights: GradeWeights = fittedWeights): GradedPart[] {
  const sections = sectionsOf(score);
  const part = (kind: GradedPart['kind'], first: number, last: number, name?: string): GradedPart => {
    const [fromBar, toBar] = [numberOfBar(score, first), numberOfBar(score, last)];
    return {
      kind,
      name: name ?? (fromBar === toBar ? `bar ${fromBar}` : `bars ${fromBar}–${toBar}`),
      fromBar,
      toBar,
      grade: gradeScore(barsAlone(score, first, last), weights),
    };
  };
  const phrases = phrasesOf(score);
  return sections.flatMap(({ name, first, last }) => [
    ...(sections.length > 1 ? [part('section', first, last, name)] : []),
    ...phrases
      .filter((phrase) => phrase.first >= first && phrase.last <= last)
      .map((phrase) => part('phrase', phrase.first, phrase.last)),
  ]);
}

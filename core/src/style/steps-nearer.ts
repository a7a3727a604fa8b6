import type { NoteEnding, Score } from '../score/index.ts';
import { applyThumb, byHand, findPattern, withBassEnding } from '../thumb/index.ts';
import type { Profile } from './profile.ts';

/** One change that brings a piece nearer to a player, as data: it can be handed from a worker to the page. */
export type StyleStep =
  | { readonly kind: 'thumb'; readonly pattern: string }
  | { readonly kind: 'bass-ending'; readonly ending: NoteEnding }
  | { readonly kind: 'swing'; readonly percent: number };

/** The thumb pattern of each kind of bass that one pattern makes. */
export const patternOfKind: Readonly<Record<string, string>> = {
  'one string': 'one-string',
  'two strings in turn': 'two-string',
  'three strings': 'three-string',
  'half-time': 'half-time',
  doubled: 'double-thumb',
  answers: 'answering',
  walk: 'walk',
};
const endings: Readonly<Record<string, NoteEnding>> = {
  rings: 'let-ring',
  stopped: 'stopped',
  'under the palm': 'palm-damped',
  'grip lifted': 'lifted',
};
/** A habit is what more than half of the figures show. */
const habit = 0.5;

/** What a player does in a trait as a change to a piece; undefined where the trait is no single setting, or the player has no habit in it. */
export function stepFor(trait: string, profile: Profile): StyleStep | undefined {
  const measured = profile.traits.find((each) => each.trait.id === trait);
  const [first] = measured?.values ?? [];
  const common = first && first.value > habit ? String(first.name) : undefined;
  switch (trait) {
    case 'thumb-kind': {
      const pattern = common === undefined ? undefined : patternOfKind[common];
      return pattern === undefined ? undefined : { kind: 'thumb', pattern };
    }
    case 'thumb-ending': {
      const ending = common === undefined ? undefined : endings[common];
      return ending && { kind: 'bass-ending', ending };
    }
    case 'swing': {
      const mean = measured?.mean?.value;
      return mean === undefined ? undefined : { kind: 'swing', percent: Math.round(mean) };
    }
    default:
      return undefined;
  }
}

/** The piece with a step taken. A thumb laid by hand stays; endings of single notes, and swing of single bars, go with the piece's. */
export function takeStep(score: Score, step: StyleStep): Score {
  switch (step.kind) {
    case 'swing':
      return {
        ...score,
        swingPercent: step.percent,
        bars: score.bars.map(({ swingPercent: _, ...bar }) => bar),
      };
    case 'bass-ending':
      return { ...withBassEnding(score, step.ending), bassEnding: step.ending };
    case 'thumb':
      return applyThumb({
        ...score,
        thumbPattern: step.pattern,
        bars: score.bars.map((bar) => {
          const { beatPatterns: _, leftOut: __, thumbPattern, section, ...rest } = bar;
          const { thumbPattern: ___, ...named } = section ?? { name: '' };
          return {
            ...rest,
            ...(section ? { section: named } : {}),
            ...(thumbPattern === byHand ? { thumbPattern } : {}),
          };
        }),
      });
  }
}

/** "Thumb: one string", as a button says it. */
export function stepWords(step: StyleStep): string {
  switch (step.kind) {
    case 'swing':
      return `Swing ${step.percent}:${100 - step.percent}`;
    case 'bass-ending':
      return `Bass ${Object.entries(endings).find(([, ending]) => ending === step.ending)?.[0] ?? step.ending}`;
    case 'thumb':
      return `Thumb: ${findPattern(step.pattern)?.name.toLowerCase() ?? step.pattern}`;
  }
}

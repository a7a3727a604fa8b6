import { beatStarts, gripAt, type Finding, type Study } from '../score/index.ts';
import { byHand, findPattern, thumbPatternTable } from './pattern-table.ts';

/** What keeps the thumb from playing: a pattern nobody knows, or beats with no grip under them. */
export const thumbFindings = (study: Study): Finding[] => [
  ...unknownPatterns(study),
  ...beatsWithoutGrip(study),
];

function unknownPatterns(study: Study): Finding[] {
  return study.bars.flatMap((bar, index): Finding[] => {
    const chosen = bar.thumbPattern ?? study.thumbPattern;
    if (chosen === byHand || findPattern(chosen)) return [];
    return [
      {
        severity: 'error',
        code: 'unknown-pattern',
        bar: index + 1,
        beat: 1,
        message: `“${chosen}” is not a thumb pattern`,
        remedy: `Choose one of ${thumbPatternTable.map(({ id }) => id).join(', ')}`,
      },
    ];
  });
}

/** A grip holds until the next, so only the beats before the first grip can be bare: said once, where they begin. */
function beatsWithoutGrip(study: Study): Finding[] {
  for (const [index, bar] of study.bars.entries()) {
    const isPatterned = findPattern(bar.thumbPattern ?? study.thumbPattern) !== undefined;
    const bare = beatStarts(bar.metre).findIndex((tick) => !gripAt(study, index, tick));
    if (bare < 0) return [];
    if (!isPatterned) continue;
    return [
      {
        severity: 'warning',
        code: 'thumb-without-grip',
        bar: index + 1,
        beat: bare + 1,
        message: 'From here the thumb has no grip to play',
        remedy: 'Lay a grip on this beat or before it',
      },
    ];
  }
  return [];
}

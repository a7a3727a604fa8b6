import { beatStarts, gripAt, type Finding, type Study } from '../score/index.ts';
import { byHand, findPattern, thumbPatternTable } from './pattern-table.ts';

/** What keeps the thumb from playing: a pattern nobody knows, or beats with no grip under them. */
export function thumbFindings(study: Study): Finding[] {
  return study.bars.flatMap((bar, index): Finding[] => {
    const chosen = bar.thumbPattern ?? study.thumbPattern;
    if (chosen === byHand) return [];
    const place = { bar: index + 1, beat: 1 };
    if (!findPattern(chosen)) {
      const known = thumbPatternTable.map(({ id }) => id).join(', ');
      return [
        {
          severity: 'error',
          code: 'unknown-pattern',
          ...place,
          message: `“${chosen}” is not a thumb pattern`,
          remedy: `Choose one of ${known}`,
        },
      ];
    }
    const bare = beatStarts(bar.metre).findIndex((tick) => !gripAt(study, index, tick));
    if (bare < 0) return [];
    return [
      {
        severity: 'warning',
        code: 'thumb-without-grip',
        bar: index + 1,
        beat: bare + 1,
        message: 'The thumb has no grip to play here',
        remedy: 'Lay a grip on this beat or before it',
      },
    ];
  });
}

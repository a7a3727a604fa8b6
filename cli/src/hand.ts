import type { FingeringOptions } from '@jocund/core/fingering';
import { mediumHand, type Hand } from '@jocund/core/hands';
import { pickingSchools, usualSchool } from '@jocund/core/score';
import { UsageError, choice, type Arguments } from './command.ts';

const sizes = ['small', 'medium', 'large'] as const;

/** Whose hand a command works for: `--hand SIZE` and `--thumb-over`. */
export const handOf = (args: Arguments, thumbOver = args.flag('thumb-over')): Hand => ({
  size: choice(args, 'hand', sizes, mediumHand.size),
  thumbOver,
});

/** Options of commands that finger a whole score. */
export const fingeringUsage = `[--hand small|medium|large] [--school ${pickingSchools.join('|')}] [--thumb-over yes|no]`;
export const fingeringOptions = { hand: 'text', school: 'text', 'thumb-over': 'text' } as const;

/** Both hands as the options say; without them a medium hand without the thumb, and the score's own school. */
export function fingeringOf(args: Arguments): FingeringOptions {
  const thumb = args.text('thumb-over') ?? 'no';
  if (thumb !== 'yes' && thumb !== 'no') throw new UsageError(`--thumb-over wants yes or no, not “${thumb}”`);
  return {
    hand: handOf(args, thumb === 'yes'),
    school:
      args.text('school') === undefined ? undefined : choice(args, 'school', pickingSchools, usualSchool),
  };
}

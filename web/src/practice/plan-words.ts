import { usualRules, type PlannedBlock } from '@jocund/core/practice';
import { counted } from '../ui/words.ts';
import type { Given } from './given.ts';

const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });
const dayOf = (ms: number): string => day.format(new Date(ms));
const goalWords = ({ goalBpm, goalDate }: Given): string =>
  `♩${goalBpm}${goalDate === null ? '' : ` by ${dayOf(Date.parse(`${goalDate}T12:00`))}`}`;

type PieceBlock = Extract<PlannedBlock, { kind: 'work' | 'review' }>;

/** Why a piece stands in the plan where it does, and what to do with it. */
export function blockWords(block: PieceBlock, given: Given, isFirst: boolean): string {
  if (block.kind === 'review') {
    const { playedMs, dueMs, recall } = block.review;
    return `Learned; once through at ♩${given.goalBpm}. Last played ${dayOf(playedMs)}, due ${dayOf(dueMs)}: ${Math.round(100 * recall)} % likely still there.`;
  }
  const { ladder, daysSince = 0 } = block.hear;
  const next = ladder.steps[ladder.at + 1];
  const missing = usualRules.cleanToRise - ladder.clean;
  const step = `${ladder.clean} of ${usualRules.cleanToRise} clean at ♩${ladder.tempoBpm}${next === undefined ? '' : `; ${missing} more ${missing === 1 ? 'opens' : 'open'} ♩${next}`}.`;
  switch (block.reason) {
    case 'late':
      return `The goal was ${goalWords(given)}. ${step}`;
    case 'due':
      return `The goal is near: ${goalWords(given)}. ${step}`;
    case 'stuck':
      return `No step for a while at ♩${ladder.tempoBpm}: two bars alone, or slower.`;
    case 'rested':
      return `Not played for ${counted(daysSince, 'day')}. Begin slowly. ${step}`;
    case 'new':
      return `New: slowly from ♩${ladder.tempoBpm}, no hurry.`;
    case 'hurts':
      return 'It hurt not long ago. Slowly, and stop at once if it does again.';
    case 'reached':
    case 'fades':
    case 'kept':
    case 'going on':
      return `${isFirst ? 'Hardest first, while the hands are fresh. ' : ''}${step}`;
  }
}

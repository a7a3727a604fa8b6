import { planRetuning, type Tuning } from '../instrument/index.ts';
import { keyText } from '../pitch/index.ts';
import type { Passage } from './passage.ts';
import type { FoundTuning } from './found-tuning.ts';
import { openFunctions } from './open-functions.ts';

const counted = (count: number, one: string, many = `${one}s`): string =>
  `${count} ${count === 1 ? one : many}`;

/** Why a tuning stands where it does, in plain words with the counts behind them. */
export function reasonsFor(found: Omit<FoundTuning, 'reasons'>, passage: Passage, today: Tuning): string[] {
  const { unplayable, openBassShare, maxSpanMm, shifts, transpose, tuning, shapeKey } = found;
  const thumb = passage.moments.flatMap(({ notes }) => notes).filter(({ voice }) => voice === 'thumb').length;
  const { strings } = planRetuning(today, tuning);
  const turned = strings.filter(({ cents }) => cents !== 0);
  const up = turned.filter(({ direction }) => direction === 'up').length;
  const open = openFunctions(tuning, shapeKey);
  return [
    unplayable > 0 ? `${counted(unplayable, 'note')} cannot be played` : 'every note can be played',
    ...(thumb > 0
      ? [`${Math.round(openBassShare * thumb)} of ${counted(thumb, 'thumb note')} on open strings`]
      : []),
    maxSpanMm > 0 ? `widest stretch ${Math.round(maxSpanMm)} mm` : 'no stretch',
    counted(shifts, 'shift'),
    turned.length === 0
      ? 'nothing to retune'
      : `${counted(turned.length, 'string')} to retune${up > 0 ? `, ${up} of them up` : ''}`,
    open.length > 0
      ? `${open.join(', ')} of ${keyText(shapeKey)} on open bass strings`
      : `no open bass for ${keyText(shapeKey)}`,
    ...(transpose === 0
      ? []
      : [`sounds ${counted(Math.abs(transpose), 'semitone')} ${transpose > 0 ? 'higher' : 'lower'}`]),
  ];
}

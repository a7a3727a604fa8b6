import type { Score } from '@jocund/core/score';
import type { BesideClick, TakeReport, TimingHabit } from '@jocund/core/takes';

interface Fact {
  readonly name: string;
  readonly value: string;
  readonly note: string;
}

/** The take's time in figures, each with what it means. */
export function timingFacts(
  score: Score,
  { timing, besideClick, swing, tuneOverThumbDb, bassRings }: TakeReport,
): Fact[] {
  const { thumbSdMs, thumbSdShare, pinchMs } = timing;
  const facts: (Fact | undefined)[] = [
    thumbSdMs === null
      ? undefined
      : {
          name: 'Thumb steadiness',
          value: `${Math.round(thumbSdMs)} ms`,
          note: thumbSdShare === null ? '' : `${(100 * thumbSdShare).toFixed(1)} % of a beat`,
        },
    besideClick === null || besideClick.isLost ? undefined : clickFact(besideClick),
    pinchMs === null
      ? undefined
      : { name: 'Pinches', value: `${Math.round(pinchMs)} ms`, note: 'between thumb and finger' },
    swing === null
      ? undefined
      : { name: 'Swing', value: `${swing.toFixed(1)} : 1`, note: `the sheet has ${writtenSwing(score)} : 1` },
    tuneOverThumbDb === null
      ? undefined
      : {
          name: 'Tune over thumb',
          value: `${tuneOverThumbDb > 0 ? '+' : ''}${tuneOverThumbDb.toFixed(0)} dB`,
          note: 'against the sheet',
        },
    bassRings === null
      ? undefined
      : { name: 'The bass rings', value: `${Math.round(100 * bassRings)} %`, note: 'of what is written' },
  ];
  return facts.flatMap((fact) => fact ?? []);
}

/** Nobody hears less than this, and a delay measured by claps is no surer. */
const onItMs = 10;

function clickFact({ lateMs, spreadMs }: BesideClick): Fact {
  const spread = `${Math.round(spreadMs)} ms`;
  if (lateMs === null) return { name: 'With the click', value: `± ${spread}`, note: 'about an even beat' };
  const isOnIt = Math.abs(lateMs) < onItMs;
  return {
    name: 'With the click',
    value: isOnIt ? 'on it' : `${Math.round(Math.abs(lateMs))} ms`,
    note: `${isOnIt ? '' : `${lateMs > 0 ? 'behind' : 'ahead of'} it, `}± ${spread}`,
  };
}

/** So much on the way is worth a word, in ms. */
const leastDriftMs = 40;

/** What became of the player and the click on the way; nothing where they stayed together. */
export function driftWords({ driftMs, isLost }: BesideClick): string | undefined {
  const way = driftMs > 0 ? 'fell behind' : 'ran ahead of';
  if (isLost) return `You lost the click: you ${way} it.`;
  if (Math.abs(driftMs) < leastDriftMs) return undefined;
  return `You ${way} the click by ${Math.round(Math.abs(driftMs))} ms from the beginning to the end.`;
}

const writtenSwing = ({ swingPercent }: Score): string => (swingPercent / (100 - swingPercent)).toFixed(1);

/** "The thumb comes 38 ms late on 3 (in 12 notes)." */
export const habitWords = ({ voice, beat, lateMs, count }: TimingHabit): string =>
  `The ${voice === 'thumb' ? 'thumb' : 'tune'} comes ${Math.round(Math.abs(lateMs))} ms ${lateMs < 0 ? 'early' : 'late'} ${beat === null ? 'between the beats' : `on ${beat}`} (in ${count} notes).`;

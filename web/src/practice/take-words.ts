import type { Score } from '@jocund/core/score';
import type { TakeReport, TimingHabit } from '@jocund/core/takes';

interface Fact {
  readonly name: string;
  readonly value: string;
  readonly note: string;
}

/** The take's time in figures, each with what it means. */
export function timingFacts(score: Score, { timing, swing, tuneOverThumbDb, bassRings }: TakeReport): Fact[] {
  const { thumbSdMs, thumbSdShare, pinchMs } = timing;
  const facts: (Fact | undefined)[] = [
    thumbSdMs === null
      ? undefined
      : {
          name: 'Thumb steadiness',
          value: `${Math.round(thumbSdMs)} ms`,
          note: thumbSdShare === null ? '' : `${(100 * thumbSdShare).toFixed(1)} % of a beat`,
        },
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

const writtenSwing = ({ swingPercent }: Score): string => (swingPercent / (100 - swingPercent)).toFixed(1);

/** "The thumb comes 38 ms late on 3 (in 12 notes)." */
export const habitWords = ({ voice, beat, lateMs, count }: TimingHabit): string =>
  `The ${voice === 'thumb' ? 'thumb' : 'tune'} comes ${Math.round(Math.abs(lateMs))} ms ${lateMs < 0 ? 'early' : 'late'} ${beat === null ? 'between the beats' : `on ${beat}`} (in ${count} notes).`;

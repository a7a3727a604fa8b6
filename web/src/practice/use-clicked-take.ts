import type { Score } from '@jocund/core/score';
import { studyClicks } from '@jocund/core/sound';
import { useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import { ClickRecorder, longestClickedS } from '../sound/click-recorder.ts';
import type { RecorderState } from '../sound/recorder.ts';
import { useSettings } from '../ui/settings.ts';
import type { Bars } from './use-playing.ts';
import type { Take } from './use-take.ts';

/** A take that is recorded while a click sounds in the headphones. */
export interface ClickedTake {
  readonly isWanted: boolean;
  readonly want: (isWanted: boolean) => void;
  /** Quarter notes a minute. */
  readonly bpm: number;
  readonly setBpm: (bpm: number) => void;
  /** It goes through the bars with the player, whose metre or tempo changes. */
  readonly followsBars: boolean;
  readonly state: RecorderState;
  readonly start: () => void;
  readonly stop: () => void;
}

interface ClickedStudy {
  readonly score: Score;
  readonly bars: Bars;
  readonly startBpm: number;
}

/** The click of the bars that are to be played. */
export function useClickedTake({ score, bars, startBpm }: ClickedStudy, judge: Take['judge']): ClickedTake {
  const [isWanted, want] = useState(false);
  const [bpm, setBpm] = useState(startBpm);
  const [{ hearsItselfLateMs }] = useSettings();
  const [recorder] = useState(() => new ClickRecorder());
  const state = useSyncExternalStore(recorder.subscribe, recorder.getState);
  useEffect(() => () => recorder.drop(), [recorder]);
  const { first, last } = bars;
  const { clicks, followsBars } = useMemo(
    () => studyClicks(score, { first, last }, bpm, longestClickedS),
    [score, first, last, bpm],
  );
  const delayS = hearsItselfLateMs === null ? null : hearsItselfLateMs / 1000;
  return {
    isWanted,
    want,
    bpm,
    setBpm,
    followsBars,
    state,
    start: () =>
      void recorder.start({ clicks }, ({ clicksS, ...sound }) =>
        judge({ kind: 'sound', ...sound, click: { clicksS, delayS } }),
      ),
    stop: () => recorder.stop(),
  };
}

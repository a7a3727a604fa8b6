import { barTicks, beatTicks, ticksPerQuarter, type Score } from '@jocund/core/score';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { ClickRecorder } from '../sound/click-recorder.ts';
import type { RecorderState } from '../sound/recorder.ts';
import { useSettings } from '../ui/settings.ts';
import type { Take } from './use-take.ts';

/** A take that is recorded while a click sounds in the headphones. */
export interface ClickedTake {
  readonly isWanted: boolean;
  readonly want: (isWanted: boolean) => void;
  /** Quarter notes a minute. */
  readonly bpm: number;
  readonly setBpm: (bpm: number) => void;
  readonly state: RecorderState;
  readonly start: () => void;
  readonly stop: () => void;
}

/** The click follows the beats of the study's first whole bar: a pickup has fewer. */
export function useClickedTake(score: Score, startBpm: number, judge: Take['judge']): ClickedTake {
  const [isWanted, want] = useState(false);
  const [bpm, setBpm] = useState(startBpm);
  const [{ hearsItselfLateMs }] = useSettings();
  const [recorder] = useState(() => new ClickRecorder());
  const state = useSyncExternalStore(recorder.subscribe, recorder.getState);
  useEffect(() => () => recorder.drop(), [recorder]);
  const metre = score.bars.find(({ pickup }) => !pickup)?.metre ?? { beats: 4, unit: 4 };
  const beatS = (60 / bpm) * (beatTicks(metre) / ticksPerQuarter);
  const delayS = hearsItselfLateMs === null ? null : hearsItselfLateMs / 1000;
  return {
    isWanted,
    want,
    bpm,
    setBpm,
    state,
    start: () =>
      void recorder.start(
        { beatS, beats: Math.round(barTicks(metre) / beatTicks(metre)) },
        ({ click, ...sound }) => judge({ kind: 'sound', ...sound, click: { ...click, delayS } }),
      ),
    stop: () => recorder.stop(),
  };
}

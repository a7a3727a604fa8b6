import { barsAlone } from '@jocund/core/form';
import type { Score } from '@jocund/core/score';
import { useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import { soundingScore, type HeardBass } from '../sound/heard-bass.ts';
import { Player, type StemName } from '../sound/player.ts';

export interface Bars {
  /** From 0, both included. */
  readonly first: number;
  readonly last: number;
}

export interface Playing {
  readonly status: 'idle' | 'rendering' | 'playing';
  /** Where in the whole piece it sounds; undefined while nothing does. */
  readonly place: { readonly bar: number; readonly tick: number } | undefined;
  readonly isCountingIn: boolean;
  readonly fault: string | undefined;
  readonly voices: Readonly<Record<StemName, boolean>>;
  readonly setVoice: (name: StemName, on: boolean) => void;
  readonly bass: HeardBass;
  readonly setBass: (bass: HeardBass) => void;
  /** Plays the bars once at a tempo, in quarter notes a minute. */
  readonly play: (tempoBpm: number) => void;
  readonly stop: () => void;
  /** Seconds since this pass began. */
  readonly seconds: () => number;
}

interface PlayingSettings {
  readonly bars: Bars;
  readonly countsIn: boolean;
  /** The bars were played to their end. */
  readonly onEnd: () => void;
}

/** Plays bars of a piece, once through, and keeps the screen awake meanwhile. */
export function usePlaying(
  score: Score,
  { bars: { first, last }, countsIn, onEnd }: PlayingSettings,
): Playing {
  const [player] = useState(() => new Player());
  const state = useSyncExternalStore(player.subscribe, player.getState);
  const [voices, setVoices] = useState<Record<StemName, boolean>>({
    thumb: true,
    melody: true,
    click: false,
  });
  const [bass, setBass] = useState<HeardBass>('as written');
  const begunAt = useRef(0);
  const wasPlaying = useRef(false);
  const ended = useRef(onEnd);
  useEffect(() => {
    ended.current = onEnd;
  });
  useEffect(() => () => player.close(), [player]);
  const isWhole = first === 0 && last === score.bars.length - 1;
  const alone = useMemo(
    () => (isWhole ? score : barsAlone(score, first, last)),
    [score, first, last, isWhole],
  );
  useEffect(() => {
    if (state.status === 'playing') wasPlaying.current = true;
    else if (state.status === 'idle' && wasPlaying.current) {
      wasPlaying.current = false;
      ended.current();
    }
  }, [state.status]);
  useAwake(state.status === 'playing');
  const { moment } = state;
  return {
    status: state.status,
    place: moment && { bar: moment.bar + (isWhole ? 0 : first), tick: moment.tick },
    isCountingIn: state.isCountingIn,
    fault: state.fault,
    voices,
    setVoice: (name, on) => {
      setVoices((all) => ({ ...all, [name]: on }));
      player.setVoice(name, on);
    },
    bass,
    setBass: (next) => {
      stopQuietly();
      setBass(next);
    },
    play: (tempoBpm) => {
      wasPlaying.current = false;
      begunAt.current = Date.now();
      void player.play({
        score: soundingScore(alone, bass),
        feel: { tempoBpm, swingPercent: score.swingPercent },
        fromBar: 0,
        loop: undefined,
        countsIn,
        voices,
      });
    },
    stop: stopQuietly,
    seconds: () => Math.round((Date.now() - begunAt.current) / 1000),
  };

  /** Stopped by hand is not played to the end. */
  function stopQuietly(): void {
    wasPlaying.current = false;
    player.stop();
  }
}

/** A phone that goes dark in the middle of a pass is no help. Browsers that cannot are left alone. */
function useAwake(isWanted: boolean): void {
  useEffect(() => {
    if (!isWanted || !('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | undefined;
    let isOver = false;
    void navigator.wakeLock.request('screen').then(
      (held) => {
        if (isOver) void held.release();
        else lock = held;
      },
      () => undefined,
    );
    return () => {
      isOver = true;
      void lock?.release();
    };
  }, [isWanted]);
}

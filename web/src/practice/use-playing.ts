import { barsAlone } from '@jocund/core/form';
import type { Score, Voice } from '@jocund/core/score';
import { useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import { soundingScore, type HeardBass } from '../sound/heard-bass.ts';
import { Player } from '../sound/player.ts';
import { thumbFirst } from './thumb-first.ts';

export interface Bars {
  /** From 0, both included. */
  readonly first: number;
  readonly last: number;
}

/** When the click falls. */
export type Click = 'off' | 'every beat' | 'on 2 and 4';

export interface Playing {
  readonly status: 'idle' | 'rendering' | 'playing';
  /** Where in the whole piece it sounds; undefined while nothing does. */
  readonly place: { readonly bar: number; readonly tick: number } | undefined;
  readonly isCountingIn: boolean;
  readonly fault: string | undefined;
  readonly voices: Readonly<Record<Voice, boolean>>;
  readonly setVoice: (name: Voice, on: boolean) => void;
  readonly bass: HeardBass;
  readonly setBass: (bass: HeardBass) => void;
  /** Two bars of the thumb alone, then the same with the tune. */
  readonly isThumbFirst: boolean;
  readonly setThumbFirst: (on: boolean) => void;
  readonly click: Click;
  readonly setClick: (click: Click) => void;
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
  const [voices, setVoices] = useState({ thumb: true, melody: true });
  const [bass, setBass] = useState<HeardBass>('as written');
  const [isThumbFirst, setThumbFirst] = useState(false);
  const [click, setClick] = useState<Click>('off');
  const begunAt = useRef(0);
  const wasPlaying = useRef(false);
  const ended = useRef(onEnd);
  useEffect(() => {
    ended.current = onEnd;
  });
  useEffect(() => player.prepare(score));
  useEffect(() => () => player.close(), [player]);
  const isWhole = first === 0 && last === score.bars.length - 1;
  const alone = useMemo(() => {
    const bars = isWhole ? score : barsAlone(score, first, last);
    return isThumbFirst ? thumbFirst(bars) : { score: bars, placeOf: undefined };
  }, [score, first, last, isWhole, isThumbFirst]);
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
    place: moment && {
      bar: (alone.placeOf?.[moment.bar] ?? moment.bar) + (isWhole ? 0 : first),
      tick: moment.tick,
    },
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
    isThumbFirst,
    setThumbFirst: (on) => {
      stopQuietly();
      setThumbFirst(on);
    },
    click,
    setClick: (next) => {
      // Which beats it falls on is in the sound: the next pass has it.
      if (next === 'on 2 and 4' || click === 'on 2 and 4') stopQuietly();
      player.setVoice('click', next !== 'off');
      setClick(next);
    },
    play: (tempoBpm) => {
      wasPlaying.current = false;
      begunAt.current = Date.now();
      void player.play({
        score: soundingScore(alone.score, bass),
        feel: { tempoBpm, swingPercent: score.swingPercent },
        fromBar: 0,
        loop: undefined,
        backBeats: click === 'on 2 and 4',
        countsIn,
        voices: { ...voices, click: click !== 'off' },
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

import type { Score } from '@jocund/core/score';
import { useCallback, useEffect, useRef, useState, useSyncExternalStore } from 'react';
import type { PlayerState, StemName } from '../../sound/player.ts';
import type { LoopBars } from '../../sound/render-messages.ts';
import { useBench } from '../bench-context.tsx';

export interface Transport {
  readonly state: PlayerState;
  readonly voices: Readonly<Record<StemName, boolean>>;
  readonly tempoBpm: number;
  readonly loop: LoopBars | undefined;
  readonly countsIn: boolean;
  readonly setCountsIn: (on: boolean) => void;
  readonly toggle: () => void;
  readonly playFrom: (bar: number) => void;
  readonly setVoice: (name: StemName, on: boolean) => void;
  readonly setTempo: (bpm: number) => void;
  readonly setLoop: (loop: LoopBars | undefined) => void;
}

const restartMs = 120;
/** A piece is practised at a quarter of its tempo up to half as fast again. */
const slowest = 0.25;
const fastest = 1.5;

/** Playing of one score: what is heard, how fast, which bars around. Another tempo is taken up on the note that sounds, another loop at its bar. */
export function useTransport(score: Score, startBar: number): Transport {
  const { player } = useBench();
  const state = useSyncExternalStore(player.subscribe, player.getState);
  const [voices, setVoices] = useState<Record<StemName, boolean>>({
    thumb: true,
    melody: true,
    click: false,
  });
  const [countsIn, setCountsIn] = useState(false);
  const [slowed, setSlowed] = useState<number | undefined>();
  const [loop, setLoopBars] = useState<LoopBars | undefined>();
  const restart = useRef<ReturnType<typeof setTimeout>>(undefined);
  const tempoBpm = slowed ?? score.tempoBpm;

  const start = useCallback(
    (
      bar: number,
      now: { tempoBpm: number; loop: LoopBars | undefined },
      way: 'fresh' | 'again' | 'on' = 'fresh',
    ) => {
      const last = score.bars.length - 1;
      const within = now.loop && {
        fromBar: Math.min(now.loop.fromBar, last),
        toBar: Math.min(now.loop.toBar, last),
      };
      const order = {
        score,
        feel: { tempoBpm: now.tempoBpm, swingPercent: score.swingPercent },
        fromBar: Math.min(bar, last),
        loop: within,
        countsIn: countsIn && way === 'fresh',
        voices,
      };
      void (way === 'on' ? player.playOnAt(order) : player.play(order));
    },
    [player, score, voices, countsIn],
  );

  const startLater = (now: { tempoBpm: number; loop: LoopBars | undefined }, way: 'again' | 'on') => {
    if (player.getState().status === 'idle') return;
    const bar = player.getState().moment?.bar ?? startBar;
    clearTimeout(restart.current);
    restart.current = setTimeout(() => start(bar, now, way), restartMs);
  };

  useEffect(
    () => () => {
      clearTimeout(restart.current);
      player.stop();
    },
    [player],
  );

  return {
    state,
    voices,
    tempoBpm,
    loop,
    countsIn,
    setCountsIn,
    toggle: () => {
      // A change made just before must not start again what is stopped now.
      clearTimeout(restart.current);
      if (state.status === 'idle') start(loop?.fromBar ?? startBar, { tempoBpm, loop });
      else player.stop();
    },
    playFrom: (bar) => start(bar, { tempoBpm, loop }),
    setVoice: (name, on) => {
      setVoices((all) => ({ ...all, [name]: on }));
      player.setVoice(name, on);
    },
    setTempo: (bpm) => {
      const next = Math.round(Math.min(score.tempoBpm * fastest, Math.max(score.tempoBpm * slowest, bpm)));
      setSlowed(next === score.tempoBpm ? undefined : next);
      startLater({ tempoBpm: next, loop }, 'on');
    },
    setLoop: (next) => {
      setLoopBars(next);
      startLater({ tempoBpm, loop: next }, 'again');
    },
  };
}

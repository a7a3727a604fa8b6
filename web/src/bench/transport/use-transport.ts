import type { Study } from '@jocund/core/score';
import { useCallback, useEffect, useRef, useState, useSyncExternalStore } from 'react';
import type { PlayerState, StemName } from '../../sound/player.ts';
import { useBench } from '../bench-context.tsx';

interface LoopBars {
  readonly fromBar: number;
  readonly toBar: number;
}

export interface Transport {
  readonly state: PlayerState;
  readonly voices: Readonly<Record<StemName, boolean>>;
  readonly tempoBpm: number;
  readonly loop: LoopBars | undefined;
  readonly toggle: () => void;
  readonly playFrom: (bar: number) => void;
  readonly setVoice: (name: StemName, on: boolean) => void;
  readonly setTempo: (bpm: number) => void;
  readonly setLoop: (loop: LoopBars | undefined) => void;
}

const restartMs = 300;

/** Playing of one study: what is heard, how fast, which bars around. Changes made while it plays take it up again at its bar. */
export function useTransport(study: Study, startBar: number): Transport {
  const { player } = useBench();
  const state = useSyncExternalStore(player.subscribe, player.getState);
  const [voices, setVoices] = useState<Record<StemName, boolean>>({
    thumb: true,
    melody: true,
    click: false,
  });
  const [slowed, setSlowed] = useState<number | undefined>();
  const [loop, setLoopBars] = useState<LoopBars | undefined>();
  const restart = useRef<ReturnType<typeof setTimeout>>(undefined);
  const tempoBpm = slowed ?? study.tempoBpm;

  const start = useCallback(
    (bar: number, now: { tempoBpm: number; loop: LoopBars | undefined }) => {
      const last = study.bars.length - 1;
      const within = now.loop && {
        fromBar: Math.min(now.loop.fromBar, last),
        toBar: Math.min(now.loop.toBar, last),
      };
      void player.play({
        study,
        feel: { tempoBpm: now.tempoBpm, swingPercent: study.swingPercent },
        fromBar: Math.min(bar, last),
        loop: within,
        voices,
      });
    },
    [player, study, voices],
  );

  const startLater = (now: { tempoBpm: number; loop: LoopBars | undefined }) => {
    if (player.getState().status === 'idle') return;
    const bar = player.getState().moment?.bar ?? startBar;
    clearTimeout(restart.current);
    restart.current = setTimeout(() => start(bar, now), restartMs);
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
    toggle: () =>
      state.status === 'idle' ? start(loop?.fromBar ?? startBar, { tempoBpm, loop }) : player.stop(),
    playFrom: (bar) => start(bar, { tempoBpm, loop }),
    setVoice: (name, on) => {
      setVoices((all) => ({ ...all, [name]: on }));
      player.setVoice(name, on);
    },
    setTempo: (bpm) => {
      const next = Math.round(Math.min(320, Math.max(20, bpm)));
      setSlowed(next === study.tempoBpm ? undefined : next);
      startLater({ tempoBpm: next, loop });
    },
    setLoop: (next) => {
      setLoopBars(next);
      startLater({ tempoBpm, loop: next });
    },
  };
}

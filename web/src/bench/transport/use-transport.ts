import type { Score } from '@jocund/core/score';
import { useCallback, useEffect, useRef, useState, useSyncExternalStore } from 'react';
import type { PlayerState } from '../../sound/player.ts';
import type { StemName } from '../../sound/sounding.ts';
import type { LoopBars } from '../../sound/render-messages.ts';
import { useBench } from '../bench-context.tsx';
import { soundingScore, type HeardBass } from '../../sound/heard-bass.ts';

/** Something else that can be heard in place of the piece. */
interface OtherSound {
  readonly score: Score;
  /** A second guitar that plays along. */
  readonly partner?: Score | undefined;
  /** The bars to go round; undefined: the whole. */
  readonly loop: LoopBars | undefined;
}

export interface Transport {
  /** What is heard: the piece, or what was put in its place. */
  readonly score: Score;
  /** What a second guitar plays along. */
  readonly partner: Score | undefined;
  readonly bass: HeardBass;
  readonly setBass: (bass: HeardBass) => void;
  /** Hears other bars, of this piece or of another score, from now on. */
  readonly hear: (sound: OtherSound) => void;
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

const noOthers: readonly Score[] = [];

/** What a change while it plays asks for: begin anew at the bar, or go on at the very place. */
type Way = 'fresh' | 'again' | 'on';

interface Heard {
  readonly tempoBpm: number;
  readonly loop: LoopBars | undefined;
  readonly bass: HeardBass;
  /** Undefined: the piece. */
  readonly other: Score | undefined;
  readonly partner: Score | undefined;
}

/**
 * Playing of one score: what is heard, how fast, which bars around. Another tempo, and another ending of the bass, are taken up on the note
 * that sounds, another loop at its bar. `others` may be heard in place of the piece as long as they are among them.
 */
export function useTransport(piece: Score, startBar: number, others: readonly Score[] = noOthers): Transport {
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
  const [bass, setHeardBass] = useState<HeardBass>('as written');
  const [chosen, setOther] = useState<Score | undefined>();
  const [along, setPartner] = useState<Score | undefined>();
  const other = others.find((each) => each === chosen && each !== piece);
  const partner = others.find((each) => each === along);
  const restart = useRef<ReturnType<typeof setTimeout>>(undefined);
  const score = other ?? piece;
  const tempoBpm = slowed ?? score.tempoBpm;
  const heard: Heard = { tempoBpm, loop, bass, other, partner };

  const start = useCallback(
    (bar: number, now: Heard, way: Way = 'fresh') => {
      const sounding = now.other ?? piece;
      const last = sounding.bars.length - 1;
      const within = now.loop && {
        fromBar: Math.min(now.loop.fromBar, last),
        toBar: Math.min(now.loop.toBar, last),
      };
      const order = {
        score: soundingScore(sounding, now.bass),
        partner: now.partner,
        feel: { tempoBpm: now.tempoBpm, swingPercent: sounding.swingPercent },
        fromBar: Math.min(bar, last),
        loop: within,
        countsIn: countsIn && way === 'fresh',
        voices,
      };
      void (way === 'on' ? player.playOnAt(order) : player.play(order));
    },
    [player, piece, voices, countsIn],
  );

  const startLater = (change: Partial<Heard>, way: 'again' | 'on') => {
    if (player.getState().status === 'idle') return;
    const now = { ...heard, ...change };
    const bar = player.getState().moment?.bar ?? startBar;
    clearTimeout(restart.current);
    restart.current = setTimeout(() => start(bar, now, way), restartMs);
  };

  useEffect(() => player.prepare(score));
  useEffect(
    () => () => {
      clearTimeout(restart.current);
      player.stop();
    },
    [player],
  );

  return {
    score,
    partner,
    bass,
    setBass: (next) => {
      setHeardBass(next);
      startLater({ bass: next }, 'on');
    },
    hear: (sound) => {
      const next = sound.score === piece ? undefined : sound.score;
      setOther(next);
      setPartner(sound.partner);
      setLoopBars(sound.loop);
      const stays = next === other && sound.partner === partner;
      startLater({ other: next, partner: sound.partner, loop: sound.loop }, stays ? 'again' : 'on');
    },
    state,
    voices,
    tempoBpm,
    loop,
    countsIn,
    setCountsIn,
    toggle: () => {
      // A change made just before must not start again what is stopped now.
      clearTimeout(restart.current);
      if (state.status === 'idle') start(loop?.fromBar ?? startBar, heard);
      else player.stop();
    },
    playFrom: (bar) => start(bar, heard),
    setVoice: (name, on) => {
      setVoices((all) => ({ ...all, [name]: on }));
      player.setVoice(name, on);
    },
    setTempo: (bpm) => {
      const next = Math.round(Math.min(score.tempoBpm * fastest, Math.max(score.tempoBpm * slowest, bpm)));
      setSlowed(next === score.tempoBpm ? undefined : next);
      startLater({ tempoBpm: next }, 'on');
    },
    setLoop: (next) => {
      setLoopBars(next);
      startLater({ loop: next }, 'again');
    },
  };
}

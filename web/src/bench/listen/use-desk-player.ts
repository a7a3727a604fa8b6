import { useEffect, useState, useSyncExternalStore } from 'react';
import type { RecordedSound } from '../../sound/recorder.ts';
import { SlowPlayer, type HeardThrough, type SlowState } from '../../sound/slow-player.ts';
import { useBench } from '../bench-context.tsx';
import type { WrittenSound } from './use-written-sound.ts';

/** A stretch of the recording, in seconds. */
export interface Span {
  readonly fromS: number;
  readonly toS: number;
}

/** A stretch to go round; without a name while nobody gave it one. */
interface Loop extends Span {
  readonly name: string;
}

export interface DeskPlayer {
  readonly player: SlowPlayer;
  readonly playing: SlowState;
  readonly loop: Loop | undefined;
  readonly setLoop: (loop: Loop | undefined) => void;
  readonly speed: number;
  readonly setSpeed: (speed: number) => void;
  readonly cents: number;
  readonly setCents: (cents: number) => void;
  readonly through: HeardThrough;
  readonly setThrough: (through: HeardThrough) => void;
  /** Whether the score is heard in place of the recording, in its time. */
  readonly hearsScore: boolean;
  readonly setHearsScore: (hears: boolean) => void;
  readonly isMakingScore: boolean;
  /** Plays from a place; undefined: from where it is. */
  readonly play: (fromS?: number, loop?: Loop) => void;
  readonly stop: () => void;
}

interface Over {
  readonly loop?: Loop | undefined;
  readonly speed?: number;
  readonly cents?: number;
  readonly hearsScore?: boolean;
}

/** Playing on the stage Listen: what is changed while it plays is heard from the very place on. */
export function useDeskPlayer(
  samples: RecordedSound | undefined,
  struckS: readonly number[],
  written: WrittenSound,
): DeskPlayer {
  const { player: benchPlayer } = useBench();
  const [player] = useState(() => new SlowPlayer());
  const playing = useSyncExternalStore(player.subscribe, player.getState);
  const [loop, setLoop] = useState<Loop | undefined>();
  const [speed, setSpeed] = useState(1);
  const [cents, setCents] = useState(0);
  const [hearsScore, setHearsScore] = useState(false);
  const [through, setThrough] = useState<HeardThrough>({ band: 'all', splitHz: 180, side: 'both' });
  useEffect(() => () => player.close(), [player]);
  useEffect(() => {
    player.stop();
    player.goTo(0);
  }, [player, samples]);
  const durationS = samples ? (samples.channels[0]?.length ?? 0) / samples.sampleRate : 0;

  const start = (fromS: number, over: Over = {}) => {
    if (!samples) return;
    benchPlayer.stop();
    written.giveUp();
    const { hearsScore: other, ...order } = { fromS, loop, speed, cents, hearsScore, ...over };
    if (other) written.make((sound) => void player.play({ ...sound, ...order }));
    else void player.play({ sound: samples, struckS, ...order });
  };
  const goOn = (over: Over) => {
    if (playing === 'playing' || playing === 'making') start(player.placeS(), over);
  };
  return {
    player,
    playing,
    loop,
    setLoop: (next) => {
      setLoop(next);
      goOn({ loop: next });
    },
    speed,
    setSpeed: (next) => {
      setSpeed(next);
      goOn({ speed: next });
    },
    cents,
    setCents: (next) => {
      setCents(next);
      goOn({ cents: next });
    },
    through,
    setThrough: (next) => {
      setThrough(next);
      player.setThrough(next);
    },
    hearsScore,
    setHearsScore: (next) => {
      setHearsScore(next);
      if (!next) written.giveUp();
      goOn({ hearsScore: next });
    },
    isMakingScore: written.isMaking,
    play: (fromS, other) => {
      if (other) setLoop(other);
      const place = fromS ?? player.placeS();
      start(place >= durationS - 0.02 ? 0 : place, other ? { loop: other } : {});
    },
    stop: () => {
      written.giveUp();
      player.stop();
    },
  };
}

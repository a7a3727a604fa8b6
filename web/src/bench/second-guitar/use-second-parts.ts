import { standardTuning, tuningLetters, type Tuning } from '@jocund/core/instrument';
import type { Score } from '@jocund/core/score';
import type { SecondPart, Texture } from '@jocund/core/two-guitars';
import { useEffect, useState } from 'react';
import { useWork } from '../../work/use-work.ts';
import { useBench } from '../bench-context.tsx';
import { useHand } from '../use-check.ts';

/** What a second guitar is asked to be; as the fields of the page have it. */
export interface Asked {
  readonly texture: Texture;
  /** A rhythm’s id; empty: chosen by the tune. */
  readonly rhythm: string;
  readonly tuning: 'standard' | 'piece';
  /** A fret; undefined: all of them. */
  readonly capo: number | undefined;
}

export const nothingAsked: Asked = { texture: 'chords', rhythm: '', tuning: 'standard', capo: undefined };

export const highestCapo = 7;
const everyCapo = Array.from({ length: highestCapo + 1 }, (_, fret) => fret);
const mostParts = 3;

/** How the first guitar is tuned by itself, without what both are tuned away. */
export const isStandard = ({ tuning }: Score): boolean =>
  tuningLetters(tuning) === tuningLetters(standardTuning);

const tuningOf = (asked: Asked, { tuning }: Score): Tuning =>
  asked.tuning === 'piece' ? tuning : standardTuning;

/** Parts for the piece as it is, worked out beside the page; those of the last answer stay until the next is there. */
export function useSecondParts(asked: Asked): {
  readonly state: 'working' | 'ready' | 'failed';
  readonly share: number;
  readonly parts: readonly SecondPart[] | undefined;
  /** Whether they belong to the piece as it is now. */
  readonly isCurrent: boolean;
  readonly again: () => void;
} {
  const { score } = useBench();
  const hand = useHand();
  const { state, start, cancel } = useWork('secondParts');
  const [answer, setAnswer] = useState<{ of: Score; asked: Asked; parts: readonly SecondPart[] }>();
  const [tries, setTries] = useState(0);
  useEffect(() => {
    const { texture, rhythm, capo } = asked;
    start(
      {
        score,
        texture,
        rhythm: rhythm === '' ? undefined : rhythm,
        tuning: tuningOf(asked, score),
        capos: capo === undefined ? everyCapo : [capo],
        hand,
        limit: mostParts,
      },
      (parts) => setAnswer({ of: score, asked, parts }),
    );
    return cancel;
  }, [score, asked, hand, tries, start, cancel]);
  return {
    state: state.kind === 'failed' ? 'failed' : state.kind === 'working' ? 'working' : 'ready',
    share: state.kind === 'working' ? state.share : 1,
    parts: answer?.parts,
    isCurrent: answer?.of === score && answer.asked === asked,
    again: () => setTries(tries + 1),
  };
}

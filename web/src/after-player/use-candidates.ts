import type { MeasuredPiece } from '@jocund/contract';
import type { GradeWeights } from '@jocund/core/grading';
import type { Hand } from '@jocund/core/hands';
import type { Tune } from '@jocund/core/melody';
import { isMuchAlike, mostArrangements, type Closeness, type KeptParts } from '@jocund/core/style';
import { useCallback, useRef, useState } from 'react';
import type { ArrangedAfter } from '../work/messages.ts';
import { startWork } from '../work/work-client.ts';

export interface Asked {
  readonly tune: Tune;
  readonly player: { readonly id: string; readonly name: string };
  readonly except: string | undefined;
  readonly pieces: readonly MeasuredPiece[];
  readonly hand: Hand;
  readonly grade: number | undefined;
  readonly weights: GradeWeights | undefined;
  readonly closeness: Closeness;
  readonly keepsThumb: boolean;
  readonly keepsRhythm: boolean;
}

/** An arrangement, and what it was made for. */
interface FoundArrangement extends ArrangedAfter {
  readonly madeFor: Asked;
}

export interface Candidates {
  /** The first first; those there are so far. */
  readonly found: readonly FoundArrangement[];
  /** The one worked on: its place from 0, of how many, and the share done. */
  readonly working: { readonly place: number; readonly of: number; readonly share: number } | undefined;
  readonly isFailed: boolean;
  /** Tried and not taken up: much like one that is, or without a good place on the neck. */
  readonly leftOut: { readonly alike: number; readonly unplayable: number };
  /** What the answer is to; undefined before anything was asked. */
  readonly asked: Asked | undefined;
}

const nothing: Candidates = {
  found: [],
  working: undefined,
  isFailed: false,
  leftOut: { alike: 0, unplayable: 0 },
  asked: undefined,
};

/** For what was asked that is asked otherwise now, in words: “another grade”. Nothing where the answer is to what is asked. */
export function askedOtherwise(was: Asked, now: Asked): string[] {
  const differs = (field: keyof Asked): boolean => JSON.stringify(was[field]) !== JSON.stringify(now[field]);
  return [
    ...(differs('grade') ? ['another grade'] : []),
    ...(differs('hand') ? ['another hand'] : []),
    ...(differs('closeness') ? ['another nearness to the player'] : []),
    ...(differs('keepsRhythm') ? [now.keepsRhythm ? 'a rhythm that may change' : 'a rhythm that stays'] : []),
    ...(differs('keepsThumb') ? [now.keepsThumb ? 'a thumb that may change' : 'a thumb that stays'] : []),
  ];
}

type Answers = Pick<Candidates, 'found' | 'leftOut'>;

/** One more among those found, unless there is none, or one much like it. */
function withAnswer({ found, leftOut }: Answers, arranged: FoundArrangement | undefined): Answers {
  if (!arranged) return { found, leftOut: { ...leftOut, unplayable: leftOut.unplayable + 1 } };
  return found.some((other) => isMuchAlike(other.score, arranged.score))
    ? { found, leftOut: { ...leftOut, alike: leftOut.alike + 1 } }
    : { found: [...found, arranged], leftOut };
}

/** Why there are fewer than there may be; undefined where there are as many, or none was left out. */
export function leftOutWords({ leftOut: { alike, unplayable }, found }: Candidates): string | undefined {
  const why = [
    ...(alike > 0 ? [`${alike} more came out much like ${found.length === 1 ? 'this one' : 'these'}`] : []),
    ...(unplayable > 0 ? [`${unplayable} more left the tune no good place on the neck`] : []),
  ];
  return why.length > 0 && found.length > 0 && found.length < mostArrangements
    ? `${why.join('; ')}: left out.`
    : undefined;
}

/** Arrangements worked out one after the other, each to be read while the next is made. */
export function useCandidates() {
  const [candidates, setCandidates] = useState(nothing);
  const running = useRef<AbortController | undefined>(undefined);

  const stop = useCallback(() => {
    running.current?.abort();
    running.current = undefined;
    setCandidates((before) => ({ ...before, working: undefined }));
  }, []);

  const begin = () => {
    running.current?.abort();
    const controller = new AbortController();
    running.current = controller;
    const isCurrent = () => running.current === controller;
    return {
      signal: controller.signal,
      isCurrent,
      set: (change: (before: Candidates) => Candidates) => isCurrent() && setCandidates(change),
      fail: () =>
        isCurrent() && setCandidates((before) => ({ ...before, working: undefined, isFailed: true })),
    };
  };

  /** All of them anew, dealt from a seed. */
  const arrange = async (asked: Asked, seed: number) => {
    const { signal, set, fail, isCurrent } = begin();
    set(() => ({ ...nothing, asked }));
    try {
      let plans = 1;
      let answers: Answers = { found: nothing.found, leftOut: nothing.leftOut };
      for (let plan = 0; plan < plans && isCurrent(); plan += 1) {
        const working = { place: answers.found.length, of: mostArrangements };
        set((before) => ({ ...before, ...answers, working: { ...working, share: 0 } }));
        const { arranged, ...answer } = await startWork(
          'arrangeAfter',
          { ...asked, plan, seed },
          { signal, onProgress: (share) => set((before) => ({ ...before, working: { ...working, share } })) },
        );
        answers = withAnswer(answers, arranged && { ...arranged, madeFor: asked });
        plans = answers.found.length < mostArrangements ? answer.plans : 0;
      }
      set((before) => ({ ...before, ...answers, working: undefined }));
    } catch {
      fail();
    }
  };

  /** One of them again, with some bars kept. */
  const solveRest = async (asked: Asked, place: number, kept: KeptParts, seed: number) => {
    const { signal, set, fail } = begin();
    const of = candidates.found.length;
    set((before) => ({ ...before, asked, isFailed: false, working: { place, of, share: 0 } }));
    try {
      const { arranged } = await startWork(
        'arrangeAfter',
        { ...asked, plan: place, seed, kept },
        { signal, onProgress: (share) => set((before) => ({ ...before, working: { place, of, share } })) },
      );
      set((before) => ({
        ...before,
        working: undefined,
        found: before.found.map((each, index) =>
          index === place && arranged ? { ...arranged, madeFor: asked } : each,
        ),
      }));
    } catch {
      fail();
    }
  };

  return { candidates, arrange, solveRest, stop };
}

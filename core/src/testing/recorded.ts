import { listeningRate, monoOf } from '../listening/index.ts';
import type { Score } from '../score/index.ts';
import { renderVoice } from '../sound/index.ts';
import { playAsStudent, type SimulatedTake } from '../stand-ins/index.ts';
import { finished } from '../steps/index.ts';

/** A score as a steady hand plays it on the product's own strings, one channel at the listening rate; the bench asks a synthesiser that shares nothing with it. */
export function recorded(score: Score): { readonly take: SimulatedTake; readonly samples: Float32Array } {
  const take = playAsStudent(score, { unsteadyMs: 3 }, 1);
  return { take, samples: soundOf(take) };
}

/** A take as it sounds on the product's own strings. */
export function soundOf({ sounds, durationS }: SimulatedTake): Float32Array {
  const channels = (['thumb', 'melody'] as const).map((voice) =>
    finished(renderVoice({ events: sounds, durationS }, voice, listeningRate)),
  );
  return monoOf({ channels, sampleRate: listeningRate });
}

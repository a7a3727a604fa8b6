import type { RetuningPlan } from './retuning-plan.ts';
import type { StringNumber } from './strings.ts';
import { stringTensionN, type GaugeSet } from './tension.ts';

/** Tension of one string before and after, in newtons. */
interface StringPull {
  readonly string: StringNumber;
  readonly beforeN: number;
  readonly afterN: number;
}

/** The pull of all strings on the neck, before and after a retuning. */
export interface NeckPull {
  readonly strings: readonly StringPull[];
  readonly beforeN: number;
  readonly afterN: number;
}

/** What a plan changes in newtons for a set of strings on a scale in mm. */
export function neckPull({ strings }: RetuningPlan, gauges: GaugeSet, scaleMm: number): NeckPull {
  const pulls = strings.flatMap(({ string, fromHz, frequencyHz }) => {
    const gauge = gauges.get(string);
    return gauge
      ? [
          {
            string,
            beforeN: stringTensionN(gauge, scaleMm, fromHz),
            afterN: stringTensionN(gauge, scaleMm, frequencyHz),
          },
        ]
      : [];
  });
  return {
    strings: pulls,
    beforeN: pulls.reduce((sum, { beforeN }) => sum + beforeN, 0),
    afterN: pulls.reduce((sum, { afterN }) => sum + afterN, 0),
  };
}

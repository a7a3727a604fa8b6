import { fingerScore, frettingFindings } from '../../fingering/index.ts';
import { validateScore, type Bar, type Finding, type Note, type Score } from '../../score/index.ts';
import type { Reduction } from './reduction.ts';

/** What a score asks of the hands that they cannot do, and what is wrong in its notes, by bar from 0. */
function faultsOf(score: Score): ReadonlyMap<string, number> {
  const findings: Finding[] = [...validateScore(score), ...frettingFindings(fingerScore(score))];
  return new Map(findings.map(({ code, bar }) => [`${code} ${bar}`, bar - 1]));
}

/** Bars, from 0, in which `easier` has a fault that `known` does not name. */
export const newFaults = (known: ReadonlyMap<string, number>, easier: Score): ReadonlySet<number> =>
  new Set([...faultsOf(easier)].filter(([fault]) => !known.has(fault)).map(([, bar]) => bar));

export const knownFaults = faultsOf;

/** Notes that were made to last longer get their written length again, in the bars with a fault and those before them. */
export const withWrittenLengths = (score: Score, easier: Score, bars: ReadonlySet<number>): Score => ({
  ...easier,
  bars: easier.bars.map((bar, index) => {
    const was = score.bars[index];
    return was && (bars.has(index) || bars.has(index + 1)) ? shortened(bar, was) : bar;
  }),
});

function shortened(bar: Bar, was: Bar): Bar {
  const written = new Map(was.notes.map((note) => [keyOf(note), note.durationTicks]));
  return {
    ...bar,
    notes: bar.notes.map((note) => ({
      ...note,
      durationTicks: Math.min(note.durationTicks, written.get(keyOf(note)) ?? note.durationTicks),
    })),
  };
}

const keyOf = ({ voice, string, tick, fret }: Note): string => `${voice} ${string} ${tick} ${fret}`;

/** Ids of what was done in the bars with a fault: it is better not done. */
export const doneIn = (reductions: readonly Reduction[], faulty: ReadonlySet<number>): string[] =>
  reductions
    .filter(({ kind, bars }) => kind !== 'tempo' && bars.some((bar) => faulty.has(bar)))
    .map(({ id }) => id);

import { gripAt, numberOfBar, ticksPerQuarter, type Score } from '../score/index.ts';
import type { TakeReport } from './report.ts';
import type { JudgedNote } from './verdicts.ts';

/** What to practise after a take. */
export interface NextStep {
  /** In a sentence or two. */
  readonly says: string;
  /** Which drill helps; null where none does. */
  readonly drill: 'change' | 'bass' | 'backwards' | 'off-beat' | null;
  /** Bars of the written score, from 0, both included; null: all of it. */
  readonly bars: { readonly first: number; readonly last: number } | null;
}

/** A bar with a larger share of its notes missing or wrong is the first thing to work at (common practice). */
const badBar = 0.12;

/** The one thing that would help most: notes before stops, stops before time, as a teacher would (common practice). */
export function nextStep(score: Score, report: TakeReport): NextStep {
  return (
    badBarStep(score, report) ?? stopStep(score, report) ?? clickStep(report) ?? habitStep(report) ?? goOn
  );
}

const goOn: NextStep = {
  says: 'Nothing stands out. Play it once more as it was, then a step faster.',
  drill: null,
  bars: null,
};

function badBarStep(score: Score, { notes, bars }: TakeReport): NextStep | undefined {
  const share = ({ hits, wrong, missed }: TakeReport['bars'][number]) =>
    (wrong + missed) / Math.max(1, hits + wrong + missed);
  const [worst] = [...bars].sort((a, b) => share(b) - share(a));
  if (!worst || share(worst) < badBar) return undefined;
  const { bar } = worst;
  const faults = notes.filter((note) => note.bar === bar && note.verdict !== 'hit');
  const number = numberOfBar(score, bar);
  const were = faults.length === 1 ? 'was' : 'were';
  const count = `${faults.length} of ${worst.hits + worst.wrong + worst.missed} notes of bar ${number} ${were} missing or wrong`;
  const around = { first: Math.max(0, bar - 1), last: bar };
  if (bar > 0 && changesGrip(score, bar) && atChange(faults) >= faults.length / 2)
    return { says: `${count}, most of them just after the change of grip.`, drill: 'change', bars: around };
  if (faults.filter(({ voice }) => voice === 'thumb').length > faults.length / 2)
    return { says: `${count}, most of them the thumb’s.`, drill: 'bass', bars: around };
  return { says: `${count}.`, drill: 'backwards', bars: around };
}

const changesGrip = (score: Score, bar: number): boolean =>
  JSON.stringify(gripAt(score, bar - 1, Infinity)?.frets) !== JSON.stringify(gripAt(score, bar, 0)?.frets);

/** Faults in the first quarter note after the bar line. */
const atChange = (faults: readonly JudgedNote[]): number =>
  faults.filter(({ tick }) => tick < ticksPerQuarter).length;

function stopStep(score: Score, { stops, restarts }: TakeReport): NextStep | undefined {
  const bar = stops[0]?.bar ?? restarts[0]?.fromBar;
  if (bar === undefined) return undefined;
  const first = Math.max(0, bar - 1);
  return {
    says: `It stopped at bar ${numberOfBar(score, bar)}. Play from the bar before it into the bar, slowly, until it does not.`,
    drill: bar > 0 && changesGrip(score, bar) ? 'change' : 'backwards',
    bars: { first, last: bar },
  };
}

function clickStep({ besideClick }: TakeReport): NextStep | undefined {
  if (!besideClick?.isLost) return undefined;
  const way = besideClick.driftMs < 0 ? 'ran ahead of' : 'fell behind';
  return {
    says: `You ${way} the click and lost it. Play the thumb alone with it, a step slower, until the two stay together.`,
    drill: 'bass',
    bars: null,
  };
}

function habitStep({ timing }: TakeReport): NextStep | undefined {
  const [largest] = [...timing.habits].sort((a, b) => Math.abs(b.lateMs) - Math.abs(a.lateMs));
  if (!largest) return undefined;
  const { voice, beat, lateMs } = largest;
  const ms = `${Math.round(Math.abs(lateMs))} ms ${lateMs < 0 ? 'early' : 'late'}`;
  if (voice === 'melody' && beat === null)
    return {
      says: `The notes between the beats come ${ms}. Let the thumb carry on, and fit them in.`,
      drill: 'off-beat',
      bars: null,
    };
  if (voice === 'thumb')
    return {
      says: `The thumb comes ${ms} ${beat === null ? 'between the beats' : `on ${beat}`}. Play it alone until it walks.`,
      drill: 'bass',
      bars: null,
    };
  return {
    says: `The tune comes ${ms} on ${beat ?? 'the beat'}, against the thumb.`,
    drill: null,
    bars: null,
  };
}

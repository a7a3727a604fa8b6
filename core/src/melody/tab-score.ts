import { fail, ok, type Result } from '../fault/index.ts';
import { defaultFretCount, defaultScaleMm } from '../instrument/index.ts';
import { transposeKey } from '../pitch/index.ts';
import { applyRemedy, keptTuning, validateScore, type Bar, type Note, type Score } from '../score/index.ts';
import { splitVoices } from './split-voices.ts';
import { tidyNotes, type TellLeftOut } from './tidy-notes.ts';
import { isTab, type Tune, type TuneBar } from './tune.ts';

/**
 * The score of a tune that is tab already: every note stays on its string and fret. The thumb is by hand, as it was written. Refused
 * when a note has no place yet.
 */
export function scoreOfTab(tune: Tune, tell: TellLeftOut = () => undefined): Result<Score> {
  if (!tune.tuning || !isTab(tune))
    return fail('Some notes have no string and fret yet', 'Lay the tune on the strings first');
  const bars = tune.bars.map((bar, index) =>
    barOf(
      bar,
      [...splitVoices(bar)].map(([{ tick, durationTicks, place, marks }, voice]): Note => ({
        tick,
        durationTicks,
        string: place?.string ?? 1,
        fret: place?.fret ?? 0,
        voice,
        ...marks,
      })),
      index,
      tell,
    ),
  );
  return ok(withoutLooseMarks(scoreFrom({ ...tune, tuning: tune.tuning }, bars), tell));
}

/** A bar of the score from a bar of a tune, with its notes made to fit. */
export function barOf(
  { notes: _, chords: __, ...bar }: TuneBar,
  notes: readonly Note[],
  index: number,
  tell: TellLeftOut,
): Bar {
  return { ...bar, grips: [...bar.grips], notes: tidyNotes(notes, bar.metre, index + 1, tell) };
}

/** The settings of a score around its bars; the key is that of the shapes, as the capo leaves it. */
export function scoreFrom(tune: Tune & { readonly tuning: NonNullable<Tune['tuning']> }, bars: Bar[]): Score {
  const reach = Math.max(0, ...bars.flatMap(({ notes }) => notes.map(({ fret }) => fret))) + tune.capo;
  return {
    title: tune.title || 'Untitled',
    player: tune.player,
    key: transposeKey(tune.key, -tune.capo),
    tuning: keptTuning(tune.tuning),
    capo: tune.capo,
    scaleMm: defaultScaleMm,
    fretCount: Math.min(24, Math.max(defaultFretCount, reach)),
    tempoBpm: tune.tempoBpm,
    swingPercent: tune.swingPercent,
    thumbPattern: 'by-hand',
    bars,
  };
}

/** Findings about a mark that the notes around it do not allow; the first remedy of each takes the mark off. */
const looseMarks = new Set([
  'hammer-on-without-source',
  'pull-off-without-source',
  'slide-without-source',
  'tie-without-source',
  'no-partial',
  'slide-from-wrong-side',
  'turn-off-neck',
]);

/** Takes marks off that say something the notes around them do not allow, and tells of each. */
export function withoutLooseMarks(score: Score, tell: TellLeftOut): Score {
  const loose = validateScore(score).filter(({ code }) => looseMarks.has(code));
  return loose.reduce((mended, { bar, message, remedies }) => {
    const [remedy] = remedies ?? [];
    if (!remedy) return mended;
    tell(`a mark without what it needs: ${message[0]?.toLowerCase() ?? ''}${message.slice(1)}`, { bar });
    return applyRemedy(mended, remedy);
  }, score);
}

import { lowestOf, midiOf, type BarView } from './bar-view.ts';

/** What the thumb does in a bar, as it is called. */
export type ThumbKind =
  | 'rests'
  | 'one held note'
  | 'one string'
  | 'two strings in turn'
  | 'three strings'
  | 'half-time'
  | 'doubled'
  | 'walk'
  | 'answers';

/** Notes by step in a row that make a walk: three, arriving on a fourth (common practice). */
const walkNotes = 3;

/** The kind of a bar's bass: doubled before all else, then by its beats and by its strings. */
export function thumbKindOf(view: BarView): ThumbKind {
  const { thumb, beats, beat } = view;
  const strings = thumb.flatMap((moment) => lowestOf(view, moment)?.string ?? []);
  if (thumb.length === 0) return 'rests';
  // In three the strong beat is the first alone: half-time is one note a bar there.
  if (thumb.length === 1) return beats === 3 && thumb[0]?.tick === 0 ? 'half-time' : 'one held note';
  if (
    thumb.some(
      ({ notes, tick }) => notes.some(({ grace }) => grace) || (notes.length > 1 && tick % beat !== 0),
    )
  )
    return 'doubled';
  if (thumb.length > beats) return 'doubled';
  if (walks(view)) return 'walk';
  const onBeats = thumb.every(({ tick }) => tick % beat === 0);
  if (!onBeats) return 'answers';
  if (thumb.length === beats || beats === 3) return byStrings(strings);
  return thumb.every(({ tick }) => (tick / beat) % 2 === 0) ? 'half-time' : 'answers';
}

function byStrings(strings: readonly number[]): ThumbKind {
  const used = new Set(strings).size;
  return used === 1 ? 'one string' : used === 2 ? 'two strings in turn' : 'three strings';
}

function walks(view: BarView): boolean {
  const pitches = view.thumb.flatMap((moment) => {
    const low = lowestOf(view, moment);
    return low ? [midiOf(view, low)] : [];
  });
  const isStep = pitches.slice(1).map((pitch, index) => {
    const by = pitch - (pitches[index] ?? 0);
    return Math.abs(by) <= 2 && by !== 0 ? Math.sign(by) : 0;
  });
  let run = 0;
  let way = 0;
  for (const step of isStep) {
    run = step === 0 ? 0 : step === way ? run + 1 : 1;
    way = step;
    if (run >= walkNotes - 1) return true;
  }
  return false;
}

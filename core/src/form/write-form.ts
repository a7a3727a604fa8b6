import { fail, ok, type Result } from '../fault/index.ts';
import type { FingeringOptions } from '../fingering/index.ts';
import type { Hand } from '../hands/index.ts';
import type { NoteName } from '../pitch/index.ts';
import {
  barTicks,
  beatTicks,
  gripAt,
  scoreLimits,
  type Bar,
  type PlacedGrip,
  type Score,
} from '../score/index.ts';
import { chordOfNumeral } from '../shapes/index.ts';
import { applyThumb } from '../thumb/index.ts';
import { barChords } from './bar-chords.ts';
import { coloured, gripChooser, type ChordGrip } from './chord-grips.ts';
import { barText, chordBeats, type FormBar } from './form-text.ts';
import { moveBar, type ChordChange } from './move-bar.ts';
import { withoutPlace } from './without-place.ts';

export interface FormWriting {
  readonly hand: Hand;
  readonly school?: FingeringOptions['school'];
  /** Behind numerals that have no colour of their own: "7", "9", "6". */
  readonly colour?: string;
  readonly newId: () => string;
}

/** Lays the chords of one bar of a form on a bar, in place of its grips. Its melody stays; the thumb follows its pattern. */
export function writeChords(score: Score, index: number, form: FormBar, writing: FormWriting): Result<Score> {
  const bar = score.bars[index];
  if (!bar) return ok(score);
  const grips = gripsOf(bar, form, gripChooser(score, writing.hand, writing.colour));
  return grips.ok ? ok({ ...score, bars: score.bars.with(index, { ...bar, grips: grips.value }) }) : grips;
}

/**
 * A whole form from one bar: the bar at `index` is its first. Each chord has the bar laid on it once; every other bar with that chord is linked to
 * the first of them, so that a change flows. Empty bars that follow are taken, others are put in before what stands there.
 */
export function writeForm(
  score: Score,
  index: number,
  form: readonly FormBar[],
  writing: FormWriting,
): Result<Score> {
  const base = score.bars[index];
  const [first] = form;
  if (!base || !first) return ok(score);
  const free = freeBarsAfter(score, index, form.length - 1);
  if (score.bars.length - free + form.length - 1 > scoreLimits.bars)
    return fail(`A piece has at most ${scoreLimits.bars} bars`, 'Write the form in a piece of its own');
  const gripOf = gripChooser(score, writing.hand, writing.colour);
  const firstGrips = base.grips.length > 0 ? ok(base.grips) : gripsOf(base, first, gripOf);
  if (!firstGrips.ok) return firstGrips;
  const source: Bar = { ...base, id: base.id ?? writing.newId(), grips: [...firstGrips.value] };
  const started: Score = applyThumb({ ...score, bars: score.bars.with(index, source) });
  const written: Bar[] = [started.bars[index] ?? source];
  const firsts = new Map<string, Bar>([[barText(first), written[0] ?? source]]);
  const opening = withoutOpening(written[0] ?? source);
  for (const [each, chords] of withCarried(form).entries()) {
    if (each === 0) continue;
    const id = score.bars[index + each]?.id;
    const own = each <= free && id !== undefined ? id : writing.newId();
    const known = firsts.get(barText(chords));
    if (known?.id !== undefined) {
      written.push({ ...withoutOpening(known), id: own, sameAs: known.id });
      continue;
    }
    const moved = barOn(started, index, opening, chords, gripOf, writing);
    if (!moved.ok) return moved;
    const bar = { ...moved.value, id: own };
    firsts.set(barText(chords), bar);
    written.push(bar);
  }
  return ok(
    applyThumb({
      ...score,
      bars: score.bars.toSpliced(index, 1 + free, ...written.map(withOwnNotes)),
    }),
  );
}

/** A bar whose first chord comes late begins on the chord before. */
function withCarried(form: readonly FormBar[]): FormBar[] {
  return form.map((bar, index) => {
    const before = form[index - 1]?.chords.at(-1);
    const [first] = bar.chords;
    if (!before || (first?.beat ?? 1) === 1) return bar;
    return { ...bar, chords: [{ numeral: before.numeral, beat: 1 }, ...bar.chords] };
  });
}

/** Empty bars right after one, as many as are wanted: bars without notes and grips that begin no section. */
function freeBarsAfter({ bars }: Score, index: number, most: number): number {
  const taken = bars
    .slice(index + 1, index + 1 + most)
    .findIndex(({ notes, grips, section }) => notes.length > 0 || grips.length > 0 || section !== undefined);
  return taken < 0 ? Math.min(most, bars.length - index - 1) : taken;
}

/** A bar to be laid elsewhere: tempo, swing and link stay where they are, too. */
function withoutOpening(bar: Bar): Bar {
  const { tempoBpm: _, swingPercent: __, sameAs: ___, ...rest } = withoutPlace(bar);
  return rest;
}

/** Every note of a score is an object of its own, and a copied one has no name. */
const withOwnNotes = (bar: Bar, index: number): Bar =>
  index === 0 ? bar : { ...bar, notes: bar.notes.map(({ id: _, ...note }) => note) };

function barOn(
  score: Score,
  index: number,
  bar: Bar,
  form: FormBar,
  gripOf: (numeral: string) => Result<ChordGrip>,
  { hand, school, colour = '' }: FormWriting,
): Result<Bar> {
  const sized = withMetre(bar, form);
  if (!sized.ok) return sized;
  const grips = gripsOf(sized.value, form, gripOf);
  if (!grips.ok) return grips;
  const [held] = barChords(score, index);
  const roots = form.chords.map(({ numeral }) => rootOf(coloured(numeral, colour), score));
  const changes = grips.value.flatMap((grip, each): ChordChange[] => {
    const root = roots[each];
    return root
      ? [
          {
            tick: grip.tick,
            from: { grip: gripAt(score, index, grip.tick), root: held?.root },
            to: { grip, root },
          },
        ]
      : [];
  });
  return moveBar(score, sized.value, changes, { hand, ...(school ? { school } : {}) });
}

const rootOf = (numeral: string, { key }: Score): NoteName | undefined => {
  const chord = chordOfNumeral(numeral, key);
  return chord.ok ? chord.value.root : undefined;
};

/** A bar with a form’s beats more or less; refused where there would be none left. Notes past its end are left out. */
function withMetre(bar: Bar, { moreBeats }: FormBar): Result<Bar> {
  if (moreBeats === 0) return ok(bar);
  const beats = bar.metre.beats + moreBeats;
  if (beats < 1 || beats > 32)
    return fail(
      `A bar of ${bar.metre.beats} beats cannot have ${moreBeats} more`,
      'Write fewer beats in brackets',
    );
  const metre = { ...bar.metre, beats };
  const notes = bar.notes.filter(({ tick, durationTicks }) => tick + durationTicks <= barTicks(metre));
  return ok({ ...bar, metre, notes });
}

function gripsOf(
  { metre }: Bar,
  form: FormBar,
  gripOf: (numeral: string) => Result<ChordGrip>,
): Result<PlacedGrip[]> {
  const beats = Math.round(barTicks(metre) / beatTicks(metre));
  const starts = chordBeats(form, beats);
  const grips: PlacedGrip[] = [];
  for (const [each, { numeral }] of form.chords.entries()) {
    const grip = gripOf(numeral);
    if (!grip.ok) return grip;
    const tick = ((starts[each] ?? 1) - 1) * beatTicks(metre);
    if (tick >= barTicks(metre))
      return fail(
        `The bar has no beat ${starts[each] ?? 1}`,
        `It has ${beats}; write an earlier beat behind @`,
      );
    if (tick <= (grips.at(-1)?.tick ?? -1))
      return fail(
        'Two chords of the bar would come in together, or in the wrong order',
        `It has ${beats} beats; write fewer chords, or the beat of each behind @`,
      );
    grips.push({ ...grip.value, tick });
  }
  return ok(grips);
}

import { barTicks, type Bar, type Note, type Score } from '../score/index.ts';
import { barPattern, byHand } from '../thumb/index.ts';
import { barDifference, isNoDifference, withDifference } from './difference.ts';

/**
 * Linked bars. A bar that is “the same as” another holds all it plays, so that every reader of the score finds it there; the link says where
 * its notes come from. When the other bar changes, what the two had alike changes here, too; what already differed stays as it is.
 */

/** How a bar stands to the bar it is linked to. */
export type LinkState = 'own' | 'same' | 'differs';

/** Whether a bar is linked, and whether anything is written otherwise in it. Strokes that follow from a thumb pattern are not written. */
export function linkState(score: Score, index: number): LinkState {
  const bar = score.bars[index];
  const base = bar && baseOf(score, bar);
  if (!bar || !base) return 'own';
  const written = [base, bar].map((each) => asWritten(score, each)) as [Bar, Bar];
  return isNoDifference(barDifference(...written)) ? 'same' : 'differs';
}

function asWritten(score: Score, bar: Bar): Bar {
  const all = linked(bar);
  if (barPattern(score, score.bars.indexOf(bar)) === byHand) return all;
  return { ...all, notes: all.notes.filter((note) => note.voice === 'melody' || note.byHand) };
}

/** The bar a bar is the same as. */
export const baseOf = ({ bars }: Pick<Score, 'bars'>, { sameAs }: Bar): Bar | undefined =>
  sameAs === undefined ? undefined : bars.find(({ id }) => id === sameAs);

/**
 * Makes a bar the same as another: it takes what that one plays and will follow it. Its section, its repeats, and its sung words stay its own.
 * Refused is nothing: a bar cannot be the same as itself, or as one that follows it, and then stays as it is. Indexes from 0.
 */
export function linkBar(score: Score, index: number, to: number): Score {
  const [bar, base] = [score.bars[index], score.bars[to]];
  if (!bar || base?.id === undefined || index === to || follows(score, base, bar)) return score;
  const taken = keepOwn(withDifference(bar, barDifference(linked(bar), linked(base))), bar);
  return { ...score, bars: score.bars.with(index, { ...taken, sameAs: base.id }) };
}

/** Lets a bar go its own way: it keeps what it plays and follows no longer. */
export function breakLink(score: Score, index: number): Score {
  const bar = score.bars[index];
  if (bar?.sameAs === undefined) return score;
  const { sameAs: _, ...own } = bar;
  return { ...score, bars: score.bars.with(index, own) };
}

/** Makes a bar play again exactly what the bar it is linked to plays. */
export function dropDifference(score: Score, index: number): Score {
  const bar = score.bars[index];
  const base = bar && baseOf(score, bar);
  return base ? linkBar(score, index, score.bars.indexOf(base)) : score;
}

/** Whether a bar follows another, straight or through others. */
function follows(score: Score, bar: Bar, other: Bar): boolean {
  const seen = new Set<Bar>();
  for (let each: Bar | undefined = bar; each && !seen.has(each); each = baseOf(score, each)) {
    if (each.id === other.id) return true;
    seen.add(each);
  }
  return false;
}

/**
 * What an edit does to the bars linked to those it changed: each follows its base, but for what already differed. Links to bars that are gone
 * pass on to what those were linked to, or to the first of the bars that followed them. A score without links is handed back as it is.
 */
export function followBars(before: Score, after: Score): Score {
  if (before === after || !after.bars.some(({ sameAs }) => sameAs !== undefined)) return after;
  const sound = withSoundLinks(before, after);
  const was = new Map(before.bars.flatMap((bar) => (bar.id === undefined ? [] : [[bar.id, bar] as const])));
  const now = new Map(sound.bars.flatMap((bar) => (bar.id === undefined ? [] : [[bar.id, bar] as const])));
  const settled = new Map<string, Bar>();
  const settle = (id: string): Bar | undefined => {
    const known = settled.get(id);
    const bar = now.get(id);
    if (known || !bar) return known;
    const base = bar.sameAs === undefined ? undefined : settle(bar.sameAs);
    const old = bar.sameAs === undefined ? undefined : was.get(bar.sameAs);
    const isOld = was.get(id)?.sameAs === bar.sameAs;
    const next = base && old && isOld && base !== old ? followBar(bar, old, base) : bar;
    settled.set(id, next);
    return next;
  };
  const bars = sound.bars.map((bar) => (bar.id === undefined ? bar : (settle(bar.id) ?? bar)));
  return bars.every((bar, index) => bar === after.bars[index]) ? after : { ...sound, bars };
}

/** A linked bar after its base went from one state to another; where the new one is too short for what is its own, it keeps its metre. */
export function followBar(bar: Bar, old: Bar, base: Bar): Bar {
  if (playsSame(old, base)) return bar;
  const own = barDifference(linked(old), linked(bar));
  const plain = { ...bar, ...emptied, ...linked(base) };
  const isPlain = isNoDifference(own);
  const moved = isPlain ? plain : withDifference(plain, own);
  const length = barTicks(moved.metre);
  const fits =
    moved.notes.every(({ tick, durationTicks }) => tick + durationTicks <= length) &&
    moved.grips.every(({ tick }) => tick < length);
  const next = keepOwn(fits ? moved : { ...moved, metre: bar.metre }, bar);
  return !isPlain && isNoDifference(barDifference(bar, next)) ? bar : next;
}

/** One base is asked for by every bar that follows it. */
const comparedBases = new WeakMap<Bar, { readonly old: Bar; readonly same: boolean }>();

function playsSame(old: Bar, base: Bar): boolean {
  const known = comparedBases.get(base);
  if (known?.old === old) return known.same;
  const same = isNoDifference(barDifference(linked(old), linked(base)));
  comparedBases.set(base, { old, same });
  return same;
}

const emptied = { thumbPattern: undefined, beatPatterns: undefined, leftOut: undefined, dynamics: undefined };

const linkedParts = new WeakMap<Bar, Bar>();

/** What of a bar goes along a link: all it plays, without what is sung and said there. One base is asked for by every bar that follows it. */
function linked(bar: Bar): Bar {
  const known = linkedParts.get(bar);
  if (known) return known;
  const part = linkedPart(bar);
  linkedParts.set(bar, part);
  return part;
}

function linkedPart({ metre, grips, thumbPattern, beatPatterns, leftOut, dynamics, notes }: Bar): Bar {
  return withoutGaps({
    metre,
    grips,
    thumbPattern,
    beatPatterns,
    leftOut,
    dynamics,
    notes: notes.map(({ lyric: _, comment: __, id: ___, ...note }) => note),
  });
}

const withoutGaps = (bar: Bar): Bar =>
  Object.fromEntries(Object.entries(bar).filter(([, value]) => value !== undefined)) as Bar;

/** What is sung and said on a bar's notes stays with them. */
function keepOwn(bar: Bar, own: Bar): Bar {
  const before = new Map(own.notes.map((note) => [placeOf(note), note]));
  const notes = bar.notes.map((note) => {
    const { lyric, comment, id } = before.get(placeOf(note)) ?? {};
    return {
      ...note,
      ...(lyric === undefined ? {} : { lyric }),
      ...(comment === undefined ? {} : { comment }),
      ...(id === undefined ? {} : { id }),
    };
  });
  return withoutGaps({ ...bar, notes });
}

const placeOf = ({ tick, string, voice }: Note): string => `${tick} ${string} ${voice}`;

/** The links of a score that lead somewhere: none to itself, none in a ring, none to a bar that is gone. */
function withSoundLinks(before: Score, after: Score): Score {
  const ids = new Set(after.bars.map(({ id }) => id));
  const heirs = new Map<string, string>();
  const relinked = after.bars.map((bar) => {
    const { sameAs, id } = bar;
    if (sameAs === undefined) return bar;
    let target: string | undefined = sameAs;
    const seen = new Set<string>();
    while (target !== undefined && !ids.has(target) && !seen.has(target)) {
      seen.add(target);
      const gone: string = target;
      target = before.bars.find((each) => each.id === gone)?.sameAs ?? heirs.get(gone);
    }
    if (target === sameAs && target !== id) return bar;
    const { sameAs: _, ...own } = bar;
    if (target !== undefined && target !== id && ids.has(target)) return { ...own, sameAs: target };
    if (id !== undefined) heirs.set(sameAs, id);
    return own;
  });
  return withoutRings({ ...after, bars: relinked });
}

function withoutRings(score: Score): Score {
  return score.bars.reduce((sound, bar, index) => {
    const base = baseOf(sound, bar);
    return base && follows(sound, base, bar) ? breakLink(sound, index) : sound;
  }, score);
}

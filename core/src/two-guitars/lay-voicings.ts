import type { Hand } from '../hands/index.ts';
import { fretSpanMm, type Instrument } from '../instrument/index.ts';
import { barStarts, beatTicks, type Score } from '../score/index.ts';
import { bestPath } from './best-path.ts';
import { meetingCosts, voicingCosts } from './cost-table.ts';
import { harmonyOfBar, isSeventh, isThird, type HeldHarmony } from './harmony.ts';
import { meetingCost, overlapOf, type Against } from './meetings.ts';
import type { Stroke } from './rhythm-table.ts';
import { soundingTones, tonesByBar, type SoundingTone } from './sounding-tones.ts';
import { voicingsOf, type Texture, type Voicing } from './voicings.ts';

/** A chord of a bar with the strokes that fall in it, and what the first guitar sounds meanwhile. */
export interface StruckHarmony extends HeldHarmony {
  readonly strokes: readonly (Stroke & { readonly against: readonly Against[] })[];
  /** Degrees the first guitar sounds while it is held. */
  readonly sounded: ReadonlySet<string>;
}

/** A chord and how it is played. */
export interface LaidVoicing {
  readonly harmony: StruckHarmony;
  readonly voicing: Voicing;
}

/**
 * Every chord of the piece that can be played, with its strokes: a stroke ends where its chord does, and a chord that is laid between two
 * strokes and lasts a beat is struck as it begins.
 */
export function struckHarmonies(first: Score, strokesOf: readonly (readonly Stroke[])[]): StruckHarmony[] {
  const tones = tonesByBar(first, soundingTones(first));
  const starts = barStarts(first);
  return first.bars.flatMap(({ metre, pickup }, bar) =>
    pickup
      ? []
      : harmonyOfBar(first, bar).flatMap((harmony): StruckHarmony[] => {
          const { from, to, classes } = harmony;
          if (classes.size === 0 || (strokesOf[bar]?.length ?? 0) === 0) return [];
          const start = starts[bar] ?? 0;
          const beat = beatTicks(metre);
          const meant = (strokesOf[bar] ?? []).filter(({ tick }) => tick >= from && tick < to);
          const strokes =
            meant.length === 0 && to - from >= beat ? [{ tick: from, durationTicks: to - from }] : meant;
          if (strokes.length === 0) return [];
          const around = tones[bar] ?? [];
          return [
            {
              ...harmony,
              strokes: strokes.map((stroke) => {
                const durationTicks = Math.min(stroke.durationTicks, to - stroke.tick);
                const span = { from: start + stroke.tick, to: start + stroke.tick + durationTicks };
                return { ...stroke, durationTicks, against: againstIn(around, span, beat) };
              }),
              sounded: new Set(
                around
                  .filter((tone) => overlapOf(tone, { from: start + from, to: start + to }) > 0)
                  .flatMap(({ midi }) => classes.get(midi % 12) ?? []),
              ),
            },
          ];
        }),
  );
}

const againstIn = (
  tones: readonly SoundingTone[],
  span: Pick<SoundingTone, 'from' | 'to'>,
  beat: number,
): Against[] =>
  tones.flatMap((tone) => {
    const overlap = overlapOf(tone, span);
    return overlap > 0 ? [{ midi: tone.midi, voice: tone.voice, beats: overlap / beat }] : [];
  });

/** Below E3 a chord is thick (common practice). */
const lowest = 52;

/** What a way to play a chord costs by itself, in its place. */
function voicingCost({ strokes, classes, sounded }: StruckHarmony, voicing: Voicing): number {
  const { tones, midis, degrees, holdMm } = voicing;
  let cost = holdMm * voicingCosts.holdMm.value + (tones.length - degrees.size) * voicingCosts.doubled.value;
  for (const { against, only } of strokes) {
    const struck = only === undefined ? tones : [tones[only % tones.length] ?? tones[0]];
    for (const tone of struck) {
      if (!tone) continue;
      cost += meetingCost(tone.midi, against, classes);
      if (tone.midi < lowest) cost += meetingCosts.thick.value;
    }
    const [low = 0, high = 0] = [midis[0], midis.at(-1)];
    const isAround = against.some(({ voice, midi }) => voice === 'melody' && midi > low && midi < high);
    if (isAround) cost += meetingCosts.around.value;
  }
  const lacks = (is: (degree: string) => boolean) =>
    [...classes.values()].some(is) && ![...sounded, ...degrees].some(is);
  if (lacks(isThird)) cost += voicingCosts.missingThird.value;
  if (lacks(isSeventh)) cost += voicingCosts.missingSeventh.value;
  return cost;
}

/** What it costs to go from one to the next: the hand’s way, and how far the voices move. */
function voicingMove(from: Voicing, to: Voicing, guitar: Instrument): number {
  const way =
    from.position === undefined || to.position === undefined
      ? 0
      : fretSpanMm(guitar, from.position, to.position);
  const voices = from.midis.reduce((sum, midi, index) => sum + Math.abs((to.midis[index] ?? midi) - midi), 0);
  return way * voicingCosts.wayMm.value + voices * voicingCosts.voice.value;
}

/**
 * The best way to play every chord, exact over all voicings of all chords. It is worked out twice: what a chord is played with most often
 * the first time is its usual grip the second time, so that few grips have to be learned. Undefined where a chord cannot be held.
 */
export function layVoicings(
  harmonies: readonly StruckHarmony[],
  texture: Texture,
  guitar: Instrument,
  hand: Hand,
): { readonly laid: readonly LaidVoicing[]; readonly cost: number } | undefined {
  const known = new Map<string, Voicing[]>();
  const columns = harmonies.map(({ classes }) => {
    const key = keyOf(classes);
    const voicings = known.get(key) ?? voicingsOf(classes, texture, guitar, hand);
    known.set(key, voicings);
    return voicings;
  });
  const costs = harmonies.map(
    (harmony, index) => new Map((columns[index] ?? []).map((each) => [each, voicingCost(harmony, each)])),
  );
  const lay = (extra: (voicing: Voicing, column: number) => number) =>
    bestPath(
      columns,
      (voicing, column) => (costs[column]?.get(voicing) ?? 0) + extra(voicing, column),
      (from, to) => voicingMove(from, to, guitar),
    );
  const free = lay(() => 0);
  if (!free) return undefined;
  const usual = usualVoicings(harmonies, free.path);
  const found = lay((voicing, column) =>
    usual.get(keyOf(harmonies[column]?.classes ?? new Map())) === voicing ? 0 : voicingCosts.away.value,
  );
  return (
    found && {
      laid: found.path.flatMap((voicing, index) => {
        const harmony = harmonies[index];
        return harmony ? [{ harmony, voicing }] : [];
      }),
      cost: found.cost,
    }
  );
}

const keyOf = (classes: ReadonlyMap<number, unknown>): string => JSON.stringify([...classes]);

/** What each chord is played with most often; of equal ones the first. */
function usualVoicings(harmonies: readonly StruckHarmony[], path: readonly Voicing[]): Map<string, Voicing> {
  const counts = new Map<string, Map<Voicing, number>>();
  for (const [index, voicing] of path.entries()) {
    const key = keyOf(harmonies[index]?.classes ?? new Map());
    const ofChord = counts.get(key) ?? new Map<Voicing, number>();
    ofChord.set(voicing, (ofChord.get(voicing) ?? 0) + 1);
    counts.set(key, ofChord);
  }
  return new Map(
    [...counts].flatMap(([key, ofChord]) => {
      const [most] = [...ofChord].sort(([, a], [, b]) => b - a);
      return most ? [[key, most[0]] as const] : [];
    }),
  );
}

import { replaceBar, type NotePlace } from './edits.ts';
import type { Bar, DynamicLevel, Score, Voice } from './schema.ts';
import type { Ticks } from './ticks.ts';

/** What stands over a bar: how the piece goes on from it. Undefined takes the mark away. */
export type BarMarks = {
  readonly [Field in 'pickup' | 'repeatStart' | 'repeatTimes' | 'endings' | 'tempoBpm' | 'swingPercent']?:
    | Bar[Field]
    | undefined;
};

/** Marks a bar; fields set to undefined are removed, others stay. */
export const markBar = (score: Score, barIndex: number, marks: BarMarks): Score =>
  replaceBar(score, barIndex, (bar) => {
    const entries = Object.entries({ ...bar, ...marks }).filter(([, value]) => value !== undefined);
    return Object.fromEntries(entries) as Bar;
  });

/** Levels from the softest to the loudest. */
export const dynamicLevels: readonly DynamicLevel[] = ['pp', 'p', 'mp', 'mf', 'f', 'ff'];

/** How loud a voice is where nothing says so. */
export const usualDynamic: DynamicLevel = 'mf';

/** The level of a voice in force at a moment: the latest written at or before it. */
export function dynamicAt(
  { bars }: Pick<Score, 'bars'>,
  bar: number,
  tick: Ticks,
  voice: Voice,
): DynamicLevel {
  for (let index = bar; index >= 0; index -= 1) {
    const written = (bars[index]?.dynamics ?? []).filter(
      (each) => each.voice === voice && (index < bar || each.tick <= tick),
    );
    const latest = written.reduce<(typeof written)[number] | undefined>(
      (found, each) => (found && found.tick > each.tick ? found : each),
      undefined,
    );
    if (latest) return latest.level;
  }
  return usualDynamic;
}

/** Writes how loud a voice is from a moment on; undefined takes what is written there away. */
export const setDynamic = (
  score: Score,
  { bar: barIndex, tick, voice }: Pick<NotePlace, 'bar' | 'tick' | 'voice'>,
  level: DynamicLevel | undefined,
): Score =>
  replaceBar(score, barIndex, ({ dynamics = [], ...bar }) => {
    const others = dynamics.filter((each) => each.tick !== tick || each.voice !== voice);
    const written = level ? [...others, { tick, voice, level }].sort((a, b) => a.tick - b.tick) : others;
    return written.length === 0 ? bar : { ...bar, dynamics: written };
  });

/** One level softer (−1) or louder (1) than what is in force, from a moment on; at the ends of the scale nothing changes. */
export function stepDynamic(
  score: Score,
  place: Pick<NotePlace, 'bar' | 'tick' | 'voice'>,
  step: 1 | -1,
): Score {
  const now = dynamicAt(score, place.bar, place.tick, place.voice);
  const level = dynamicLevels[dynamicLevels.indexOf(now) + step];
  return level ? setDynamic(score, place, level) : score;
}

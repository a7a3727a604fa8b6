import {
  soundOf,
  usualDynamic,
  type Bar,
  type DynamicLevel,
  type Note,
  type Score,
  type Voice,
} from '../score/index.ts';

/** MIDI velocity of each level (common practice: 64 in the middle, about 16 a step). */
const velocities: Readonly<Record<DynamicLevel, number>> = { pp: 36, p: 50, mp: 64, mf: 80, f: 96, ff: 112 };

/** What the fretting hand sounds is softer than what is picked. */
const frettingStep = -18;

/** Answers the MIDI velocity, 1 to 127, of each note of a score, by the levels of its voice, accents and how it arrives. */
export function velocitiesOf({ bars }: Pick<Score, 'bars'>): (bar: number, note: Note) => number {
  const atStart = levelsAtStart(bars);
  return (bar, note) => {
    const marks = (bars[bar]?.dynamics ?? []).filter(
      ({ voice, tick }) => voice === note.voice && tick <= note.tick,
    );
    const last = marks.reduce<(typeof marks)[number] | undefined>(
      (latest, each) => (latest && latest.tick > each.tick ? latest : each),
      undefined,
    );
    const level = last?.level ?? atStart[bar]?.[note.voice] ?? usualDynamic;
    const { velocityStep = 0, attack } = soundOf(note);
    const step = velocityStep + (attack === 'picked' ? 0 : frettingStep);
    return Math.min(127, Math.max(1, velocities[level] + step));
  };
}

/** The level in force at the start of every bar, by voice. */
function levelsAtStart(bars: readonly Bar[]): Record<Voice, DynamicLevel>[] {
  let now: Record<Voice, DynamicLevel> = { thumb: usualDynamic, melody: usualDynamic };
  return bars.map(({ dynamics = [] }) => {
    const before = now;
    for (const { voice, level } of [...dynamics].sort((a, b) => a.tick - b.tick))
      now = { ...now, [voice]: level };
    return before;
  });
}

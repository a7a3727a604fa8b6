import { noteNameText, modulo, spellInKey, transposeKey } from '../pitch/index.ts';
import { soundingShift } from '../instrument/index.ts';
import { barStarts, beatTicks, countedAt, numberOfBar, type Score, type Ticks } from '../score/index.ts';
import { harmonyOfBar } from './harmony.ts';
import { meetingOf, shortestMeeting } from './meetings.ts';
import { soundingTones, tonesByBar, type SoundingTone } from './sounding-tones.ts';

/** Where two guitars get in each other’s way. */
export interface TwoGuitarFinding {
  readonly kind: 'half-step' | 'doubled-third';
  /** From 0. */
  readonly bar: number;
  readonly tick: Ticks;
  /** "half step on 2&: F against the tune’s E". */
  readonly words: string;
}

/** Whether two scores can be played at once: bar by bar of the same lengths, repeats and order. */
export const canPlayTogether = (one: Score, other: Score): boolean => shapeOf(one) === shapeOf(other);

const shapeOf = ({ bars, order }: Score): string => {
  const sections = new Map(bars.flatMap(({ section }, bar) => (section?.id ? [[section.id, bar]] : [])));
  return JSON.stringify([
    order?.map((id) => sections.get(id)),
    bars.map(({ metre, repeatStart, repeatTimes, endings }) => [
      metre.beats,
      metre.unit,
      repeatStart,
      repeatTimes,
      endings,
    ]),
  ]);
};

/**
 * Half steps and doubled thirds between two guitars that sound together for half a beat at least, in the order they are heard. Each is told once,
 * as it begins. A half step under the tune is told before one against its bass.
 */
export function twoGuitarFindings(first: Score, second: Score): TwoGuitarFinding[] {
  const [firsts, seconds] = [first, second].map((score) => tonesByBar(score, soundingTones(score)));
  const starts = barStarts(first);
  const key = transposeKey(first.key, soundingShift(first));
  const nameOf = (midi: number) => noteNameText(spellInKey(modulo(midi, 12), key));
  return first.bars.flatMap(({ metre }, bar) => {
    const start = starts[bar] ?? 0;
    const least = shortestMeeting * beatTicks(metre);
    const found = new Map<string, TwoGuitarFinding>();
    for (const harmony of harmonyOfBar(first, bar)) {
      const span = { from: start + harmony.from, to: start + harmony.to };
      for (const one of firsts?.[bar] ?? [])
        for (const other of seconds?.[bar] ?? []) {
          if (meetingTicks(one, other, span) < least) continue;
          const kind = meetingOf(one.midi, other.midi, harmony.classes);
          if (kind !== 'half-step' && kind !== 'doubled-third') continue;
          const tick = Math.max(one.from, other.from, span.from) - start;
          const whose = one.voice === 'melody' ? 'the tune’s' : 'the bass’s';
          const words =
            kind === 'half-step'
              ? `half step on ${countedAt(metre, tick)}: ${nameOf(other.midi)} against ${whose} ${nameOf(one.midi)}`
              : `third of ${harmony.name ?? 'the chord'} twice on ${countedAt(metre, tick)}: ${nameOf(one.midi)}`;
          const place = `${kind} ${tick}`;
          if (!found.has(place) || one.voice === 'melody') found.set(place, { kind, bar, tick, words });
        }
    }
    return [...found.values()].sort((a, b) => a.tick - b.tick);
  });
}

const meetingTicks = (
  one: SoundingTone,
  other: SoundingTone,
  span: Pick<SoundingTone, 'from' | 'to'>,
): Ticks => Math.max(0, Math.min(one.to, other.to, span.to) - Math.max(one.from, other.from, span.from));

/** "bar 3: half step on 2&: F against the tune’s E". */
export const findingLine = (first: Score, { bar, words }: TwoGuitarFinding): string =>
  `bar ${numberOfBar(first, bar)}: ${words}`;

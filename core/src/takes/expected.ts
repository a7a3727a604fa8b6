import type { StringNumber } from '../instrument/index.ts';
import type { Midi } from '../pitch/index.ts';
import type { Feel, Score, Ticks, Voice } from '../score/index.ts';
import { layTimeline, type SoundEvent } from '../sound/index.ts';

/** One note that the study asks for. */
export interface ExpectedNote {
  readonly voice: Voice;
  readonly string: StringNumber;
  /** From the capo. */
  readonly fret: number;
  /** As heard, to the nearest semitone. */
  readonly midi: Midi;
  readonly attack: SoundEvent['attack'];
  /** Seconds at the study's own tempo. */
  readonly startS: number;
  readonly endS: number;
  readonly velocity: number;
}

/** What is struck at one moment of the study, in the order it is played. */
export interface ExpectedEvent {
  /** Bar of the written score, from 0, and which bar in the order played. */
  readonly bar: number;
  readonly played: number;
  readonly tick: Ticks;
  /** Seconds at the study's own tempo, swing applied. */
  readonly atS: number;
  readonly isGrace: boolean;
  readonly notes: readonly ExpectedNote[];
}

/** Bars of the written score, from 0, both included. */
export interface BarSpan {
  readonly first: number;
  readonly last: number;
}

export interface Expected {
  readonly events: readonly ExpectedEvent[];
  /** Struck, but without a pitch that could be told: dead strokes and slaps. */
  readonly unpitched: number;
}

/** A stroke so much before the others of its moment is a grace note. */
const graceS = 0.04;

/** What a study asks to be played, in the order played, or some bars of it. */
export function expectedOf(score: Score, bars?: BarSpan, feel: Partial<Feel> = {}): Expected {
  const { first, last } = bars ?? { first: 0, last: score.bars.length - 1 };
  const sounds = layTimeline(score, feel).events.filter(({ bar }) => bar >= first && bar <= last);
  const pitched = sounds.filter(({ tones }) => !tones.includes('dead') && !tones.includes('slap'));
  const moments = new Map<string, SoundEvent[]>();
  for (const sound of pitched) {
    const key = `${sound.played} ${sound.tick}`;
    moments.set(key, [...(moments.get(key) ?? []), sound]);
  }
  const events = [...moments.values()].flatMap((together): ExpectedEvent[] => {
    const latest = Math.max(...together.map(({ startS }) => startS));
    const isGrace = ({ startS }: SoundEvent) => latest - startS > graceS && together.length > 1;
    return [
      eventOf(together.filter(isGrace), true),
      eventOf(
        together.filter((each) => !isGrace(each)),
        false,
      ),
    ].flatMap((event) => event ?? []);
  });
  return { events: events.sort((a, b) => a.atS - b.atS), unpitched: sounds.length - pitched.length };
}

function eventOf(together: readonly SoundEvent[], isGrace: boolean): ExpectedEvent | undefined {
  const [head] = together;
  if (!head) return undefined;
  return {
    bar: head.bar,
    played: head.played,
    tick: head.tick,
    atS: Math.min(...together.map(({ startS }) => startS)),
    isGrace,
    notes: together.map(({ voice, string, fret, midi, attack, startS, endS, velocity }) => ({
      voice,
      string,
      fret,
      midi: Math.round(midi),
      attack,
      startS,
      endS,
      velocity,
    })),
  };
}

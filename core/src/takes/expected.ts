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
  /** Where its pitch moves; null where it stays. */
  readonly way: PitchWay | null;
}

/** A pitch that is under way: slid to, bent, or slid in from nowhere. Times in seconds from the note's start at the study's own tempo. */
export interface PitchWay {
  readonly lowest: Midi;
  readonly highest: Midi;
  readonly fromS: number;
  readonly untilS: number;
  /** When it first is at its own pitch. */
  readonly settlesS: number;
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
  const ways = waysOf(pitched);
  const moments = new Map<string, SoundEvent[]>();
  for (const sound of pitched) {
    const key = `${sound.played} ${sound.tick}`;
    moments.set(key, [...(moments.get(key) ?? []), sound]);
  }
  const events = [...moments.values()].flatMap((together): ExpectedEvent[] => {
    const latest = Math.max(...together.map(({ startS }) => startS));
    const isGrace = ({ startS }: SoundEvent) => latest - startS > graceS && together.length > 1;
    return [
      eventOf(together.filter(isGrace), true, ways),
      eventOf(
        together.filter((each) => !isGrace(each)),
        false,
        ways,
      ),
    ].flatMap((event) => event ?? []);
  });
  return { events: events.sort((a, b) => a.atS - b.atS), unpitched: sounds.length - pitched.length };
}

function eventOf(
  together: readonly SoundEvent[],
  isGrace: boolean,
  ways: ReadonlyMap<SoundEvent, PitchWay>,
): ExpectedEvent | undefined {
  const [head] = together;
  if (!head) return undefined;
  return {
    bar: head.bar,
    played: head.played,
    tick: head.tick,
    atS: Math.min(...together.map(({ startS }) => startS)),
    isGrace,
    notes: together.map((sound) => ({
      voice: sound.voice,
      string: sound.string,
      fret: sound.fret,
      midi: Math.round(sound.midi),
      attack: sound.attack,
      startS: sound.startS,
      endS: sound.endS,
      velocity: sound.velocity,
      way: ways.get(sound) ?? null,
    })),
  };
}

/** Half steps around the study's pitches in which a wrong note is looked for. */
const beyond = 5;

/** The pitches to listen for: those of the study, a capo on the wrong fret and a wrong string among them. */
export function pitchesAround(events: readonly ExpectedEvent[]): Midi[] {
  const wanted = events.flatMap(({ notes }) => notes.map(({ midi }) => midi));
  const lowest = Math.min(...wanted) - beyond;
  return Array.from({ length: Math.max(...wanted) + beyond - lowest + 1 }, (_, index) => lowest + index);
}

/** A pitch is at its own within so many cents. */
const ownCents = 50;

/** The ways of all pitches that move, by their sounds. */
function waysOf(sounds: readonly SoundEvent[]): ReadonlyMap<SoundEvent, PitchWay> {
  const onString = new Map<StringNumber, SoundEvent>();
  const ways = new Map<SoundEvent, PitchWay>();
  for (const sound of sounds) {
    const { midi, curve, glideS, startS, endS } = sound;
    const before = glideS > 0 ? onString.get(sound.string) : undefined;
    onString.set(sound.string, sound);
    if (!before && curve.length === 0) continue;
    const pitches = [midi, ...curve.map(({ cents }) => midi + cents / 100), ...(before ? [before.midi] : [])];
    ways.set(sound, {
      lowest: Math.floor(Math.min(...pitches)),
      highest: Math.ceil(Math.max(...pitches)),
      fromS: -glideS,
      untilS: endS - startS,
      settlesS: curve.find(({ cents }) => Math.abs(cents) < ownCents)?.at ?? 0,
    });
  }
  return ways;
}

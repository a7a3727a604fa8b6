import { mulberry32 } from '../random/index.ts';
import { isOnBeat, beatTicks, type Score } from '../score/index.ts';
import { layTimeline, type SoundEvent } from '../sound/index.ts';
import type { HeardNote } from '../listening/index.ts';

/** What a simulated student does otherwise than written. Shares from 0 to 1. */
export interface StudentFaults {
  /** Bars from 0 of those played, both included; all without. */
  readonly bars?: { readonly first: number; readonly last: number };
  /** Against the study's own tempo; 1 as written. */
  readonly pace?: number;
  /** Spread of all strokes, in ms. */
  readonly unsteadyMs?: number;
  /** The tune's notes between the beats come so much early, in ms. */
  readonly rushMs?: number;
  /** The thumb comes late on one beat of the bar, from 1. */
  readonly limp?: { readonly beat: number; readonly ms: number };
  /** Between the thumb and the finger of a pinch, in ms. */
  readonly splitMs?: number;
  readonly missedShare?: number;
  /** Of hammers and pulls only. */
  readonly droppedSlursShare?: number;
  /** The next string at the same fret. */
  readonly wrongStringShare?: number;
  readonly extraShare?: number;
  /** Before which bars of the order played, from 0, there is a stop of how long. */
  readonly stops?: readonly { readonly before: number; readonly seconds: number }[];
  /** At the end of which bar the student goes back to the beginning of which, from 0. */
  readonly restarts?: readonly { readonly after: number; readonly backTo: number }[];
  /** How long the bass rings beside what is written. */
  readonly bassRings?: number;
  /** How much louder than written the thumb is, in dB. */
  readonly loudThumbDb?: number;
}

/** A fault that was put in, so that it can be looked for. */
export interface PutIn {
  readonly kind: 'missed' | 'wrong' | 'extra';
  /** Bar of the written score, from 0. */
  readonly bar: number;
  readonly midi: number;
  /** About when, in seconds of the take. */
  readonly atS: number;
}

export interface SimulatedTake {
  readonly notes: readonly HeardNote[];
  /** The same as it sounds. */
  readonly sounds: readonly SoundEvent[];
  readonly durationS: number;
  readonly putIn: readonly PutIn[];
  /** How many notes came early between the beats, and how many strokes of the thumb limped. */
  readonly rushed: number;
  readonly limped: number;
}

/** Open strings of the tuning lie four or five half steps apart as a rule: what the string beside would give. */
const besideString = [5, -5, 4];
/** A break before a student begins again. */
const breathS = 0.9;

/**
 * A student at the other end of the room: plays a study with chosen faults, dealt from a seed. Nothing in it knows how takes are judged.
 */
export function playAsStudent(score: Score, faults: StudentFaults, seed: number): SimulatedTake {
  const { events, bars } = layTimeline(score);
  const { first, last } = faults.bars ?? { first: 0, last: bars.length - 1 };
  const pace = faults.pace ?? 1;
  const student: Student = { score, faults, random: mulberry32(seed) };
  const played: Stroke[] = [];
  let now = 0.4;
  for (const { bar: number, pauseS } of orderPlayed(first, last, faults)) {
    const bar = bars[number];
    if (!bar) continue;
    now += pauseS;
    const together = events.filter((event) => event.played === number && !isUnpitched(event));
    for (const sound of together)
      played.push(...strokesFor(sound, together, now + (sound.startS - bar.startS) * pace, student));
    now += (bar.endS - bar.startS) * pace;
  }
  const count = (is: (stroke: Stroke) => boolean) =>
    played.filter((stroke) => stroke.note && is(stroke)).length;
  return {
    notes: played.flatMap(({ note }) => note ?? []).sort((a, b) => a.startS - b.startS),
    sounds: played.flatMap(({ sound }) => sound ?? []),
    durationS: now,
    putIn: played.flatMap(({ putIn }) => putIn ?? []),
    rushed: count(({ of }) => (faults.rushMs ?? 0) > 0 && isRushable(of, score)),
    limped: count(({ of }) => faults.limp !== undefined && isLimping(of, score, faults.limp.beat)),
  };
}

interface Student {
  readonly score: Score;
  readonly faults: StudentFaults;
  readonly random: () => number;
}

/** One stroke, what came of it, and what was wrong with it on purpose. */
interface Stroke {
  readonly of: SoundEvent;
  readonly note?: HeardNote;
  readonly sound?: SoundEvent;
  readonly putIn?: PutIn;
}

function strokesFor(
  of: SoundEvent,
  together: readonly SoundEvent[],
  dueS: number,
  student: Student,
): Stroke[] {
  const { faults, random } = student;
  const startS = Math.max(0, dueS + offMs(of, together, student) / 1000);
  const rings = of.voice === 'thumb' ? (faults.bassRings ?? 1) : 1;
  const endS = startS + (of.endS - of.startS) * (faults.pace ?? 1) * rings;
  const written = Math.round(of.midi);
  const fault = faultOf(of, faults, random);
  const putIn = fault && { kind: fault, bar: of.bar, midi: written, atS: startS };
  const beside = besideString[Math.floor(random() * besideString.length)] ?? 5;
  const midi = fault === 'wrong' ? written + beside : written;
  const stroke: Stroke =
    fault === 'missed'
      ? { of, ...(putIn && { putIn }) }
      : {
          of,
          ...sounding(of, { startS, endS, midi, velocity: velocityOf(of, student), sureness: 1 }),
          ...(putIn && { putIn }),
        };
  if (random() >= (faults.extraShare ?? 0)) return [stroke];
  const strayS = startS + 0.04 + random() * 0.12;
  const stray = written + (random() < 0.5 ? 1 : -1) * (1 + Math.floor(random() * 4));
  return [
    stroke,
    {
      of,
      ...sounding(of, { startS: strayS, endS: strayS + 0.2, midi: stray, velocity: 60, sureness: 1 }),
      putIn: { kind: 'extra', bar: of.bar, midi: stray, atS: strayS },
    },
  ];
}

const sounding = (
  of: SoundEvent,
  note: HeardNote & { readonly endS: number; readonly velocity: number },
) => ({
  note,
  sound: {
    ...of,
    midi: of.midi + note.midi - Math.round(of.midi),
    startS: note.startS,
    endS: note.endS,
    velocity: note.velocity,
  },
});

/** Bars in the order in which they come, with the pause before each. */
function orderPlayed(first: number, last: number, { stops = [], restarts = [] }: StudentFaults) {
  const order: { bar: number; pauseS: number }[] = [];
  const left = [...restarts];
  for (let bar = first; bar <= last; bar += 1) {
    const isAgain = order.length > 0 && (order.at(-1)?.bar ?? 0) + 1 !== bar;
    const pauseS = isAgain ? breathS : (stops.find(({ before }) => before === bar)?.seconds ?? 0);
    order.push({ bar, pauseS });
    const at = left.findIndex(({ after }) => after === bar);
    const [again] = at < 0 ? [] : left.splice(at, 1);
    if (again) bar = again.backTo - 1;
  }
  return order;
}

const isUnpitched = ({ tones }: SoundEvent): boolean => tones.includes('dead') || tones.includes('slap');

function faultOf(
  sound: SoundEvent,
  faults: StudentFaults,
  random: () => number,
): 'missed' | 'wrong' | undefined {
  const { missedShare = 0, droppedSlursShare = 0, wrongStringShare = 0 } = faults;
  const isSlur = sound.attack === 'fretting-hand';
  if (random() < (isSlur ? Math.max(missedShare, droppedSlursShare) : missedShare)) return 'missed';
  return !isSlur && random() < wrongStringShare ? 'wrong' : undefined;
}

function offMs(
  sound: SoundEvent,
  together: readonly SoundEvent[],
  { score, faults, random }: Student,
): number {
  const { unsteadyMs = 5, rushMs = 0, limp, splitMs = 0 } = faults;
  let off = unsteadyMs * normal(random);
  if (isRushable(sound, score)) off -= rushMs;
  if (limp && isLimping(sound, score, limp.beat)) off += limp.ms;
  const isPinched = together.some(({ voice, tick }) => voice === 'thumb' && tick === sound.tick);
  if (sound.voice === 'melody' && isPinched) off += splitMs;
  return off;
}

/** The beat it falls on, from 1; undefined between the beats. */
function beatOf({ bar, tick }: SoundEvent, score: Score): number | undefined {
  const metre = score.bars[bar]?.metre;
  return metre && isOnBeat(metre, tick) ? tick / beatTicks(metre) + 1 : undefined;
}

const isRushable = (sound: SoundEvent, score: Score): boolean =>
  sound.voice === 'melody' && sound.attack === 'picked' && beatOf(sound, score) === undefined;

const isLimping = (sound: SoundEvent, score: Score, beat: number): boolean =>
  sound.voice === 'thumb' && beatOf(sound, score) === beat;

/** Box and Muller. */
const normal = (random: () => number): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

function velocityOf({ voice, velocity }: SoundEvent, { faults, random }: Student): number {
  const louder = voice === 'thumb' ? 10 ** ((faults.loudThumbDb ?? 0) / 20) : 1;
  return Math.max(1, Math.min(127, Math.round(velocity * louder * (0.94 + 0.12 * random()))));
}

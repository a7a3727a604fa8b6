import { beatRateHz, type ReferenceRelation } from '../instrument/index.ts';
import type { Hertz, Midi } from '../pitch/index.ts';

/** Two strings a little apart, whose beats the learner counts. */
export interface EarDrill {
  readonly relation: ReferenceRelation;
  readonly referenceMidi: Midi;
  /** In tune; the string sounded is `detuneCents` away from it. */
  readonly targetMidi: Midi;
  readonly detuneCents: number;
  readonly beatHz: Hertz;
  /** How long the pair is sounded and counted. */
  readonly seconds: number;
}

/** What the learner counted against what there was. */
export interface DrillResult {
  readonly countedBeats: number;
  readonly realBeats: number;
  /** Counted minus real rate. */
  readonly errorHz: Hertz;
  /** What the error means in cents of pitch. */
  readonly errorCents: number;
  /** Within one beat of what there was. */
  readonly isRight: boolean;
}

/** Pairs as they come up when retuning: open octaves and fretted unisons (common practice). */
const pairs: readonly (readonly [target: Midi, reference: Midi, relation: ReferenceRelation])[] = [
  [38, 50, 'octave'],
  [45, 57, 'octave'],
  [50, 62, 'octave'],
  [54, 54, 'unison'],
  [55, 55, 'unison'],
  [59, 59, 'unison'],
];
const slowestHz = 0.5;
const fastestHz = 4;
const drillSeconds = 6;

/** Draws a drill whose beats can be counted: half a beat to four beats a second. `random` returns 0 ≤ x < 1. */
export function drawDrill(random: () => number): EarDrill {
  const [targetMidi, referenceMidi, relation] = pairs[Math.floor(random() * pairs.length)] ?? [
    54,
    54,
    'unison',
  ];
  const wanted = slowestHz * (fastestHz / slowestHz) ** random();
  const side = random() < 0.5 ? -1 : 1;
  const perCent = beatRateHz(targetMidi + 0.01, referenceMidi, relation);
  const detuneCents = (side * Math.round((wanted / perCent) * 10)) / 10;
  return {
    relation,
    referenceMidi,
    targetMidi,
    detuneCents,
    beatHz: beatRateHz(targetMidi + detuneCents / 100, referenceMidi, relation),
    seconds: drillSeconds,
  };
}

/** Whether a logged drill was counted right. */
export function isCountedRight(drill: Omit<EarDrill, 'beatHz'>, countedBeats: number): boolean {
  const { targetMidi, detuneCents, referenceMidi, relation } = drill;
  const beatHz = beatRateHz(targetMidi + detuneCents / 100, referenceMidi, relation);
  return judgeDrill({ ...drill, beatHz }, countedBeats).isRight;
}

/** Judges a count of beats. */
export function judgeDrill(drill: EarDrill, countedBeats: number): DrillResult {
  const realBeats = drill.beatHz * drill.seconds;
  const errorHz = (countedBeats - realBeats) / drill.seconds;
  const perCent = beatRateHz(drill.targetMidi + 0.01, drill.referenceMidi, drill.relation);
  return {
    countedBeats,
    realBeats,
    errorHz,
    errorCents: errorHz / perCent,
    isRight: Math.abs(countedBeats - realBeats) <= 1,
  };
}

import { mulberry32 } from '../random/index.ts';
import type { Recording } from '../listening/index.ts';
import type { Score } from '../score/index.ts';
import { renderStereo } from '../sound/index.ts';
import { finished } from '../steps/index.ts';
import { playAsStudent } from './student.ts';

/** How far a simulated recording is from a clean one. */
export interface RecordingFaults {
  /** How sharp the whole is, in cents. */
  readonly cents: number;
  /** How far the pitch sways around that, in cents, about once in two seconds, as a worn disc does. */
  readonly wowCents: number;
  /** Noise below the loudest deflection, in dB; null: none. */
  readonly hissDb: number | null;
}

/** An old tape of a guitar tuned down a half step, a little flat. */
export const usualRecordingFaults: RecordingFaults = { cents: -118, wowCents: 3, hissDb: -46 };

const wowHz = 0.55;
const sampleRate = 22_050;

/** A recording of a score as a steady player plays it, with the faults of an old machine. Invented: no real recording is behind it. Answers both channels. */
export function simulatedRecording(
  score: Score,
  { cents, wowCents, hissDb }: RecordingFaults = usualRecordingFaults,
  seed = 1,
): Recording {
  const take = playAsStudent(score, { unsteadyMs: 5 }, seed);
  const timeline = { events: take.sounds, durationS: take.durationS };
  const { left, right } = finished(renderStereo(timeline, sampleRate));
  const random = mulberry32(seed);
  const channels = [left, right].map((clean) => worn(clean, cents, wowCents));
  if (hissDb !== null) {
    const loudest = Math.max(
      ...channels.map((samples) => samples.reduce((most, each) => Math.max(most, Math.abs(each)), 0)),
    );
    const level = loudest * 10 ** (hissDb / 20);
    for (const samples of channels)
      for (let at = 0; at < samples.length; at += 1)
        samples[at] = (samples[at] ?? 0) + level * (2 * random() - 1);
  }
  return { channels, sampleRate };
}

/** Read at a speed that is off and sways; straight lines between samples are good enough for an old machine. */
function worn(samples: Float32Array, cents: number, wowCents: number): Float32Array<ArrayBuffer> {
  const out = new Float32Array(Math.floor(samples.length / 2 ** ((cents + wowCents) / 1200)));
  let from = 0;
  for (let at = 0; at < out.length; at += 1) {
    const whole = Math.floor(from);
    const part = from - whole;
    out[at] = (samples[whole] ?? 0) * (1 - part) + (samples[whole + 1] ?? 0) * part;
    const sway = wowCents * Math.sin((2 * Math.PI * wowHz * at) / sampleRate);
    from += 2 ** ((cents + sway) / 1200);
  }
  return out;
}

import { midiOf, parsePitch, type Midi } from '../pitch/index.ts';
import { lowToHighIndex, type StringNumber } from './strings.ts';
import { standardPitches } from './tuning-table.ts';

/** Semitones below standard at which a string of a usual set is likely to rattle (common practice). */
const slackBelow = 4;
/** Semitones above standard, at which the tension is 1.5 times what the string is made for. */
const breaksAbove = 4;

/** What the string is made for: its pitch in standard tuning. */
const usualMidi = (string: StringNumber): Midi => {
  const pitch = parsePitch(standardPitches[lowToHighIndex(string)] ?? '');
  return pitch.ok ? midiOf(pitch.value) : 0;
};

/**
 * What to mind when a string turns: steel strings may break when raised past what they are made for, and rattle when
 * slack. Common practice; no safe limit is promised.
 */
export function retuningCaution(string: StringNumber, cents: number, target: Midi): string | undefined {
  const above = target - usualMidi(string);
  if (cents > 0 && above >= breaksAbove)
    return 'goes far above what it is made for and will most likely break: choose a lower octave, or a thinner string';
  if (cents > 0 && above > 0)
    return 'goes above its usual pitch and may break: turn slowly, keep your face away, use a fresh string, or tune lower with a capo';
  if (cents > 0) return 'goes up: turn slowly, keep your face away, and prefer fresh strings';
  if (cents < 0 && -above >= slackBelow)
    return 'goes far down: expect a slack string that may rattle; touch it lightly or fit a thicker one';
  return undefined;
}

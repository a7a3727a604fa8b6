import type { StringNumber } from '../instrument/index.ts';
import { inPlayingOrder } from './reading.ts';
import type { GripFrets, Note } from './schema.ts';
import { beatTicks, type Metre } from './ticks.ts';

const marks: Record<string, Partial<Note>> = {
  h: { arrival: 'hammer-on' },
  p: { arrival: 'pull-off' },
  s: { arrival: 'slide' },
  x: { dead: true },
  o: { ending: 'stopped' },
  t: { tied: true },
  b: { bendCents: 50 },
  B: { bendCents: 200 },
  d: { stroke: 'drag' },
  D: { stroke: 'brush' },
  U: { stroke: 'brush-back' },
  M: { ornament: 'mordent' },
  H: { harmonic: true },
};

const usualBeats = { t: 1, m: 0.5 } as const;

/**
 * Notes in short writing, by spaces: voice, string, fret, beat, length in beats and marks, as in `t5:3@1/1 m1:0@2.5/0.5h`. Without
 * a length a thumb note lasts a beat and a melody note half of one; without a fret the grip's is meant. `f3` after the marks is a finger,
 * `=i` a picking digit. For music that ships or is tested with the program: what cannot be read throws.
 */
export function shortNotes(text: string, metre: Metre, grip?: GripFrets): Note[] {
  const beat = beatTicks(metre);
  return text
    .split(/\s+/)
    .filter(Boolean)
    .map((token): Note => {
      const match =
        /^([tm])([1-6])(?::(\d+))?@([\d.]+)(?:\/([\d.]+))?([hpsxotbBdDUMH]*)(?:f([1-4T]))?(?:=([pima]))?$/.exec(
          token,
        );
      if (!match) throw new Error(token);
      const [, voice, string, fret, at, length, letters = '', finger, picking] = match;
      return {
        tick: Math.round((Number(at) - 1) * beat),
        durationTicks: Math.round(Number(length ?? usualBeats[voice as 't' | 'm']) * beat),
        string: Number(string) as StringNumber,
        fret: Number(fret ?? grip?.[6 - Number(string)] ?? 0),
        voice: voice === 't' ? 'thumb' : 'melody',
        ...Object.assign({}, ...[...letters].map((letter) => marks[letter])),
        ...(finger ? { finger: finger === 'T' ? 'T' : Number(finger) } : {}),
        ...(picking ? { picking } : {}),
      } as Note;
    })
    .sort(inPlayingOrder);
}

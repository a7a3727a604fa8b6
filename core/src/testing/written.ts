import type { StringNumber } from '../instrument/index.ts';
import {
  beatTicks,
  blankScore,
  inPlayingOrder,
  type Bar,
  type Metre,
  type Note,
  type PlacedGrip,
  type Score,
} from '../score/index.ts';
import { frets } from './parsed.ts';

const fourFour: Bar['metre'] = { beats: 4, unit: 4 };
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
};

/**
 * Notes in short writing, by spaces: voice, string, fret, beat, length in beats and marks, as in `t5:3@1/1 m1:0@2.5/0.5h`. Without
 * a length a thumb note lasts a beat and a melody note half of one. `f3` after the marks is a finger, `=i` a picking digit.
 */
export function notes(text: string, metre: Metre = fourFour): Note[] {
  const beat = beatTicks(metre);
  return text
    .split(/\s+/)
    .filter(Boolean)
    .map((token): Note => {
      const match =
        /^([tm])([1-6]):(\d+)@([\d.]+)(?:\/([\d.]+))?([hpsxotbBdDU]*)(?:f([1-4T]))?(?:=([pima]))?$/.exec(
          token,
        );
      if (!match) throw new Error(token);
      const [, voice, string, fret, at, length, letters = '', finger, picking] = match;
      return {
        tick: Math.round((Number(at) - 1) * beat),
        durationTicks: Math.round(Number(length ?? (voice === 't' ? 1 : 0.5)) * beat),
        string: Number(string) as StringNumber,
        fret: Number(fret),
        voice: voice === 't' ? 'thumb' : 'melody',
        ...Object.assign({}, ...[...letters].map((letter) => marks[letter])),
        ...(finger ? { finger: finger === 'T' ? 'T' : Number(finger) } : {}),
        ...(picking ? { picking } : {}),
      } as Note;
    })
    .sort(inPlayingOrder);
}

/** A score of bars in short writing; a bar may begin with its grip in brackets, as in `[x32010] t5:3@1`. */
export function written(bars: readonly string[], over: Partial<Score> = {}): Score {
  return {
    ...blankScore({ title: 'Written' }),
    ...over,
    bars: bars.map((text): Bar => {
      const match = /^\[([^\]]+)\]\s*(.*)$/.exec(text);
      const grips: PlacedGrip[] = match?.[1] ? [{ tick: 0, frets: frets(match[1]) }] : [];
      return { metre: fourFour, grips, thumbPattern: 'by-hand', notes: notes(match?.[2] ?? text) };
    }),
  };
}

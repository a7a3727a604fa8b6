import { parseFingers } from '../hands/index.ts';
import type { StringNumber } from '../instrument/index.ts';
import {
  blankScore,
  inPlayingOrder,
  type Arrival,
  type Bar,
  type Note,
  type PlacedGrip,
  type Score,
} from '../score/index.ts';
import { frets, key, tuning } from './parsed.ts';

/** A passage with the fretting fingers that teachers print for it. */
export interface Passage {
  readonly name: string;
  readonly score: Score;
  /** Fingers expected of a note, any of them right; notes without an entry are free. */
  readonly expected: ReadonlyMap<Note, readonly string[]>;
  readonly usesThumb: boolean;
}

const eighth = 480;
const lengths: Readonly<Record<string, number>> = { q: 2 * eighth, h2: 4 * eighth };
const arrivals: Readonly<Record<string, Arrival>> = { h: 'hammer-on', p: 'pull-off', s: 'slide' };

/** The passages of a text written as the head of `core/checks/fingers.txt` explains. */
export const passagesIn = (text: string): Passage[] =>
  text
    .split('\n')
    .filter((line) => line.trim() !== '' && !line.startsWith('#'))
    .map(passageOf);

function passageOf(line: string): Passage {
  const [name = '', strings = '', keyName = '', grips = '', bars = ''] = line.split('|');
  const expected = new Map<Note, readonly string[]>();
  const written = bars.split('//').map((text): Bar => {
    let tick = 0;
    const notes = text
      .trim()
      .split(/\s+/)
      .flatMap((moment) => {
        const struck = moment.split('+').map((token) => noteOf(token, tick, expected));
        tick += Math.max(...struck.map(({ durationTicks }) => durationTicks));
        return struck;
      });
    return {
      metre: { beats: Math.max(4, Math.ceil(tick / 960)), unit: 4 },
      thumbPattern: 'by-hand',
      grips: [],
      notes: notes.sort(inPlayingOrder),
    };
  });
  for (const grip of grips.split(';').filter((each) => each.trim() !== '')) {
    const match = /^(\d+)\.(\d+) ([^=]+)(?:=(.+))?$/.exec(grip.trim());
    const bar = written[Number(match?.[1]) - 1];
    if (!match || !bar) throw new Error(`${name}: ${grip}`);
    bar.grips.push(gripOf((Number(match[2]) - 1) * 960, match[3] ?? '', match[4]));
  }
  const score = {
    ...blankScore({ title: name }),
    tuning: { ...tuning(strings), pitches: [...tuning(strings).pitches] },
    key: key(keyName),
    tempoBpm: 90,
    scaleMm: 650,
    bars: written,
  };
  return { name, score, expected, usesThumb: line.includes('T') };
}

function gripOf(tick: number, shape: string, given: string | undefined): PlacedGrip {
  const read = frets(shape);
  if (given === undefined) return { tick, frets: read };
  const fingers = parseFingers(given, read);
  if (!fingers.ok) throw new Error(given);
  return { tick, frets: read, fingers: [...fingers.value] };
}

function noteOf(token: string, tick: number, expected: Map<Note, readonly string[]>): Note {
  const match = /^([tm])?([hps])?([1-6])\/(\d+)(q|h2)?(?::([1-4T]+))?$/.exec(token);
  if (!match) throw new Error(token);
  const [, voice, arrival, string, fret, length, fingers] = match;
  const note: Note = {
    tick,
    durationTicks: lengths[length ?? ''] ?? eighth,
    string: Number(string) as StringNumber,
    fret: Number(fret),
    voice: voice === 't' ? 'thumb' : 'melody',
    ...(arrival ? { arrival: arrivals[arrival] } : {}),
  };
  if (fingers) expected.set(note, [...fingers]);
  return note;
}

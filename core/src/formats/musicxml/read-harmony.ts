import { noteNameText, parseNoteName } from '../../pitch/index.ts';
import type { PlacedGrip } from '../../score/index.ts';
import { childrenOf, find, numberOf, textOf, type XmlNode } from '../xml/index.ts';
import { chordKinds } from './harmony.ts';

/** Our suffix of a MusicXML chord kind. */
const suffixes = new Map(Object.entries(chordKinds).map(([suffix, kind]) => [kind, suffix]));

/** What a `harmony` element says: a chord symbol, a grip, or both. */
export interface Harmony {
  readonly symbol: string | undefined;
  readonly grip: Omit<PlacedGrip, 'tick'> | undefined;
}

const nameOf = (node: XmlNode | undefined, part: string): string | undefined => {
  const step = textOf(node, part, `${part}-step`);
  const alter = Math.round(numberOf(node, part, `${part}-alter`) ?? 0);
  const parsed = step ? parseNoteName(step) : undefined;
  return parsed?.ok && Math.abs(alter) <= 2 ? noteNameText({ ...parsed.value, alter }) : undefined;
};

export function readHarmony(harmony: XmlNode): Harmony {
  const root = nameOf(harmony, 'root');
  const bass = nameOf(harmony, 'bass');
  const kind = find(harmony, 'kind');
  const suffix = suffixes.get(kind?.text ?? '') ?? kind?.attributes.text ?? '';
  return {
    symbol: root === undefined ? undefined : `${root}${suffix}${bass ? `/${bass}` : ''}`,
    grip: gripOf(find(harmony, 'frame')),
  };
}

/** The frets of a frame of six strings; a string without a note is not played. */
function gripOf(frame: XmlNode | undefined): Harmony['grip'] {
  if (!frame || (numberOf(frame, 'frame-strings') ?? 6) !== 6) return undefined;
  const frets: (number | null)[] = Array<null>(6).fill(null);
  const fingers: (1 | 2 | 3 | 4 | 'T' | null)[] = Array<null>(6).fill(null);
  for (const note of childrenOf(frame, 'frame-note')) {
    const [string, fret] = [numberOf(note, 'string'), numberOf(note, 'fret')];
    if (!string || fret === undefined || !Number.isInteger(string) || !Number.isInteger(fret))
      return undefined;
    if (string > 6 || fret < 0 || fret > 24) return undefined;
    frets[6 - string] = fret;
    const finger = textOf(note, 'fingering');
    if (finger && /^[1-4T]$/.test(finger)) fingers[6 - string] = finger === 'T' ? 'T' : (Number(finger) as 1);
  }
  if (frets.every((fret) => fret === null)) return undefined;
  return { frets, ...(fingers.some((finger) => finger !== null) ? { fingers } : {}) };
}

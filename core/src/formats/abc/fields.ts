import { keyFifths, noteNameText, parseNoteName, type Key } from '../../pitch/index.ts';
import { beatTicks, metreFrom, ticksPerQuarter, type Bar } from '../../score/index.ts';

/** A key as ABC says it: how it is called, and the sharps (+) or flats (−) of its signature. */
export interface AbcKey {
  readonly key: Key;
  readonly fifths: number;
}

/** Modes and how many fifths their signature lies from that of the major key on the same tonic (ABC standard 2.1, 4.6). */
const modes: Readonly<Record<string, { readonly fifths: number; readonly mode: Key['mode'] }>> = {
  '': { fifths: 0, mode: 'major' },
  maj: { fifths: 0, mode: 'major' },
  ion: { fifths: 0, mode: 'major' },
  m: { fifths: -3, mode: 'minor' },
  min: { fifths: -3, mode: 'minor' },
  aeo: { fifths: -3, mode: 'minor' },
  mix: { fifths: -1, mode: 'major' },
  dor: { fifths: -2, mode: 'minor' },
  phr: { fifths: -4, mode: 'minor' },
  lyd: { fifths: 1, mode: 'major' },
  loc: { fifths: -5, mode: 'minor' },
};

/** Reads a K: field; undefined when it is none that is known. "none" and an empty field are C. */
export function readKey(field: string): AbcKey | undefined {
  const text = field.replace(/\b(clef|octave|transpose|middle|stafflines|t|m)=\S+/g, '').trim();
  if (text === '' || /^none/i.test(text)) return { key: { tonic: 'C', mode: 'major' }, fifths: 0 };
  if (/^H[Pp]/.test(text)) return { key: { tonic: 'A', mode: 'major' }, fifths: 2 };
  const match = /^([A-G][#b]?)\s*([A-Za-z]*)/.exec(text);
  const tonic = parseNoteName(match?.[1] ?? '');
  const word = (match?.[2] ?? '').toLowerCase();
  const mode = modes[word] ?? modes[word.slice(0, 3)];
  if (!tonic.ok || !mode) return undefined;
  const fifths = keyFifths({ tonic: noteNameText(tonic.value), mode: 'major' }) + mode.fifths;
  if (Math.abs(fifths) > 7) return undefined;
  return { key: { tonic: noteNameText(tonic.value), mode: mode.mode }, fifths };
}

const sharpOrder = ['F', 'C', 'G', 'D', 'A', 'E', 'B'];

/** How much a signature raises a letter: −1, 0 or 1. */
export function signatureAlter(fifths: number, letter: string): number {
  const at = sharpOrder.indexOf(letter);
  if (fifths > 0) return at < fifths ? 1 : 0;
  return 6 - at < -fifths ? -1 : 0;
}

/** Reads an M: field; undefined for "none" and what no bar can be. */
export function readMetre(field: string): Bar['metre'] | undefined {
  const text = field.trim();
  if (text === 'C') return { beats: 4, unit: 4 };
  if (text === 'C|') return { beats: 2, unit: 2 };
  const match = /^\(?([\d+\s]+)\)?\/(\d+)$/.exec(text);
  const beats = match?.[1]?.split('+').reduce((sum, each) => sum + Number(each), 0) ?? NaN;
  const unit = Number(match?.[2]);
  return metreFrom(beats, unit);
}

/** Unit note length in ticks when no L: field gives it (ABC standard 2.1, 3.1.7). */
export const usualUnit = ({ beats, unit }: Bar['metre']): number =>
  beats / unit < 0.75 ? ticksPerQuarter / 4 : ticksPerQuarter / 2;

/** Reads an L: field in ticks. */
export function readUnit(field: string): number | undefined {
  const match = /^1(?:\/(\d+))?$/.exec(field.trim());
  const ticks = match ? (4 * ticksPerQuarter) / Number(match[1] ?? 1) : NaN;
  return Number.isInteger(ticks) && ticks >= 15 ? ticks : undefined;
}

/** Reads a Q: field as quarter notes a minute. A bare number counts felt beats. */
export function readTempo(field: string, metre: Bar['metre']): number | undefined {
  const text = field.replace(/"[^"]*"/g, '').trim();
  const match = /^(?:([\d/\s]+)=)?\s*(\d+(?:\.\d+)?)$/.exec(text);
  const count = Number(match?.[2]);
  if (!match || !(count > 0)) return undefined;
  const lengths = match[1]?.trim().split(/\s+/) ?? [];
  const quarters =
    lengths.length === 0
      ? beatTicks(metre) / ticksPerQuarter
      : lengths.reduce((sum, each) => {
          const [over, under = '1'] = each.split('/');
          return sum + (4 * Number(over)) / Number(under);
        }, 0);
  const bpm = Math.round(count * quarters * 100) / 100;
  return bpm >= 20 && bpm <= 320 ? bpm : undefined;
}

import { fail, ok, type Result } from '../../fault/index.ts';
import type { Score } from '../../score/index.ts';
import { readAbc } from '../abc/index.ts';
import { readScore } from '../jocund-json/index.ts';
import { jotHead, readJot } from '../jot/index.ts';
import { readFormatOf, type ReadFormat } from '../kinds/index.ts';
import { readMidi, type MidiReadOptions } from '../midi/index.ts';
import { readMusicXml } from '../musicxml/index.ts';
import { unpackMxl } from '../mxl/index.ts';
import type { Reading } from '../reading/index.ts';
import { readTextTab, type TextTabOptions } from '../text-tab/index.ts';

/** A file's format by its content, else by its name. */
function kindOf(name: string, bytes: Uint8Array, text: string): ReadFormat | undefined {
  const starts = (word: string) => [...word].every((each, index) => bytes[index] === each.charCodeAt(0));
  if (starts('MThd')) return 'midi';
  if (starts('PK')) return 'mxl';
  const head = text.trimStart();
  if (head.startsWith('{')) return 'jocund';
  if (head.startsWith('<')) return 'musicxml';
  if (jotHead.test(text)) return 'jot';
  if (/^\s*(%.*\n\s*)*X:\s*\d/.test(text) || (/^K:/m.test(text) && /^[TML]:/m.test(text))) return 'abc';
  if (/-{3}/.test(text)) return 'text-tab';
  return readFormatOf(name);
}

/** Bytes as text: UTF-8, or UTF-16 where a mark says so, else one character a byte. */
function decode(bytes: Uint8Array, decoder: Decoder): string {
  const utf16 = (bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff);
  return decoder(bytes, utf16 ? (bytes[0] === 0xff ? 'utf-16le' : 'utf-16be') : 'utf-8').replace(
    /^\uFEFF/,
    '',
  );
}

/** Decodes bytes; the platform's own, handed in. */
export type Decoder = (bytes: Uint8Array, encoding: 'utf-8' | 'utf-16le' | 'utf-16be') => string;

/** Answers to what a file leaves open. */
export type ReadOptions = TextTabOptions & MidiReadOptions;

/** What was read, and as which format. */
export interface AnyReading extends Reading {
  readonly kind: ReadFormat;
}

/** Reads a file of any format Jocund knows; the fault names the file. */
export function readAny(
  name: string,
  bytes: Uint8Array,
  decoder: Decoder,
  options: ReadOptions = {},
): Result<AnyReading> {
  const text = decode(bytes, decoder);
  const kind = kindOf(name, bytes, text);
  const read = kind ? readAs(kind, bytes, text, options) : unknownFile;
  if (read.ok) return ok({ ...read.value, kind: kind ?? 'jocund' });
  return fail(read.fault.reason, read.fault.remedy, { file: name, ...read.fault.place });
}

const unknownFile = fail(
  'The file is of no format Jocund reads',
  'Choose a Jocund, Jot, MusicXML, MIDI, ABC or plain-text tab file',
);

/** A score that came back as it was. */
const whole = (score: Result<Score>): Result<Reading> =>
  score.ok ? ok({ content: { kind: 'score', score: score.value }, leftOut: [] }) : score;

function readAs(kind: ReadFormat, bytes: Uint8Array, text: string, options: ReadOptions): Result<Reading> {
  switch (kind) {
    case 'jocund':
      return whole(readScore(text));
    case 'jot':
      return whole(readJot(text));
    case 'musicxml':
      return readMusicXml(text);
    case 'mxl': {
      const xml = unpackMxl(bytes);
      return xml.ok ? readMusicXml(xml.value) : xml;
    }
    case 'midi':
      return readMidi(bytes, options);
    case 'abc':
      return readAbc(text);
    case 'text-tab':
      return readTextTab(text, options);
  }
}

/** What kinds of sound files begin with, where, and what they are called. Beginnings as the formats' own documents give them (RFC 2361, RFC 3533, RFC 9639, ISO 14496-12; MPEG audio and Matroska from memory). */
const kinds: readonly {
  readonly type: string;
  readonly begins: (bytes: Uint8Array) => boolean;
}[] = [
  { type: 'audio/wav', begins: (bytes) => has(bytes, 0, 'RIFF') && has(bytes, 8, 'WAVE') },
  { type: 'audio/ogg', begins: (bytes) => has(bytes, 0, 'OggS') },
  { type: 'audio/flac', begins: (bytes) => has(bytes, 0, 'fLaC') },
  { type: 'audio/mp4', begins: (bytes) => has(bytes, 4, 'ftyp') },
  { type: 'audio/aiff', begins: (bytes) => has(bytes, 0, 'FORM') && has(bytes, 8, 'AIF') },
  { type: 'audio/mpeg', begins: (bytes) => has(bytes, 0, 'ID3') || isMpegFrame(bytes) },
  {
    type: 'audio/webm',
    begins: ([a, b, c, d]) => a === 0x1a && b === 0x45 && c === 0xdf && d === 0xa3,
  },
];

const has = (bytes: Uint8Array, from: number, text: string): boolean =>
  [...text].every((letter, index) => bytes[from + index] === letter.charCodeAt(0));

/** Eleven bits set, then a version and a layer that exist; ADTS has layer 0. */
const isMpegFrame = ([first, second = 0]: Uint8Array): boolean =>
  first === 0xff && (second & 0xe0) === 0xe0 && (second & 0x18) !== 0x08;

/** The media type of a sound file by how it begins; undefined where it is none. */
export const soundKindOf = (beginning: Uint8Array): string | undefined =>
  kinds.find(({ begins }) => begins(beginning))?.type;

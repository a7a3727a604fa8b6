/** A file format Jocund reads or writes. */
export interface Format {
  readonly label: string;
  /** What it is good for, and what it leaves behind. */
  readonly says: string;
  /** Its media type (those of IANA's list where it has one). */
  readonly type: string;
  /** Endings of its files, with their point; the first is the one written. */
  readonly endings: readonly [string, ...string[]];
  readonly isRead: boolean;
  readonly isWritten: boolean;
  /** It shows the fingers of both hands: not to be made before they are worked out. */
  readonly showsFingers: boolean;
}

/** Every format, in the order they are offered. Readers and writers are records over it: one that is missing does not compile. */
export const formats = {
  pdf: {
    label: 'PDF',
    says: 'The printed sheet, ready for any printer.',
    type: 'application/pdf',
    endings: ['.pdf'],
    isRead: false,
    isWritten: true,
    showsFingers: true,
  },
  jocund: {
    label: 'Jocund file',
    says: 'Opens here again, whole.',
    type: 'application/json',
    endings: ['.jocund.json', '.json'],
    isRead: true,
    isWritten: true,
    showsFingers: false,
  },
  jot: {
    label: 'Jot',
    says: 'The whole piece as plain text, to be typed on in any editor.',
    type: 'text/plain',
    endings: ['.jot'],
    isRead: true,
    isWritten: true,
    showsFingers: false,
  },
  musicxml: {
    label: 'MusicXML',
    says: 'Opens in other notation software, with strings, frets and both voices.',
    type: 'application/vnd.recordare.musicxml+xml',
    endings: ['.musicxml', '.xml'],
    isRead: true,
    isWritten: true,
    showsFingers: false,
  },
  mxl: {
    label: 'MusicXML, packed',
    says: 'The same in a smaller file.',
    type: 'application/vnd.recordare.musicxml',
    endings: ['.mxl'],
    isRead: true,
    isWritten: true,
    showsFingers: false,
  },
  midi: {
    label: 'MIDI',
    says: 'Plays anywhere. Strings and marks stay behind.',
    type: 'audio/midi',
    endings: ['.mid', '.midi'],
    isRead: true,
    isWritten: true,
    showsFingers: false,
  },
  abc: {
    label: 'ABC',
    says: 'Melody and chords as text. The thumb stays behind.',
    type: 'text/vnd.abc',
    endings: ['.abc'],
    isRead: true,
    isWritten: true,
    showsFingers: false,
  },
  'text-tab': {
    label: 'Text tab',
    says: 'Six lines for an e-mail. Fingers stay behind.',
    type: 'text/plain',
    endings: ['.txt', '.tab'],
    isRead: true,
    isWritten: true,
    showsFingers: false,
  },
  svg: {
    label: 'SVG',
    says: 'The printed sheet as a drawing.',
    type: 'image/svg+xml',
    endings: ['.svg'],
    isRead: false,
    isWritten: true,
    showsFingers: true,
  },
  wav: {
    label: 'WAV',
    says: 'The sound of both voices, in stereo.',
    type: 'audio/wav',
    endings: ['.wav'],
    isRead: false,
    isWritten: true,
    showsFingers: false,
  },
  csv: {
    label: 'CSV',
    says: 'Every note as a row of a table.',
    type: 'text/csv',
    endings: ['.csv'],
    isRead: false,
    isWritten: true,
    showsFingers: false,
  },
} as const satisfies Readonly<Record<string, Format>>;

type Formats = typeof formats;
export type FormatId = keyof Formats;
export type ReadFormat = { [Id in FormatId]: Formats[Id]['isRead'] extends true ? Id : never }[FormatId];
export type WrittenFormat = {
  [Id in FormatId]: Formats[Id]['isWritten'] extends true ? Id : never;
}[FormatId];

const all = Object.keys(formats) as FormatId[];
const isRead = (id: FormatId): id is ReadFormat => formats[id].isRead;
const isWritten = (id: FormatId): id is WrittenFormat => formats[id].isWritten;

const readFormats: readonly ReadFormat[] = all.filter(isRead);
export const writtenFormats: readonly WrittenFormat[] = all.filter(isWritten);

/** The endings of files Jocund reads, for choosing one. */
export const readEndings: readonly string[] = [
  ...new Set(
    readFormats.flatMap((id) => formats[id].endings.map((each) => each.slice(each.lastIndexOf('.')))),
  ),
];

/** The endings of files Jocund writes. */
export const writtenEndings: readonly string[] = writtenFormats.flatMap((id) => [...formats[id].endings]);

const hasEnding = (name: string) => (id: FormatId) =>
  formats[id].endings.some((ending) => name.toLowerCase().endsWith(ending));

/** The format a file is to be read as by its name alone. */
export const readFormatOf = (name: string): ReadFormat | undefined => readFormats.find(hasEnding(name));

/** The format a file of this name is written in. */
export const writtenFormatOf = (name: string): WrittenFormat | undefined =>
  writtenFormats.find(hasEnding(name));

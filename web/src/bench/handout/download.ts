import { endpoints, requestFile, type PrintedSheet } from '@jocund/contract';
import { describeFault, ok, type Result } from '@jocund/core/fault';
import { layPages, type BarFingers, type Inks, type Paper } from '@jocund/core/engraving';
import { writeScore } from '@jocund/core/formats/jocund-json';
import { shownNames } from '@jocund/core/pitch';
import type { Score } from '@jocund/core/score';
import { sent } from '../../api/queries.ts';
import { fileNameOf, saveFile } from '../../ui/save-file.ts';
import { startWork } from '../../work/work-client.ts';

/** What a file of a handout is made from. */
export interface Handed {
  readonly score: Score;
  readonly inks: Inks;
  readonly student: string;
  readonly fingers: readonly BarFingers[];
  /** The same fingers with their places, as they are sent. */
  readonly placedFingers: PrintedSheet['fingers'];
  readonly paper: Paper;
  readonly leftHanded: boolean;
  /** Whether standard notation stands over the tab. */
  readonly staff: boolean;
  readonly comments: boolean;
  readonly names: PrintedSheet['names'];
}

/** How the making of a file is followed and given up. */
export interface Making {
  readonly signal: AbortSignal;
  /** Share done, 0 to 1. */
  readonly onProgress: (share: number) => void;
}

/** A format a score can be taken away in. Its writer is loaded when it is first asked for. */
export interface FileFormat {
  readonly id: string;
  readonly label: string;
  /** What it is good for, and what it leaves behind. */
  readonly says: string;
  readonly ending: string;
  readonly type: string;
  /** It shows the fingers of both hands: not to be made before they are worked out. */
  readonly needsFingers?: true;
  readonly write: (handed: Handed, making: Making) => Promise<Result<string | Uint8Array<ArrayBuffer>>>;
}

/** As compact discs have it. */
const sampleRate = 44_100;

export const fileFormats: readonly FileFormat[] = [
  {
    id: 'pdf',
    label: 'PDF',
    says: 'The printed sheet, ready for any printer.',
    ending: '.pdf',
    type: 'application/pdf',
    needsFingers: true,
    write: async (
      { score, inks, student, placedFingers, paper, leftHanded, staff, comments, names },
      { signal },
    ) =>
      ok(
        await requestFile(endpoints.printSheet, {
          body: {
            score: sent(score),
            inks,
            student,
            fingers: placedFingers,
            paper,
            leftHanded,
            staff,
            comments,
            names,
          },
          signal,
        }),
      ),
  },
  {
    id: 'jocund',
    label: 'Jocund file',
    says: 'Opens here again, whole.',
    ending: '.jocund.json',
    type: 'application/json',
    write: ({ score }) => Promise.resolve(ok(writeScore(score))),
  },
  {
    id: 'musicxml',
    label: 'MusicXML',
    says: 'Opens in other notation software, with strings, frets and both voices.',
    ending: '.musicxml',
    type: 'application/vnd.recordare.musicxml+xml',
    write: async ({ score }) => (await import('@jocund/core/formats/musicxml')).writeMusicXml(score),
  },
  {
    id: 'midi',
    label: 'MIDI',
    says: 'Plays anywhere. Strings and marks stay behind.',
    ending: '.mid',
    type: 'audio/midi',
    write: async ({ score }) =>
      ok(Uint8Array.from((await import('@jocund/core/formats/midi')).writeMidi(score, { swing: 'applied' }))),
  },
  {
    id: 'abc',
    label: 'ABC',
    says: 'Melody and chords as text. The thumb stays behind.',
    ending: '.abc',
    type: 'text/vnd.abc',
    write: async ({ score }) => ok((await import('@jocund/core/formats/abc')).writeAbc(score)),
  },
  {
    id: 'text',
    label: 'Text tab',
    says: 'Six lines for an e-mail. Fingers stay behind.',
    ending: '.txt',
    type: 'text/plain',
    write: async ({ score }) => ok((await import('@jocund/core/formats/text-tab')).writeTextTab(score)),
  },
  {
    id: 'svg',
    label: 'SVG',
    says: 'The printed sheet as a drawing.',
    ending: '.svg',
    type: 'image/svg+xml',
    needsFingers: true,
    write: async ({ score, inks, student, fingers, paper, leftHanded, staff, comments, names }) => {
      const pages = layPages(score, {
        shown: (text) => shownNames(text, names),
        leftHanded,
        fingers,
        student,
        paper,
        comments,
        staff: staff ? (await import('@jocund/core/staff')).drawStaff : undefined,
        signs: { picking: true, fretting: true },
      });
      return ok((await import('@jocund/core/formats/svg')).writeSvg(pages, inks));
    },
  },
  {
    id: 'wav',
    label: 'WAV',
    says: 'The sound of both voices, in stereo.',
    ending: '.wav',
    type: 'audio/wav',
    write: async ({ score }, making) => ok(await startWork('soundFile', { score, sampleRate }, making)),
  },
  {
    id: 'csv',
    label: 'CSV',
    says: 'Every note as a row of a table.',
    ending: '.csv',
    type: 'text/csv',
    write: async ({ score }) => ok((await import('@jocund/core/formats/csv')).writeNotesCsv(score)),
  },
];

/** Makes a file and hands it to the browser. Answers why it could not be made, if so. */
export async function takeFile(
  format: FileFormat,
  handed: Handed,
  making: Making,
): Promise<string | undefined> {
  const written = await format.write(handed, making);
  if (making.signal.aborted) return undefined;
  if (!written.ok) return describeFault(written.fault);
  saveFile(written.value, format.type, `${fileNameOf(handed.score.title)}${format.ending}`);
  return undefined;
}

import { endpoints, requestFile, type PrintedSheet, type SheetLook } from '@jocund/contract';
import { describeFault, ok, type Result } from '@jocund/core/fault';
import { layPages, type BarFingers } from '@jocund/core/engraving';
import { writeScore } from '@jocund/core/formats/jocund-json';
import { formats, writtenFormats, type Format, type WrittenFormat } from '@jocund/core/formats/kinds';
import { shownNames } from '@jocund/core/pitch';
import type { Score } from '@jocund/core/score';
import { sent } from '../../api/queries.ts';
import { fileNameOf, saveFile } from '../../ui/save-file.ts';
import { startWork } from '../../work/work-client.ts';
import type { Also } from './use-also.ts';

/** What a file of a handout is made from. */
export interface Handed {
  readonly score: Score;
  /** How the sheet is set, and for whom. */
  readonly look: SheetLook;
  readonly fingers: readonly BarFingers[];
  /** The same fingers with their places, as they are sent. */
  readonly placedFingers: PrintedSheet['fingers'];
  readonly grade: PrintedSheet['grade'];
  /** Other pieces on the same sheet. */
  readonly also?: Also | undefined;
}

/** How the making of a file is followed and given up. */
export interface Making {
  readonly signal: AbortSignal;
  /** Share done, 0 to 1. */
  readonly onProgress: (share: number) => void;
}

type Write = (handed: Handed, making: Making) => Promise<Result<string | Uint8Array<ArrayBuffer>>>;

/** A format a score can be taken away in. */
export interface FileFormat extends Format {
  readonly id: WrittenFormat;
}

export const fileFormats: readonly FileFormat[] = writtenFormats.map((id) => ({ ...formats[id], id }));

/** As compact discs have it. */
const sampleRate = 44_100;

/** The writer of each format, loaded when it is first asked for. */
const writers: Readonly<Record<WrittenFormat, Write>> = {
  pdf: async ({ score, look, placedFingers, grade, also }, { signal }) =>
    ok(
      await requestFile(endpoints.printSheet, {
        body: {
          ...look,
          score: sent(score),
          fingers: placedFingers,
          grade,
          ...(also && also.printed.length > 0 ? { also: also.printed } : {}),
        },
        signal,
      }),
    ),
  jocund: ({ score }) => Promise.resolve(ok(writeScore(score))),
  jot: async ({ score }) => ok((await import('@jocund/core/formats/jot')).writeJot(score)),
  musicxml: async ({ score }) => (await import('@jocund/core/formats/musicxml')).writeMusicXml(score),
  mxl: async ({ score }) => {
    const xml = (await import('@jocund/core/formats/musicxml')).writeMusicXml(score);
    return xml.ok ? ok(Uint8Array.from((await import('@jocund/core/formats/mxl')).packMxl(xml.value))) : xml;
  },
  midi: async ({ score }) =>
    ok(Uint8Array.from((await import('@jocund/core/formats/midi')).writeMidi(score, { swing: 'applied' }))),
  abc: async ({ score }) => ok((await import('@jocund/core/formats/abc')).writeAbc(score)),
  'text-tab': async ({ score }) => ok((await import('@jocund/core/formats/text-tab')).writeTextTab(score)),
  svg: async ({ score, look, fingers, grade, also }) => {
    const { inks, names, staff } = look;
    const pages = layPages(score, {
      ...look,
      shown: (text) => shownNames(text, names),
      fingers,
      grade,
      also: also?.drawn,
      language: names,
      staff: staff ? (await import('@jocund/core/staff')).drawStaff : undefined,
      signs: { picking: true, fretting: true },
    });
    return ok((await import('@jocund/core/formats/svg')).writeSvg(pages, inks));
  },
  wav: async ({ score }, making) => ok(await startWork('soundFile', { score, sampleRate }, making)),
  csv: async ({ score }) => ok((await import('@jocund/core/formats/csv')).writeNotesCsv(score)),
};

/** Makes a file and hands it to the browser. Answers why it could not be made, if so. */
export async function takeFile(
  format: FileFormat,
  handed: Handed,
  making: Making,
): Promise<string | undefined> {
  const written = await writers[format.id](handed, making);
  if (making.signal.aborted) return undefined;
  if (!written.ok) return describeFault(written.fault);
  saveFile(written.value, format.type, `${fileNameOf(handed.score.title)}${format.endings[0]}`);
  return undefined;
}

import {
  endpoints,
  request,
  requestFile,
  type PrintedSheet,
  type PrintedSheetSent,
  type Taught,
} from '@jocund/contract';
import { mediumHand } from '@jocund/core/hands';
import { asDocument } from '@jocund/core/score/document';
import { startWork } from '../work/work-client.ts';

/** One student's sheets: what of the things in hand is to be printed. */
export interface WantedSheets {
  readonly student: Taught['student'];
  readonly assignmentIds: readonly string[];
}

type Paper = PrintedSheet['paper'];

/** What is at hand on the music stand: comments, grips, and where the tempo is written in. */
const holds = {
  comments: true,
  grips: true,
  practice: true,
  tuning: true,
  song: false,
  large: false,
} as const satisfies PrintedSheet['holds'];

/** What the sheet of a day shows as the teacher's own browser has it. */
export type DayLook = Pick<PrintedSheet, 'staff' | 'call' | 'names' | 'leftHanded'>;

/**
 * All sheets wanted as one PDF, each as its student reads it: what was given as it stands now, fingered for the student's hand. Pieces that cannot be read are left out; undefined where none is left.
 * `onProgress` is told the share done, 0 to 1.
 */
export async function dayAsPdf(
  wanted: readonly WantedSheets[],
  look: DayLook & { readonly paper: Paper },
  { signal, onProgress }: { readonly signal: AbortSignal; readonly onProgress: (share: number) => void },
): Promise<Uint8Array<ArrayBuffer> | undefined> {
  const all = wanted.reduce((sum, { assignmentIds }) => sum + assignmentIds.length, 0);
  const sheets: PrintedSheetSent[] = [];
  let done = 0;
  for (const { student, assignmentIds } of wanted) {
    const practice = await request(endpoints.readPracticeSeen, { params: { id: student.id }, signal });
    const { reading } = practice;
    for (const { id, score: given } of practice.assignments) {
      if (!given || !assignmentIds.includes(id)) continue;
      const score = reading?.school ? { ...given, pickingSchool: reading.school } : given;
      const { fingers } = await startWork(
        'checkScore',
        { score, hand: practice.hand ?? mediumHand },
        { signal },
      );
      sheets.push({
        ...look,
        inks: 'both',
        student: student.name,
        leftHanded: reading?.leftHanded ?? look.leftHanded,
        names: reading?.noteNames ?? look.names,
        holds,
        score: { ...asDocument(score) },
        fingers: fingers.map(({ place, finger, picking }) => ({ place, finger, picking })),
      });
      done += 1;
      onProgress((0.8 * done) / all);
    }
  }
  if (sheets.length === 0) return undefined;
  return requestFile(endpoints.printSheets, { body: sheets, signal });
}

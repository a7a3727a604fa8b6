import type { PrintedSheet, SheetLook } from '@jocund/contract';
import { fingersByBar, layPages, type Page } from '@jocund/core/engraving';
import { shownNames } from '@jocund/core/pitch';
import { drawStaff } from '@jocund/core/staff';
import { writePdf } from '@jocund/press';

type Printed = Pick<PrintedSheet, 'score' | 'grade' | 'fingers' | 'also'>;

const shownFingers = (fingers: Printed['fingers']) =>
  fingersByBar(fingers.map((each) => ({ ...each, picking: each.picking })));

/** The pages of a score as PDF, as the handout shows them. */
export const printSheet = (printed: Printed, look: SheetLook): Promise<Uint8Array> =>
  writePdf(pagesOf(printed, look), {
    title: printed.score.title,
    inks: look.inks,
    language: languageOf(look),
  });

/** Several sheets, each for its own reader, as one PDF in the inks and the language of the first. */
export function printSheets(sheets: readonly PrintedSheet[]): Promise<Uint8Array> {
  const [first] = sheets;
  if (!first) throw new RangeError('There is no sheet to print');
  return writePdf(
    sheets.flatMap((sheet) => pagesOf(sheet, sheet)),
    {
      title: [...new Set(sheets.map(({ student }) => student))].join(', '),
      inks: first.inks,
      language: languageOf(first),
    },
  );
}

const languageOf = ({ names }: SheetLook) => (names === 'german' ? 'de' : 'en');

function pagesOf({ score, grade, fingers, also = [] }: Printed, look: SheetLook): readonly Page[] {
  const { paper, student, leftHanded, staff, call, holds, names } = look;
  return layPages(score, {
    shown: (text) => shownNames(text, names),
    leftHanded,
    fingers: shownFingers(fingers),
    also: also.map((each) => ({ ...each, fingers: shownFingers(each.fingers) })),
    student,
    paper,
    staff: staff ? drawStaff : undefined,
    call,
    holds,
    grade,
    language: names,
    signs: { picking: true, fretting: true },
  });
}

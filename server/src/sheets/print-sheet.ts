import type { PrintedSheet, SheetLook } from '@jocund/contract';
import { fingersByBar, layPages } from '@jocund/core/engraving';
import { shownNames } from '@jocund/core/pitch';
import { drawStaff } from '@jocund/core/staff';
import { writePdf } from '@jocund/press';

type Printed = Pick<PrintedSheet, 'score' | 'grade' | 'fingers' | 'also'>;

const shownFingers = (fingers: Printed['fingers']) =>
  fingersByBar(fingers.map((each) => ({ ...each, picking: each.picking })));

/** The pages of a score as PDF, as the handout shows them. */
export function printSheet(
  { score, grade, fingers, also = [] }: Printed,
  look: SheetLook,
): Promise<Uint8Array> {
  const { paper, inks, student, leftHanded, staff, call, holds, names } = look;
  const pages = layPages(score, {
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
  return writePdf(pages, { title: score.title, inks, language: names === 'german' ? 'de' : 'en' });
}

import type { PrintedSheet } from '@jocund/contract';
import { fingersByBar, layPages } from '@jocund/core/engraving';
import { shownNames } from '@jocund/core/pitch';
import { drawStaff } from '@jocund/core/staff';
import { writePdf } from '@jocund/press';

/** The pages of a score as PDF, as the handout shows them. */
export function printSheet({
  score,
  paper,
  inks,
  student,
  leftHanded,
  staff,
  call,
  holds,
  grade,
  names,
  fingers,
}: PrintedSheet): Promise<Uint8Array> {
  const pages = layPages(score, {
    shown: (text) => shownNames(text, names),
    leftHanded,
    fingers: fingersByBar(fingers.map((each) => ({ ...each, picking: each.picking }))),
    student,
    paper,
    staff: staff ? drawStaff : undefined,
    call,
    holds,
    grade,
    language: names,
    signs: { picking: true, fretting: true },
  });
  return writePdf(pages, { title: score.title, inks });
}

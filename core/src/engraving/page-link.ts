import type { NameLanguage } from '../pitch/index.ts';
import { qrPath } from '../qr/index.ts';
import { heading, headingHeight, type PageBlock } from './page-block.ts';
import { path, text } from './shape.ts';

/** Side of the code in sheet units: some 25 mm where fret digits have nine points, which a phone reads from an arm's length (from memory: a tenth of the distance). */
const side = 126;
const size = 15;

const words: Readonly<Record<NameLanguage, { readonly head: string; readonly lines: readonly string[] }>> = {
  english: {
    head: 'Practise it on a phone',
    lines: [
      'Slowly and by two bars, with the thumb alone or both.',
      'Point the camera at the code, or type:',
    ],
  },
  german: {
    head: 'Am Telefon üben',
    lines: [
      'Langsam und je zwei Takte, der Daumen allein oder beide.',
      'Kamera auf den Code halten, oder eintippen:',
    ],
  },
};

/** Where it is practised: an address as a code for a phone's camera and in letters. */
export function drawPracticeLink(address: string, language: NameLanguage): PageBlock {
  const { head, lines } = words[language];
  const said = [...lines, address];
  return {
    height: headingHeight + side + 10,
    says: `${head}: ${address}`,
    shapes: [
      heading(head),
      path(qrPath(address, side, headingHeight), { fill: 'over' }),
      ...said.map((each, index) =>
        text(side + 10, headingHeight + 34 + index * 24, each, {
          size,
          face: 'narrow',
          anchor: 'start',
          ...(index === said.length - 1 ? { weight: 700 as const } : {}),
        }),
      ),
    ],
  };
}

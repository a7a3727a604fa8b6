import { createRequire } from 'node:module';
import type { Face } from '@jocund/core/engraving';

const require = createRequire(import.meta.url);

/** A family, and the weights it ships. */
interface Family {
  readonly name: string;
  readonly file: string;
  readonly weights: readonly number[];
}

const families: Readonly<Record<Face, Family>> = {
  serif: { name: '@fontsource/besley', file: 'besley', weights: [400, 700, 900] },
  sans: { name: '@fontsource/archivo', file: 'archivo', weights: [400, 600, 700] },
  narrow: { name: '@fontsource/archivo-narrow', file: 'archivo-narrow', weights: [400, 600, 700] },
};

/** File of a cut of the shipped fonts; the nearest weight that is not lighter, else the heaviest. */
export function fontFile(face: Face, weight: number, italic: boolean): string {
  const { name, file, weights } = families[face];
  const cut = weights.find((each) => each >= weight) ?? weights.at(-1) ?? 400;
  return require.resolve(`${name}/files/${file}-latin-${cut}-${italic ? 'italic' : 'normal'}.woff`);
}

/** Sharp, flat and quarter note, which the families lack. */
export const signsFile = require.resolve('@jocund/press/fonts/jocund-signs.otf');

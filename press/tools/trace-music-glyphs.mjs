/**
 * Traces the signs of standard notation from Bravura (SIL Open Font License 1.1) and writes their outlines to core, so that a staff is
 * drawn alike on screen, in SVG and in print, and laid out without a screen. Run: `node press/tools/trace-music-glyphs.mjs`.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { fileURLToPath } from 'node:url';
import * as fontkit from 'fontkit';

const require = createRequire(import.meta.url);
const font = fontkit.create(readFileSync(require.resolve('@vexflow-fonts/bravura/bravura.otf')));

/** Code points of SMuFL 1.4 (W3C Music Notation Community Group): heads, flags, rests, accidentals, clef, digits, dot. */
const wanted = [
  [0xe052, 0xe052],
  [0xe080, 0xe089],
  [0xe0a2, 0xe0a4],
  [0xe0a7, 0xe0a9],
  [0xe0d8, 0xe0de],
  [0xe1e7, 0xe1e7],
  [0xe240, 0xe245],
  [0xe260, 0xe264],
  [0xe4e3, 0xe4e8],
  [0xe880, 0xe889],
].flatMap(([from, to]) => Array.from({ length: to - from + 1 }, (_, index) => from + index));

const perEm = (value) => Math.round((value / font.unitsPerEm) * 1000);
const letters = { moveTo: 'M', lineTo: 'L', quadraticCurveTo: 'Q', bezierCurveTo: 'C', closePath: 'Z' };

const lines = wanted.map((code) => {
  const [glyph] = font.layout(String.fromCodePoint(code)).glyphs;
  const { minX, minY, maxX, maxY } = glyph.bbox;
  const d = glyph.path.commands
    .map(
      ({ command, args }) =>
        letters[command] + args.map((value, index) => perEm(index % 2 ? -value : value)).join(' '),
    )
    .join('');
  const box = [minX, -maxY, maxX, -minY].map(perEm);
  return `  '\\u${code.toString(16)}': { advance: ${perEm(glyph.advanceWidth)}, box: [${box.join(', ')}], d: ${JSON.stringify(d)} },`;
});

writeFileSync(
  fileURLToPath(new URL('../../core/src/staff/music-glyphs.ts', import.meta.url)),
  `/** A sign's outline in thousandths of its size, y down from its base line; the box is left, top, right, bottom. */
export interface MusicGlyph {
  readonly advance: number;
  readonly box: readonly [number, number, number, number];
  readonly d: string;
}

/** Traced from Bravura, © Steinberg Media Technologies, SIL Open Font License 1.1, by press/tools/trace-music-glyphs.mjs; do not edit. */
export const musicGlyphs: Readonly<Record<string, MusicGlyph>> = {
${lines.join('\n')}
};
`,
);

/**
 * Measures the advance widths of the fonts Jocund ships and writes them to core, so that the sheet is laid out without a
 * screen. The wider of the screen's and the page's cut counts. Run after a font changes: `node press/tools/measure-fonts.mjs`.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { fileURLToPath } from 'node:url';
import * as fontkit from 'fontkit';

const require = createRequire(import.meta.url);
const open = (name) => fontkit.create(readFileSync(require.resolve(name)));

const besley = (weight, style) => open(`@fontsource/besley/files/besley-latin-${weight}-${style}.woff`);
const narrow = (weight, style) =>
  open(`@fontsource/archivo-narrow/files/archivo-narrow-latin-${weight}-${style}.woff`);

const faces = {
  serif: [besley(700, 'normal')],
  serifItalic: [besley(400, 'italic'), besley(500, 'italic')],
  sans: [open('@fontsource/archivo/files/archivo-latin-700-normal.woff')],
  narrow: [narrow(700, 'normal')],
};

/** The screen's narrow cut is the variable font at 84 % of its width, a little wider than the page's own narrow cut. */
const screenShare = { narrow: 1.1 };

const signs = fontkit.create(readFileSync(require.resolve('../../web/src/fonts/jocund-signs.otf')));
const characters = [
  ...Array.from({ length: 95 }, (_, index) => String.fromCharCode(32 + index)),
  ...'×–“”’·♯♭♩',
];

const widthOf = (face, fonts, character) =>
  Math.max(
    ...fonts.map((font) => {
      const holder = font.hasGlyphForCodePoint(character.codePointAt(0)) ? font : signs;
      const [glyph] = holder.layout(character).glyphs;
      return Math.round((glyph.advanceWidth / holder.unitsPerEm) * 1000 * (screenShare[face] ?? 1));
    }),
  );

const tables = Object.entries(faces).map(
  ([face, fonts]) =>
    `  ${face}: {\n${characters.map((each) => `    ${JSON.stringify(each)}: ${widthOf(face, fonts, each)},`).join('\n')}\n  },`,
);
writeFileSync(
  fileURLToPath(new URL('../../core/src/engraving/glyph-widths.ts', import.meta.url)),
  `/** Advance widths in thousandths of the size, by face. Measured by press/tools/measure-fonts.mjs; do not edit. */
export const glyphWidths: Readonly<Record<'serif' | 'serifItalic' | 'sans' | 'narrow', Readonly<Record<string, number>>>> = {
${tables.join('\n')}
};
`,
);

/**
 * Draws Jocund Signs, the product's own three-glyph font (sharp, flat, quarter note), and writes it to src/fonts. Run
 * after changing a shape: `node web/tools/make-signs-font.mjs`. Units: 1000 an em.
 */
import { fileURLToPath } from 'node:url';
import opentype from 'opentype.js';

/** @param {opentype.Path} path @param {readonly (readonly [number, number])[]} points */
function polygon(path, points) {
  points.forEach(([x, y], index) => (index === 0 ? path.moveTo(x, y) : path.lineTo(x, y)));
  path.close();
}

/** An ellipse from four cubic arcs, leaning by `lean` units a unit of height. */
function ellipse(path, cx, cy, rx, ry, lean = 0) {
  const k = 0.5523;
  const at = (x, y) => [cx + x * rx + lean * y * ry, cy + y * ry];
  const curve = (...points) => path.curveTo(...points.flat());
  path.moveTo(...at(1, 0));
  curve(at(1, k), at(k, 1), at(0, 1));
  curve(at(-k, 1), at(-1, k), at(-1, 0));
  curve(at(-1, -k), at(-k, -1), at(0, -1));
  curve(at(k, -1), at(1, -k), at(1, 0));
  path.close();
}

const glyph = (name, unicode, advanceWidth, draw) => {
  const path = new opentype.Path();
  draw(path);
  return new opentype.Glyph({ name, unicode, advanceWidth, path });
};

const sharp = glyph('sharp', 0x266f, 460, (path) => {
  for (const x of [140, 270])
    polygon(path, [
      [x, -60],
      [x + 46, -60],
      [x + 46, 760],
      [x, 760],
    ]);
  for (const y of [190, 420])
    polygon(path, [
      [60, y],
      [400, y + 70],
      [400, y + 160],
      [60, y + 90],
    ]);
});

const flat = glyph('flat', 0x266d, 400, (path) => {
  polygon(path, [
    [70, 0],
    [116, 0],
    [116, 800],
    [70, 800],
  ]);
  path.moveTo(116, 330);
  path.curveTo(190, 460, 360, 470, 352, 320);
  path.curveTo(344, 190, 210, 90, 100, 0);
  path.lineTo(116, 90);
  path.curveTo(190, 150, 262, 230, 262, 310);
  path.curveTo(262, 400, 170, 380, 116, 260);
  path.close();
});

const quarter = glyph('quarternote', 0x2669, 420, (path) => {
  ellipse(path, 180, 80, 140, 96, 0.35);
  polygon(path, [
    [272, 90],
    [318, 90],
    [318, 780],
    [272, 780],
  ]);
});

const notdef = glyph('.notdef', 0, 400, () => undefined);
const space = glyph('space', 0x20, 250, () => undefined);

const font = new opentype.Font({
  familyName: 'Jocund Signs',
  styleName: 'Regular',
  unitsPerEm: 1000,
  ascender: 800,
  descender: -200,
  glyphs: [notdef, space, quarter, flat, sharp],
});
font.download(fileURLToPath(new URL('../src/fonts/jocund-signs.otf', import.meta.url)));

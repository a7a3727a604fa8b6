import { palettes, type Ink, type Inks, type Page, type Shape } from '../../engraving/index.ts';
import { Element } from '../xml/index.ts';

/** Families by face, each with what stands in for it where the font is not installed. */
const families = {
  serif: 'Besley, Georgia, serif',
  sans: 'Archivo, Helvetica, Arial, sans-serif',
  narrow: '"Archivo Narrow", Archivo, "Arial Narrow", sans-serif',
};

/**
 * Writes pages as one SVG 1.1 document (W3C Recommendation, 16 August 2011), one below the other, in mm. Text stays text; the fonts
 * are named, not embedded.
 */
export function writeSvg(pages: readonly Page[], inks: Inks): string {
  const [first] = pages;
  const { widthMm = 210, heightMm = 297, unitMm = 1 } = first ?? {};
  const [width, height] = [widthMm / unitMm, heightMm / unitMm];
  const doc = new Element();
  const svg = doc.ele('svg', {
    xmlns: 'http://www.w3.org/2000/svg',
    width: `${widthMm}mm`,
    height: `${heightMm * pages.length}mm`,
    viewBox: `0 0 ${round(width)} ${round(height * pages.length)}`,
  });
  const colours = palettes[inks];
  svg.ele('rect', { width: '100%', height: '100%', fill: colours.paper });
  pages.forEach(({ parts }, index) => {
    const page = svg.ele('g', {
      id: `page-${index + 1}`,
      transform: `translate(0 ${round(index * height)})`,
    });
    for (const { x, y, scale, shapes } of parts) {
      const group = page.ele('g', { transform: `translate(${round(x)} ${round(y)}) scale(${round(scale)})` });
      for (const shape of shapes) addShape(group, shape, colours);
    }
  });
  return `<?xml version="1.0" encoding="UTF-8"?>\n${doc.toXml({ compact: true })}\n`;
}

const round = (value: number): string => String(Math.round(value * 1000) / 1000);

function addShape(group: Element, shape: Shape, colours: Readonly<Record<Ink, string>>): void {
  if (shape.kind === 'text') {
    addText(group, shape, colours);
    return;
  }
  const look = {
    fill: shape.fill ? colours[shape.fill] : 'none',
    ...(shape.stroke
      ? { stroke: colours[shape.stroke], 'stroke-width': String(shape.strokeWidth ?? 1) }
      : {}),
    ...(shape.dash ? { 'stroke-dasharray': shape.dash.join(' ') } : {}),
    ...(shape.round ? { 'stroke-linecap': 'round' } : {}),
  };
  if (shape.kind === 'path') group.ele('path', { d: shape.d, ...look });
  else if (shape.kind === 'rect')
    group.ele('rect', {
      x: round(shape.x),
      y: round(shape.y),
      width: round(shape.width),
      height: round(shape.height),
      ...look,
    });
  else
    group.ele('ellipse', {
      cx: round(shape.cx),
      cy: round(shape.cy),
      rx: round(shape.rx),
      ry: round(shape.ry),
      ...look,
    });
}

function addText(
  group: Element,
  { x, y, text, size, face, weight, italic, anchor, ink, edged }: Extract<Shape, { kind: 'text' }>,
  colours: Readonly<Record<Ink, string>>,
): void {
  if (text === '') return;
  group
    .ele('text', {
      x: round(x),
      y: round(y),
      'font-family': families[face],
      'font-size': round(size),
      'font-weight': String(weight),
      ...(italic ? { 'font-style': 'italic' } : {}),
      'text-anchor': anchor,
      fill: colours[ink],
      ...(edged ? { stroke: colours.paper, 'stroke-width': '2.6', 'paint-order': 'stroke' } : {}),
    })
    .txt(text);
}

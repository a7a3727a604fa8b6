import { setImmediate } from 'node:timers/promises';
import {
  palettes,
  textWidth,
  type Ink,
  type Inks,
  type Page,
  type PagePart,
  type Shape,
} from '@jocund/core/engraving';
import PDFDocument from 'pdfkit';
import { fontFile, signsFile } from './fonts.ts';

const pointsPerMm = 72 / 25.4;

export interface PdfOptions {
  readonly title: string;
  readonly inks: Inks;
  /** In which language its words stand. */
  readonly language: 'en' | 'de';
}

/**
 * Prints pages as a PDF: fonts embedded as subsets, text selectable, lines as vectors. The same pages give the same bytes: no
 * clock enters the file. It is tagged (ISO 32000-1, 14.8): its title, its words, and of each drawing what it shows, in reading order.
 */
export async function writePdf(
  pages: readonly Page[],
  { title, inks, language }: PdfOptions,
): Promise<Uint8Array> {
  const doc = new PDFDocument({
    autoFirstPage: false,
    margin: 0,
    pdfVersion: '1.5',
    tagged: true,
    displayTitle: true,
    lang: language,
    info: { Title: title, Creator: 'Jocund', CreationDate: new Date(0) },
  });
  const chunks: Buffer[] = [];
  const done = new Promise<Uint8Array>((resolve, reject) => {
    doc.on('data', (chunk: Buffer) => chunks.push(chunk));
    doc.on('end', () => resolve(Buffer.concat(chunks)));
    doc.on('error', reject);
  });
  const root = doc.struct('Document');
  doc.addStructure(root);
  for (const { widthMm, heightMm, unitMm, parts } of pages) {
    // A page takes a fifth of a second: whoever else waits is served between two.
    await setImmediate();
    doc.addPage({ size: [widthMm * pointsPerMm, heightMm * pointsPerMm], margin: 0 });
    doc.scale(unitMm * pointsPerMm);
    for (const part of parts) {
      const draw = () => drawPart(doc, part, palettes[inks]);
      if (part.role === 'foot') {
        doc.markContent('Artifact', { type: 'Pagination' });
        draw();
        doc.endMarkedContent();
      } else root.add(doc.struct(tags[part.role], readAs(part), draw));
    }
  }
  root.end();
  doc.end();
  return done;
}

/** A drawing is told; words are read with blanks between what stands apart. */
const readAs = ({ role, says, shapes }: PagePart) =>
  role === 'drawing'
    ? { alt: says }
    : { actual: shapes.flatMap((shape) => (shape.kind === 'text' ? [shape.text] : [])).join(' ') };

/** Standard structure types (ISO 32000-1, 14.8.4). */
const tags = { title: 'H1', words: 'P', drawing: 'Figure' } as const;

function drawPart(doc: PDFKit.PDFDocument, { x, y, scale, shapes }: PagePart, palette: Palette): void {
  doc.save().translate(x, y).scale(scale);
  for (const shape of shapes) drawShape(doc, shape, palette);
  doc.restore();
}

type Palette = Readonly<Record<Ink, string>>;

function drawShape(doc: PDFKit.PDFDocument, shape: Shape, palette: Palette): void {
  if (shape.kind === 'text') {
    drawText(doc, shape, palette);
    return;
  }
  if (shape.kind === 'path') doc.path(shape.d);
  else if (shape.kind === 'rect') doc.rect(shape.x, shape.y, shape.width, shape.height);
  else doc.ellipse(shape.cx, shape.cy, shape.rx, shape.ry);
  const { fill, stroke, strokeWidth = 1, dash, round } = shape;
  if (stroke) {
    doc.lineWidth(strokeWidth).lineCap(round ? 'round' : 'butt');
    if (dash) doc.dash(dash[0], { space: dash[1] });
    else doc.undash();
  }
  if (fill && stroke) doc.fillAndStroke(palette[fill], palette[stroke]);
  else if (fill) doc.fill(palette[fill]);
  else if (stroke) doc.stroke(palette[stroke]);
}

/** Runs of letters that one font holds: the three signs have their own. */
const runsOf = (words: string): string[] => words.split(/([♯♭♩]+)/).filter((run) => run !== '');

function drawText(doc: PDFKit.PDFDocument, shape: Extract<Shape, { kind: 'text' }>, palette: Palette): void {
  const { x, y, text, size, face, weight, italic = false, anchor, ink, edged } = shape;
  const runs = runsOf(text).map((run) => {
    const file = /[♯♭♩]/.test(run) ? signsFile : fontFile(face, weight, italic);
    return { run, file, width: doc.font(file).fontSize(size).widthOfString(run) };
  });
  const width = runs.reduce((sum, each) => sum + each.width, 0);
  let at = anchor === 'start' ? x : anchor === 'middle' ? x - width / 2 : x - width;
  // A paper ground under the letters keeps strings and stems out of them.
  if (edged)
    doc
      .rect(at - 1, y - size * 0.74, Math.min(width, textWidth(text, size, face)) + 2, size * 0.8)
      .fill(palette.paper);
  for (const { run, file, width: runWidth } of runs) {
    doc
      .font(file)
      .fontSize(size)
      .fillColor(palette[ink])
      .text(run, at, y, { lineBreak: false, baseline: 'alphabetic' });
    at += runWidth;
  }
}

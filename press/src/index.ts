export { writePdf, type PdfOptions } from './write-pdf.ts';

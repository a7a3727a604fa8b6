export { writeCsv, writeNotesCsv, type Cell } from './write-csv.ts';

export { compareGuitars } from './compare-guitars.ts';
export { rhythmTable } from './rhythm-table.ts';
export { secondParts, type SecondPart, type SecondPartSearch } from './second-part.ts';
export {
  canPlayTogether,
  findingLine,
  twoGuitarFindings,
  type TwoGuitarFinding,
} from './two-guitar-findings.ts';
export type { Texture } from './voicings.ts';

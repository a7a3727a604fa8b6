export { changedBars, mostChangedBars, type ChangedBar } from './changed-bars.ts';
export {
  asDocument,
  documentSchema,
  openDocument,
  scoreFormat,
  scoreVersion,
  type ScoreDocument,
} from './envelope.ts';
export { withIds } from './ids.ts';
export { mendDocument, type Mended } from './mend.ts';

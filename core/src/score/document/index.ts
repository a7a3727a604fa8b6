export { asDocument, documentSchema, openDocument, scoreVersion, type ScoreDocument } from './envelope.ts';
export { withIds } from './ids.ts';
export { mendDocument, type Mended } from './mend.ts';

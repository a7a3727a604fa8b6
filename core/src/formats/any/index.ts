export { kindWords, readAny, type AnyReading, type Decoder, type FileKind } from './read-any.ts';

export { readAny, type ReadOptions, type AnyReading, type Decoder } from './read-any.ts';

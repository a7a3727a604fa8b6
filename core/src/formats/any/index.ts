export { readAny, type AnyReading, type Decoder } from './read-any.ts';

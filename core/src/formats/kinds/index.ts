export {
  formats,
  readEndings,
  readFormatOf,
  writtenEndings,
  writtenFormatOf,
  writtenFormats,
  type Format,
  type ReadFormat,
  type WrittenFormat,
} from './kinds.ts';

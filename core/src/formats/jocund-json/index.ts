export { readStudy, studyFormatVersion, writeStudy } from './jocund-json.ts';

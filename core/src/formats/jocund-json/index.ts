export { readScore, writeScore } from './jocund-json.ts';

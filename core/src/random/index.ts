export { mulberry32 } from './mulberry32.ts';

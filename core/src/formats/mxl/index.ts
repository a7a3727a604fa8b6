export { packMxl, unpackMxl } from './mxl.ts';

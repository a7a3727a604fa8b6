export { writeSvg } from './write-svg.ts';

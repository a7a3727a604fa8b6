export { Element } from './element.ts';

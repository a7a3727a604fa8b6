export { writeMusicXml } from './write-musicxml.ts';

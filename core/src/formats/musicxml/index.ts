export { writeMusicXml } from './write-musicxml.ts';
export { readMusicXml } from './read-musicxml.ts';

import { describeFault } from '@jocund/core/fault';
import { writeStudy } from '@jocund/core/formats/jocund-json';
import type { Study } from '@jocund/core/score';

/** A title as a file name: letters, digits and hyphens. */
const fileNameOf = (title: string): string =>
  title
    .normalize('NFKD')
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '')
    .toLowerCase() || 'study';

function save(text: string, type: string, name: string): void {
  const address = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
}

export const downloadJocund = (study: Study): void =>
  save(writeStudy(study), 'application/json', `${fileNameOf(study.title)}.jocund.json`);

/** The MusicXML writer is loaded when it is first asked for. Answers why the study could not be written, if so. */
export async function downloadMusicXml(study: Study): Promise<string | undefined> {
  const { writeMusicXml } = await import('@jocund/core/formats/musicxml');
  const xml = writeMusicXml(study);
  if (!xml.ok) return describeFault(xml.fault);
  save(xml.value, 'application/vnd.recordare.musicxml+xml', `${fileNameOf(study.title)}.musicxml`);
  return undefined;
}

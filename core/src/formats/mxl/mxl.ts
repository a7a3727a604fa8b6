import { strFromU8, strToU8, unzipSync, zipSync, type UnzipFileInfo } from 'fflate';
import { fail, ok, type Result } from '../../fault/index.ts';
import { childrenOf, find, readXml } from '../xml/index.ts';

/** A score in the archive may unpack to this much; beyond it nothing is unpacked. */
const largestBytes = 8 * 1024 * 1024;
const mostFiles = 64;

const containerName = 'META-INF/container.xml';
const scoreName = 'score.musicxml';

/** Packs MusicXML as `.mxl` (MusicXML 4.0, compressed): a zip with its container. The same text gives the same bytes. */
export const packMxl = (xml: string): Uint8Array =>
  zipSync(
    {
      [containerName]: strToU8(
        `<?xml version="1.0" encoding="UTF-8"?>\n<container><rootfiles><rootfile full-path="${scoreName}" media-type="application/vnd.recordare.musicxml+xml"/></rootfiles></container>\n`,
      ),
      [scoreName]: strToU8(xml),
    },
    { mtime: new Date('1980-01-02T00:00:00Z') },
  );

/** Unpacks the score of an `.mxl` archive. An archive that would unpack to more than a score can be is refused before it is. */
export function unpackMxl(bytes: Uint8Array): Result<string> {
  try {
    const files: string[] = [];
    let total = 0;
    unzipSync(bytes, {
      filter: ({ name, originalSize }: UnzipFileInfo) => {
        files.push(name);
        total += originalSize;
        return false;
      },
    });
    if (files.length > mostFiles || total > largestBytes * 2)
      return fail('The archive holds more than a score can be', 'Choose an .mxl file of one piece');
    const container = unpackOne(bytes, containerName);
    const root = container === undefined ? undefined : rootFile(container);
    const name =
      root ?? files.find((file) => /\.(musicxml|xml)$/i.test(file) && !file.startsWith('META-INF/'));
    const score = name === undefined ? undefined : unpackOne(bytes, name);
    return score === undefined
      ? fail('The archive holds no MusicXML score', 'Choose an .mxl file')
      : ok(score);
  } catch {
    return fail('The archive cannot be unpacked', 'Save it again as .mxl or .musicxml');
  }
}

function unpackOne(bytes: Uint8Array, name: string): string | undefined {
  const unpacked = unzipSync(bytes, {
    filter: (file) => file.name === name && file.originalSize <= largestBytes,
  })[name];
  return unpacked && unpacked.length <= largestBytes ? strFromU8(unpacked) : undefined;
}

function rootFile(container: string): string | undefined {
  const xml = readXml(container);
  if (!xml.ok) return undefined;
  return childrenOf(find(xml.value, 'rootfiles'), 'rootfile')[0]?.attributes['full-path'];
}

import { parseTuning, type Tuning } from '../../instrument/index.ts';
import type { Tune } from '../../melody/index.ts';
import { parseKey, transposeKey, type Key } from '../../pitch/index.ts';
import { metreFrom, scoreLimits, type Bar, type GripFrets } from '../../score/index.ts';
import { parseFrets } from '../../shapes/index.ts';
import { shortened } from '../../text/index.ts';

/** What the lines above the first system say. */
export interface Header extends Pick<
  Tune,
  'title' | 'player' | 'key' | 'capo' | 'tempoBpm' | 'swingPercent'
> {
  readonly tuning: Tuning | undefined;
  readonly metre: Bar['metre'];
  /** Grips by the name they have over the strings. */
  readonly grips: ReadonlyMap<string, GripFrets>;
}

/** A header has no more and no longer lines; what stands before is prose. */
const mostLines = 60;
const longestHeaderLine = 300;

export function readHeader(before: readonly string[]): Header {
  const lines = before.slice(-mostLines).filter((line) => line.length <= longestHeaderLine);
  const all = lines.join('\n');
  const field = (name: string) => new RegExp(`\\b${name}\\s*[:=]?\\s*([^\\n]+)`, 'i').exec(all)?.[1]?.trim();
  const plain = lines.filter((line) => line.trim() !== '' && !/[:=]/.test(line));
  const title = /^\s*title\s*[:=]\s*([^\n]+)/im.exec(all)?.[1] ?? plain[0] ?? '';
  const tempo = Number(/(?:tempo|bpm|♩|q)\s*[:=]?\s*(\d{2,3}(?:\.\d{1,6})?)/i.exec(all)?.[1]);
  const given = Number(/capo\D{0,12}(\d{1,2})/i.exec(all)?.[1] ?? 0);
  const capo = given <= 12 ? given : 0;
  const swing = Number(/swing\s*[:=]?\s*(\d{2}(?:\.\d{1,6})?)/i.exec(all)?.[1] ?? 50);
  return {
    title: shortened(title.trim(), scoreLimits.textLength),
    player: shortened(/^after (.+)$/im.exec(all)?.[1]?.trim() ?? '', scoreLimits.textLength),
    tuning: tuningOf(field('tuning')),
    capo,
    tempoBpm: tempo >= 20 && tempo <= 320 ? tempo : 100,
    swingPercent: swing >= 50 && swing <= 80 ? swing : 50,
    metre: metreOf(all),
    key: keyOf(all, capo),
    grips: gripsOf(lines),
  };
}

/** The metre a line names, else the first fraction that can be one. */
function metreOf(all: string): Bar['metre'] {
  const found =
    /\b(?:time|metre|meter)\b[^\n\d]{0,14}(\d{1,2})\/(\d{1,2})\b/i.exec(all) ??
    /\b(\d{1,2})\/(2|4|8|16)\b/.exec(all);
  return metreFrom(Number(found?.[1]), Number(found?.[2])) ?? { beats: 4, unit: 4 };
}

/** As heard; our own files name the key of the shapes, as the capo leaves it, and say so. */
function keyOf(all: string, capo: number): Key {
  const found = /\bkey\s*[:=]?\s*(?:of\s+)?([A-G][#b]?m?)(\s*\(shapes\))?/i.exec(all);
  const key = parseKey((found?.[1] ?? 'C').trim());
  if (!key.ok) return { tonic: 'C', mode: 'major' };
  return found?.[2] ? transposeKey(key.value, capo) : key.value;
}

/** "D A D G B E (6 to 1)", "drop D", "Open G": what stands first that names a tuning. */
function tuningOf(field: string | undefined): Tuning | undefined {
  if (field === undefined) return undefined;
  const words =
    field
      .replace(/\(.*$/, '')
      .split(/\s{2,}|,\s*(?=capo|tempo|swing)|;/i)[0]
      ?.trim() ?? '';
  for (const text of [words, words.replace(/\s+tuning$/i, ''), words.replace(/[-–]/g, ' ')]) {
    const tuning = parseTuning(text);
    if (tuning.ok) return tuning.value;
  }
  return undefined;
}

/** "Grips: C x32010, D7/F# 200212". */
function gripsOf(lines: readonly string[]): Map<string, GripFrets> {
  const grips = new Map<string, GripFrets>();
  for (const line of lines) {
    const list = /^\s*Grips:\s*(.*)$/.exec(line)?.[1];
    for (const entry of list?.split(', ') ?? []) {
      const [name = '', written = ''] = entry.trim().split(/\s+/);
      const frets = parseFrets(written);
      if (frets.ok) grips.set(name, frets.value);
    }
  }
  return grips;
}

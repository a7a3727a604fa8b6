import { inflateSync } from 'node:zlib';
import { layPages, type Inks, type Paper } from '@jocund/core/engraving';
import { withSigns } from '@jocund/core/pitch';
import { blankScore, type Score } from '@jocund/core/score';
import { describe, expect, test } from 'vitest';
import { writePdf } from './index.ts';

const score = (barCount: number): Score => {
  const blank = blankScore({ title: 'Bramble in A♭', barCount });
  return {
    ...blank,
    bars: blank.bars.map((bar) => ({
      ...bar,
      grips: [{ tick: 0, frets: [null, 3, 2, 0, 1, 0] }],
      notes: [
        { tick: 0, durationTicks: 1920, string: 5, fret: 3, voice: 'thumb' },
        { tick: 0, durationTicks: 960, string: 1, fret: 0, voice: 'melody', fermata: true },
      ],
    })),
  };
};
const pagesOf = (bars: number, paper: Paper = 'a4') =>
  layPages(score(bars), {
    shown: withSigns,
    leftHanded: false,
    signs: { picking: true, fretting: true },
    paper,
    student: 'Wren Halloway',
  });
const pdf = async (bars: number, inks: Inks = 'both', paper: Paper = 'a4') =>
  Buffer.from(await writePdf(pagesOf(bars, paper), { title: 'Bramble', inks, language: 'en' }));
/** Everything the file draws, its streams unpacked (ISO 32000: FlateDecode). */
const drawing = (file: Buffer) => {
  const text = file.toString('latin1');
  return [...text.matchAll(/stream\r?\n([\s\S]*?)\r?\nendstream/g)]
    .map(([, body]) => {
      try {
        return inflateSync(Buffer.from(body!, 'latin1')).toString('latin1');
      } catch {
        return '';
      }
    })
    .join('\n');
};

describe('a sheet as PDF', () => {
  test('as many pages as were laid, in the paper’s size', async () => {
    const a4 = (await pdf(60)).toString('latin1');
    expect(a4.match(/\/Type \/Page\b/g)).toHaveLength(pagesOf(60).length);
    expect(a4).toMatch(/\/MediaBox \[0 0 595\.2\d* 841\.8\d*\]/);
    expect((await pdf(4, 'both', 'letter')).toString('latin1')).toMatch(
      /\/MediaBox \[0 0 612\.?0* 792\.?0*\]/,
    );
  });
  test('it is tagged for reading aloud: language, title, and what each system plays (ISO 32000-1, 14.7 and 14.8)', async () => {
    const file = (await pdf(4)).toString('latin1');
    expect(file).toMatch(/\/MarkInfo/);
    expect(file).toMatch(/\/Lang \(en\)/);
    expect(file).toMatch(/\/S \/Document/);
    expect(file).toMatch(/\/S \/H1/);
    expect(file).toMatch(/\/S \/P\b/);
    const drawings = [...file.matchAll(/\/Alt \(((?:[^)\\]|\\.)*)\)/g)].map(([, words]) => words);
    expect(drawings.join(' ')).toContain('Bar 1: pinch 5+1, hold. Bar 2: pinch 5+1, hold.');
  });
  test('fonts are embedded, and letters map back to text so that it can be selected', async () => {
    const file = (await pdf(4)).toString('latin1');
    expect(file).toMatch(/\/FontFile[23] /);
    expect(file).toMatch(/\/ToUnicode /);
    expect(file).toMatch(/Besley/);
  });
  test('two inks, or black alone', async () => {
    /** 193/255 of red: the second ink. */
    const red = /0\.7568\d* 0\.1764\d* 0\.0666\d* (SCN|scn|RG|rg)/;
    expect(drawing(await pdf(4))).toMatch(red);
    expect(drawing(await pdf(4, 'black'))).not.toMatch(red);
  });
  test('the same score gives the same bytes', async () => {
    expect((await pdf(4)).equals(await pdf(4))).toBe(true);
  });
});

describe('pages', () => {
  test('hold whole systems between their margins', () => {
    for (const paper of ['a4', 'letter'] as const)
      for (const { heightMm, unitMm, parts } of pagesOf(80, paper))
        for (const { y } of parts) {
          expect(y).toBeGreaterThanOrEqual(14 / unitMm - 1e-9);
          expect(y).toBeLessThan((heightMm - 14) / unitMm);
        }
  });
  test('say the tuning on every page', () => {
    for (const { parts } of pagesOf(80))
      expect(JSON.stringify(parts.at(-1)!.shapes)).toContain('E A D G B E');
  });
});

import { describe, expect, test } from 'vitest';
import { valueOf } from '../../testing/value-of.ts';
import { readCaptions } from './index.ts';

describe('words with times', () => {
  test('SubRip blocks, as its usual description has them: comma, several lines, tags, a mark at the start', () => {
    const text =
      '\uFEFF1\r\n00:00:01,500 --> 00:00:04,000\r\n<i>thumb</i> on five,\r\nthen four\r\n\r\n2\r\n00:01:02,040 --> 00:01:03,000\r\nslide\r\n';
    expect(valueOf(readCaptions(text))).toEqual([
      { fromS: 1.5, toS: 4, words: 'thumb on five, then four' },
      { fromS: 62.04, toS: 63, words: 'slide' },
    ]);
  });

  test('WebVTT, without hours and with a point', () => {
    const text = 'WEBVTT\n\n00:07.250 --> 00:09.000 align:start\nreach to fret 5\n';
    expect(valueOf(readCaptions(text))).toEqual([{ fromS: 7.25, toS: 9, words: 'reach to fret 5' }]);
  });

  test('plain notes: each stands until the next, a quarter of a minute at the longest', () => {
    const text = 'about this record\n[0:05] pinch\n0:09 – let it ring\n1:00.5: home\n';
    expect(valueOf(readCaptions(text))).toEqual([
      { fromS: 5, toS: 9, words: 'pinch' },
      { fromS: 9, toS: 24, words: 'let it ring' },
      { fromS: 60.5, toS: 75.5, words: 'home' },
    ]);
  });

  test('are put in order; a block that ends before it begins, or says nothing, is left out', () => {
    const block = (from: string, to: string, words: string) => `${from} --> ${to}\n${words}\n\n`;
    const text =
      block('0:09', '0:10', 'b') +
      block('0:01', '0:02', 'a') +
      block('0:05', '0:04', 'x') +
      block('0:06', '0:07', '<b></b>');
    expect(valueOf(readCaptions(text)).map(({ words }) => words)).toEqual(['a', 'b']);
  });

  test('a text without times, or with far too many, is refused', () => {
    expect(readCaptions('verse one\nverse two')).toMatchObject({ ok: false });
    expect(readCaptions('')).toMatchObject({ ok: false });
    const many = Array.from(
      { length: 3001 },
      (_, at) => `${Math.floor(at / 60)}:${String(at % 60).padStart(2, '0')} x`,
    );
    expect(readCaptions(many.join('\n'))).toMatchObject({ ok: false });
  });
});

import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { zipSync } from 'fflate';
import { describe, expect, test } from 'vitest';
import { heardWholeMidi, placedNotes, unfold, type Score } from '../../score/index.ts';
import { layTimeline } from '../../sound/index.ts';
import { mulberry32 } from '../../random/index.ts';
import { brokenBytes, writtenInAll } from '../../testing/broken-files.ts';
import { eventTexts, tuneEvents } from '../../testing/tune-events.ts';
import { writeAbc } from '../abc/index.ts';
import { readScore, writeScore } from '../jocund-json/index.ts';
import { writeMidi } from '../midi/index.ts';
import { writeMusicXml } from '../musicxml/index.ts';
import { packMxl } from '../mxl/index.ts';
import { writeTextTab } from '../text-tab/index.ts';
import { readAny, type AnyReading } from './index.ts';

const folder = join(import.meta.dirname, '../../../corpus');
const demo = join(import.meta.dirname, '../../../../demo');
const read = (name: string, bytes: Uint8Array) =>
  readAny(name, bytes, (each, encoding) => new TextDecoder(encoding).decode(each));
const fileOf = (name: string) => readFileSync(join(folder, name));

/** Hand-made files: what each is read as, in bars and notes, or why it is refused. */
const expected: Readonly<Record<string, readonly [kind: string, bars: number, notes: number] | RegExp>> = {
  'two-strings.txt': ['text-tab', 1, 12],
  'no-bars-no-names.txt': ['text-tab', 1, 10],
  'upside-down.txt': ['text-tab', 1, 7],
  'values-line.txt': ['text-tab', 1, 9],
  'prose-between.txt': ['text-tab', 4, 21],
  'strathspey-like.abc': ['abc', 5, 32],
  'jig-like.abc': ['abc', 5, 22],
  'sung.abc': ['abc', 5, 7],
  'two-voices.abc': ['abc', 2, 5],
  'odd-signs.abc': ['abc', 1, 10],
  'melody.musicxml': ['musicxml', 2, 5],
  'piano.musicxml': ['musicxml', 1, 7],
  'notes-and-tab.musicxml': ['musicxml', 1, 1],
  'five-lines.txt': /No six lines/,
  'letter.txt': /No six lines|no format/,
  'empty.abc': /no notes/,
  'cut-off.musicxml': /broken at line 1/,
  'entities.musicxml': /entities of its own/,
  'opus.musicxml': /not a score/,
  'version-1.jocund.json': ['jocund', 8, 69],
  'half.jocund.json': /cannot be read/,
  'other.json': /not a Jocund score/,
  'broken.mxl': /cannot be unpacked|no MusicXML/,
  'cut-off.mid': /MIDI file/,
  'bytes.bin': /no format/,
};
const sizeOf = ({ content }: AnyReading) => {
  const bars = content.kind === 'score' ? content.score.bars : content.tune.bars;
  return [bars.length, bars.reduce((sum, { notes }) => sum + notes.length, 0)];
};

describe('hand-made files', () => {
  test('each file of the folder is expected', () => {
    expect(readdirSync(folder).sort()).toEqual(Object.keys(expected).sort());
  });
  test.each(Object.entries(expected))('%s', (name, what) => {
    const answer = read(name, fileOf(name));
    if (what instanceof RegExp) {
      expect(answer.ok).toBe(false);
      if (answer.ok) return;
      expect(answer.fault.reason).toMatch(what);
      expect(answer.fault.place?.file).toBe(name);
      expect(answer.fault.remedy.length).toBeGreaterThan(5);
    } else {
      if (!answer.ok) throw new Error(answer.fault.reason);
      expect([answer.value.kind, ...sizeOf(answer.value)]).toEqual(what);
    }
  });
});

const pieces = readdirSync(demo)
  .filter((name) => name.endsWith('.jocund.json'))
  .map((name): [string, Score] => {
    const score = readScore(readFileSync(join(demo, name), 'utf8'));
    if (!score.ok) throw new Error(name);
    return [name, score.value];
  });
const bytesOf = (text: string) => new TextEncoder().encode(text);
const must = (score: Score): string => {
  const xml = writeMusicXml(score);
  if (!xml.ok) throw new Error(xml.fault.reason);
  return xml.value;
};
/** Onset in quarters and pitch of every struck note of a voice, or of both; graces left out. */
const heard = (score: Score, melodyOnly = false) =>
  layTimeline({ ...score, tempoBpm: 60, swingPercent: 50 })
    .events.filter(({ voice }) => !melodyOnly || voice === 'melody')
    .map(({ startS, midi }) => `${startS.toFixed(2)} ${Math.round(midi)}`)
    .sort();
const plain = (score: Score): Score => ({
  ...score,
  bars: score.bars.map((bar) => ({
    ...bar,
    notes: bar.notes.filter(({ grace, stroke }) => !grace && !stroke),
  })),
});
const heardBack = ({ content }: AnyReading) =>
  content.kind === 'score' ? heard(content.score) : eventTexts(tuneEvents(content.tune), false);

describe.each(pieces)('generated from %s', (_, whole) => {
  const score = plain(whole);
  const back = (name: string, bytes: Uint8Array) => {
    const answer = read(name, bytes);
    if (!answer.ok) throw new Error(answer.fault.reason);
    return answer.value;
  };
  test('Jocund JSON', () => {
    const { content } = back('a.jocund.json', bytesOf(writeScore(whole)));
    expect(content).toEqual({ kind: 'score', score: whole });
  });
  test('MusicXML, packed and not, keeps strings, frets and times', () => {
    for (const answer of [back('a.musicxml', bytesOf(must(whole))), back('a.mxl', packMxl(must(whole)))]) {
      expect(answer.leftOut).toEqual([]);
      if (answer.content.kind !== 'score') throw new Error('no score');
      const places = (each: Score) =>
        placedNotes(each).map(({ atTicks, note }) => `${atTicks} ${note.string}/${note.fret} ${note.voice}`);
      // An order of performance is written out bar by bar.
      expect(places(answer.content.score)).toEqual(places(whole.order ? unfold(whole).score : whole));
    }
  });
  test('MIDI keeps pitches and onsets', () => {
    expect(heardBack(back('a.mid', writeMidi(score, { swing: 'written' })))).toEqual(heard(score));
  });
  test('ABC keeps the melody', () => {
    expect(heardBack(back('a.abc', bytesOf(writeAbc(score))))).toEqual(heard(score, true));
  });
  test('plain-text tab keeps strings, frets and times', () => {
    const { content, asks } = back('a.txt', bytesOf(writeTextTab(score)));
    expect(asks).toBeUndefined();
    if (content.kind !== 'score') throw new Error('no score');
    const struck = (each: Score) =>
      placedNotes(each)
        .filter(({ note }) => !note.tied)
        .map(({ atTicks, note }) => `${atTicks} ${note.string} ${heardWholeMidi(each, note)}`);
    expect(struck(content.score)).toEqual(struck(score));
  });
});

describe('dangerous and damaged files', () => {
  test('a thousand broken files are read, or refused with a reason', () => {
    const [, piece] = pieces[0]!;
    const files = [
      ...readdirSync(folder).map((name) => ({ name, bytes: fileOf(name) })),
      ...writtenInAll('piece', { ...piece, bars: piece.bars.slice(0, 4) }),
    ];
    const random = mulberry32(20261130);
    const count = { read: 0, refused: 0 };
    for (let number = 0; number < 1000; number += 1) {
      const { name, bytes } = files[number % files.length]!;
      const answer = read(name, brokenBytes(bytes, random));
      if (answer.ok) count.read += 1;
      else {
        count.refused += 1;
        expect(answer.fault.reason.length).toBeGreaterThan(5);
      }
    }
    expect(Math.min(count.read, count.refused)).toBeGreaterThan(100);
  });
  test('an archive that would unpack to gigabytes is refused before it is', () => {
    const bomb = zipSync({ 'score.musicxml': new Uint8Array(24 * 1024 * 1024) }, { level: 9 });
    expect(bomb.length).toBeLessThan(200_000);
    const answer = read('bomb.mxl', bomb);
    expect(!answer.ok && answer.fault.reason).toMatch(/more than a score/);
  });
  test('any bytes are read or refused with the file’s name', () => {
    const starts = fc.constantFrom(
      '',
      'MThd',
      'PK\u0003\u0004',
      '<score-partwise>',
      'X:1\nK:C\n',
      '{"format":',
      '---\n---\n',
    );
    fc.assert(
      fc.property(starts, fc.uint8Array({ maxLength: 300 }), (start, rest) => {
        const answer = read('any', Uint8Array.from([...bytesOf(start), ...rest]));
        if (!answer.ok) expect(answer.fault.place?.file).toBe('any');
      }),
      { numRuns: 500 },
    );
  });
});

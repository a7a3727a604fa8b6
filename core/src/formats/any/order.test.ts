import { expect, test } from 'vitest';
import { written } from '../../testing/written.ts';
import type { Score } from '../../score/index.ts';
import { readAbc, writeAbc } from '../abc/index.ts';
import { readMusicXml, writeMusicXml } from '../musicxml/index.ts';

/** Two sections, played A B A. */
const score = ((each: Score): Score => ({
  ...each,
  order: ['a', 'b', 'a'],
  bars: each.bars.map((bar, index) => ({
    ...bar,
    section: { id: index === 0 ? 'a' : 'b', name: index === 0 ? 'A' : 'B' },
  })),
}))(written(['m1:0@1/4', 'm1:3@1/4']));

test('ABC and MusicXML, which have no order of performance, write it out', () => {
  const abc = readAbc(writeAbc(score));
  const tune = abc.ok && abc.value.content.kind === 'tune' ? abc.value.content.tune : undefined;
  expect(tune?.bars.map(({ notes }) => notes[0]?.midi)).toEqual([64, 67, 64]);
  const xml = writeMusicXml(score);
  const back = xml.ok ? readMusicXml(xml.value) : xml;
  const bars = back.ok && back.value.content.kind === 'score' ? back.value.content.score.bars : [];
  expect(bars.map(({ notes }) => notes[0]?.fret)).toEqual([0, 3, 0]);
});

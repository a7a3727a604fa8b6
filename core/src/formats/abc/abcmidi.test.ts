import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import toneMidi from '@tonejs/midi';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { layTimeline } from '../../sound/index.ts';
import { foreignTunes } from '../../testing/foreign-tunes.ts';
import { tuneEvents } from '../../testing/tune-events.ts';
import { written } from '../../testing/written.ts';
import { readAbc, writeAbc } from './index.ts';

/** Debian's abcmidi, another reader of ABC; `npm test` installs it. Where it is missing these tests are skipped. */
const program = '/usr/bin/abc2midi';
const examples = '/usr/share/doc/abcmidi/examples';

let folder = '';
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'jocund-abc-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** What abc2midi plays of an ABC text, chords left out, in quarters. */
function played(text: string) {
  const [from, to] = [join(folder, 'tune.abc'), join(folder, 'tune.mid')];
  writeFileSync(from, text.replace(/^(K:.*)$/m, '$1\n%%MIDI gchordoff\n%%MIDI nobeataccents'));
  execFileSync(program, [from, '-o', to, '-silent'], { stdio: 'pipe' });
  const midi = new toneMidi.Midi(readFileSync(to));
  return midi.tracks.flatMap(({ notes }) =>
    notes.map(({ ticks, midi: pitch, durationTicks }) => ({
      at: ticks / midi.header.ppq,
      length: durationTicks / midi.header.ppq,
      midi: pitch,
    })),
  );
}

interface Struck {
  readonly at: number;
  readonly midi: number;
}

/** It rounds triplets to its own ticks and spreads the notes of a chord: an onset may lie a sixteenth of a quarter away. */
function expectAlike(theirs: readonly Struck[], ours: readonly Struck[]): void {
  const left = [...theirs];
  const missing = ours.filter(({ at, midi }) => {
    const found = left.findIndex((each) => each.midi === midi && Math.abs(each.at - at) < 1 / 16);
    if (found >= 0) left.splice(found, 1);
    return found < 0;
  });
  expect({ missing, tooMany: left }).toEqual({ missing: [], tooMany: [] });
}

const reading = (text: string) => {
  const read = readAbc(text);
  if (!read.ok) throw new Error(read.fault.reason);
  if (read.value.content.kind !== 'tune') throw new Error('not a tune');
  return read.value.content.tune;
};

describe.skipIf(!existsSync(program))('abc2midi', () => {
  test('plays our melody as we do, repeats and all', () => {
    const score = written(
      ['m1:0@1/1.5 m1:1@2.5/0.5 m1:3@3/2', 'm1:3@1/1t m2:1@2/1 m2:4@3/0.5 m2:3@3.5/0.5', 'm2:3@2/2 m1:0@4/1'],
      { tempoBpm: 60, capo: 2 },
    );
    const repeated = {
      ...score,
      title: 'Judged',
      bars: score.bars.map((bar, index) => (index === 1 ? { ...bar, repeatTimes: 2 } : bar)),
    };
    const ours = layTimeline(repeated).events.map(({ startS, midi }) => ({ at: startS, midi }));
    expectAlike(played(writeAbc(repeated)), ours);
  });
  test('plays 200 tunes with triplets, ties and notes outside the key as we do', { timeout: 180_000 }, () => {
    for (const score of fc.sample(foreignTunes, { numRuns: 200, seed: 12 })) {
      const ours = layTimeline(score).events.map(({ startS, midi }) => ({ at: startS, midi }));
      expectAlike(played(writeAbc(score)), ours);
    }
  });
  test.each([
    ['accidentals and ties', 'D^DE_E =FF^F=c|c_c B2 A4-|A8|]'],
    ['tuplets', '(3DEF (3A2B2c2 d2|D8|]'],
    ['repeats and endings', '|:DEFG A4|1 B4 c4:|2 B4 d4|]'],
    ['chords in brackets', '[DFA]2 [Dd]6|]'],
  ])('hears %s as we read them', (_, music) => {
    const text = `X:1\nT:Invented\nM:4/4\nL:1/8\nQ:1/4=60\nK:D\n${music}\n`;
    expectAlike(played(text), tuneEvents(reading(text)));
  });
});

describe.skipIf(!existsSync(examples))('the examples that come with abcmidi', () => {
  test.each(existsSync(examples) ? readdirSync(examples).filter((name) => name.endsWith('.abc')) : [])(
    '%s is read, or refused with a reason',
    (name) => {
      const read = readAbc(readFileSync(join(examples, name), 'latin1'));
      if (!read.ok) {
        expect(read.fault.reason.length).toBeGreaterThan(5);
        return;
      }
      const { content } = read.value;
      expect(content.kind === 'tune' ? content.tune.bars.length : 0).toBeGreaterThan(0);
    },
  );
});

import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  blankScore,
  techniques,
  withTechnique,
  validateScore,
  type Bar,
  type Note,
  type Score,
} from '../../score/index.ts';
import { note, xmlOf } from '../../testing/invented.ts';
import { written } from '../../testing/written.ts';
import { readMusicXml, writeMusicXml } from './index.ts';

const readBack = (score: Score) => {
  const read = readMusicXml(xmlOf(score));
  if (!read.ok) throw new Error(JSON.stringify(read.fault));
  if (read.value.content.kind !== 'score') throw new Error('not a score');
  return { score: read.value.content.score, leftOut: read.value.leftOut };
};
const byHand = (score: Score): Score => ({
  ...score,
  thumbPattern: 'by-hand',
  bars: score.bars.map(({ thumbPattern: _, ...bar }) => bar),
});
const sorted = (score: Score) => ({
  ...score,
  bars: score.bars.map((bar) => ({
    ...bar,
    notes: [...bar.notes].sort((a, b) => a.tick - b.tick || b.string - a.string),
  })),
});

describe('a score written and read again', () => {
  const score = byHand({
    ...written(
      [
        '[x32010] t5:3@1 m1:0@1/1.5 t4:2@2 m1:1@2.5/0.5h',
        't5:3@1/4 m2:1@1/1 m2:3@2/1s m2:3@3/2t',
        'm1:3@1/4b',
      ],
      { capo: 2, key: { tonic: 'G', mode: 'major' }, swingPercent: 60, tempoBpm: 91, player: 'Nobody' },
    ),
    title: 'There & back <again>',
  });
  test('is the same', () => {
    const { score: back, leftOut } = readBack(score);
    expect(leftOut).toEqual([]);
    expect(sorted(back)).toEqual(sorted(score));
  });
  test('bars keep pickup, repeats, endings, sections, tempo, swing and dynamics', () => {
    const marks: Partial<Bar>[] = [
      { pickup: true, metre: { beats: 1, unit: 4 } },
      {
        section: { name: 'Verse' },
        repeatStart: true,
        dynamics: [{ tick: 960, voice: 'thumb', level: 'mf' }],
      },
      { endings: [1], repeatTimes: 2, tempoBpm: 84, swingPercent: 50 },
      { endings: [2], metre: { beats: 7, unit: 8 }, swingPercent: 67 },
      { metre: { beats: 4, unit: 4 } },
    ];
    const bars = marks.map((mark) => ({ ...score.bars[2]!, notes: [note({ durationTicks: 480 })], ...mark }));
    const full = { ...score, bars };
    expect(readBack(full).score.bars.map(({ notes: _, ...bar }) => bar)).toEqual(
      bars.map(({ notes: _, ...bar }) => bar),
    );
  });
  test.each(techniques.map((each) => [each.word, each] as const))('keeps %s', (word, technique) => {
    const first = note({ string: 2, fret: 5, durationTicks: 960 });
    const fret = word === 'hammer' ? 7 : word === 'tied' || word === 'harmonic' ? 5 : 3;
    const plain = note({ tick: 960, string: 2, fret, durationTicks: 960 });
    const marked = { ...plain, ...withTechnique(plain, technique) };
    const clean = Object.fromEntries(
      Object.entries(marked).filter(([, value]) => value !== undefined),
    ) as Note;
    const notes =
      word === 'grace'
        ? [note({ tick: 960, fret: 0, string: 1, durationTicks: 960 }), { ...clean, durationTicks: 120 }]
        : [first, clean];
    const back = readBack({ ...score, bars: [{ ...score.bars[2]!, notes }] }).score.bars[0]!.notes;
    expect(back.find(({ string, tick }) => string === 2 && tick === 960)).toEqual(
      word === 'again' || word === 'slow'
        ? { ...clean, slide: clean.slide }
        : notes.find((each) => each.string === 2 && each.tick === 960),
    );
  });
  test('how far a slide and a turn go, and how the glass leans, come back; what is out of range is left out', () => {
    const notes = [
      note({
        string: 1,
        fret: 5,
        durationTicks: 960,
        slide: { from: 'below', approachFret: 2, overTicks: 240 },
      }),
      note({ tick: 960, string: 2, fret: 3, durationTicks: 960, ornament: 'hammer-pull', ornamentFrets: 3 }),
      note({
        tick: 1920,
        string: 3,
        fret: 7,
        durationTicks: 960,
        bottleneck: { angleDegrees: -10, cents: 40, vibratoCents: 30 },
      }),
    ];
    const full = { ...score, bars: [{ ...score.bars[2]!, notes }] };
    const back = readBack(full);
    expect(back.leftOut).toEqual([]);
    expect(back.score.bars[0]!.notes).toEqual(notes);
    const bent = readMusicXml(xmlOf(full).replace('turn-frets 3', 'turn-frets 33'));
    expect(bent.ok && bent.value.leftOut.map(({ what }) => what)).toEqual(['“turn-frets 33”']);
  });
  test('fingers of both hands, sung words and a bend of any amount come back', () => {
    const full = note({
      durationTicks: 960,
      finger: 3,
      picking: 'm',
      lyric: 'wa-',
      bendCents: 130,
      bendShape: 'pre-bend-release',
    });
    const thumb = note({ string: 6, fret: 2, voice: 'thumb', finger: 'T', durationTicks: 3840 });
    const back = readBack({ ...score, bars: [{ ...score.bars[2]!, notes: [full, thumb] }] }).score;
    expect(back.bars[0]!.notes).toEqual(expect.arrayContaining([full, thumb]));
  });
  test('any score that adds up comes back with its notes', () => {
    const moment = fc.record({
      string: fc.integer({ min: 1, max: 6 }),
      fret: fc.integer({ min: 0, max: 12 }),
      slots: fc.integer({ min: 1, max: 4 }),
    });
    fc.assert(
      fc.property(fc.array(fc.array(moment, { maxLength: 8 }), { minLength: 1, maxLength: 4 }), (bars) => {
        const any: Score = {
          ...blankScore({ title: 'Any', thumbPattern: 'by-hand' }),
          bars: bars.map((moments) => {
            let tick = 0;
            const notes: Note[] = [];
            for (const { string, fret, slots } of moments) {
              if (tick + slots * 240 > 3840) break;
              notes.push(
                note({ tick, durationTicks: slots * 240, string: string as 1, fret, voice: 'melody' }),
              );
              tick += slots * 240;
            }
            return {
              metre: { beats: 4, unit: 4 },
              grips: [],
              notes: [
                note({ string: 6, voice: 'thumb', durationTicks: 3840 }),
                ...notes.filter((each) => each.string !== 6),
              ],
            };
          }),
        };
        if (validateScore(any).length > 0) return;
        expect(sorted(readBack(any).score)).toEqual(sorted(any));
      }),
      { numRuns: 40 },
    );
  });
});

describe('foreign and broken files', () => {
  const partwise = (measures: string, extra = '') =>
    `<score-partwise version="4.0"><part-list><score-part id="P1"><part-name>One</part-name></score-part></part-list>${extra}<part id="P1">${measures}</part></score-partwise>`;
  const plain = (step: string, octave: number, duration = 1, more = '') =>
    `<note><pitch><step>${step}</step><octave>${octave}</octave></pitch><duration>${duration}</duration>${more}</note>`;
  const tuneOf = (text: string) => {
    const read = readMusicXml(text);
    if (!read.ok) throw new Error(read.fault.reason);
    if (read.value.content.kind !== 'tune') throw new Error('not a tune');
    return { tune: read.value.content.tune, leftOut: read.value.leftOut };
  };
  const attributes =
    '<attributes><divisions>1</divisions><key><fifths>-1</fifths><mode>minor</mode></key><time><beats>3</beats><beat-type>4</beat-type></time></attributes>';

  test('a melody without strings is a tune, its key from the signature', () => {
    const { tune } = tuneOf(
      partwise(`<measure number="1">${attributes}${plain('D', 4)}${plain('F', 4, 2)}</measure>`),
    );
    expect(tune.key).toEqual({ tonic: 'D', mode: 'minor' });
    expect(tune.bars[0]!.metre).toEqual({ beats: 3, unit: 4 });
    expect(tune.bars[0]!.notes.map(({ tick, midi, durationTicks }) => [tick, midi, durationTicks])).toEqual([
      [0, 62, 960],
      [960, 65, 1920],
    ]);
  });
  test('a part that sounds an octave lower than written is heard so', () => {
    const transposed = attributes.replace(
      '</attributes>',
      '<transpose><chromatic>0</chromatic><octave-change>-1</octave-change></transpose></attributes>',
    );
    const { tune } = tuneOf(partwise(`<measure number="1">${transposed}${plain('E', 4, 3)}</measure>`));
    expect(tune.bars[0]!.notes[0]!.midi).toBe(52);
  });
  test('timewise scores, chord symbols, and a first bar that is short', () => {
    const text = `<score-timewise><part-list><score-part id="A"/></part-list><measure number="0"><part id="A">${attributes}${plain('D', 4)}</part></measure><measure number="1"><part id="A"><harmony><root><root-step>D</root-step></root><kind>minor</kind></harmony>${plain('A', 4, 3)}</part></measure></score-timewise>`;
    const { tune } = tuneOf(text);
    expect(tune.bars.map(({ pickup, metre }) => [pickup, metre.beats])).toEqual([
      [true, 1],
      [undefined, 3],
    ]);
    expect(tune.bars[1]!.chords).toEqual([{ tick: 0, symbol: 'Dm' }]);
  });
  test('what cannot be taken over is listed once, with its bar and how often it came', () => {
    const tremolo = '<notations><ornaments><tremolo>3</tremolo></ornaments></notations>';
    const { leftOut } = tuneOf(
      partwise(
        `<measure number="1">${attributes}${plain('D', 4, 3)}</measure><measure number="2">${plain('E', 4, 1, tremolo)}${plain('E', 4, 2, tremolo)}</measure>`,
      ),
    );
    expect(leftOut).toEqual([{ what: 'tremolo', bar: 2, count: 2 }]);
  });
  test.each([
    ['no XML', 'hello', /no XML element|broken at line 1/],
    ['another XML', '<html><body/></html>', /“html” is not a score/],
    ['no parts', '<score-partwise/>', /no parts/],
    ['no notes', partwise('<measure number="1"/>'), /no notes/],
    ['entities of its own', '<!DOCTYPE a [<!ENTITY lol "ha">]><score-partwise/>', /entities of its own/],
    ['elements without end', '<a>'.repeat(5000) + '</a>'.repeat(5000), /[Nn]ested/],
    ['an element left open', `<score-partwise>\n<part-list/>\n<part id="P1">`, /broken at line \d/],
    ['a document type many times over', '<!DOCTYPE '.repeat(700_000), /entities of its own/],
  ])('%s is refused with its reason', (_, text, reason) => {
    const read = readMusicXml(text);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.fault.reason).toMatch(reason);
  });
  test('a file broken in the middle is refused, not read as the bars before', () => {
    const good = xmlOf(written(['m1:0@1', 'm1:3@1', 'm1:5@1', 'm1:7@1']));
    const read = readMusicXml(good.slice(0, good.lastIndexOf('<measure') + 40));
    expect(!read.ok && read.fault.reason).toMatch(/broken at line \d+/);
  });
  test('another program changed tuning and key: the notation is right, and what went is told', () => {
    const xml = xmlOf(written(['[x32010] t5:3@1 m1:0@1']));
    const lower = xml.replace(
      /(<staff-tuning line="1">\s*<tuning-step>)E/,
      (_, before: string) => `${before}D`,
    );
    expect(lower).not.toBe(xml);
    const read = readMusicXml(lower.replace('<fifths>0</fifths>', '<fifths>1</fifths>'));
    if (!read.ok || read.value.content.kind !== 'score') throw new Error('not read');
    expect(read.value.content.score.tuning.pitches[0]).toBe('D2');
    expect(read.value.content.score.key).toEqual({ tonic: 'G', mode: 'major' });
    expect(read.value.leftOut.map(({ what }) => what)).toEqual([
      'the tuning Standard of before: the staff names other strings',
      'the key C of before: the staff is in G',
    ]);
  });
  test('the bar that leads back to a pickup leaves its time out', () => {
    const repeat = '<barline location="right"><repeat direction="backward"/></barline>';
    const { tune } = tuneOf(
      partwise(
        `<measure number="0">${attributes}${plain('D', 4)}</measure><measure number="1">${plain('A', 4, 3)}</measure><measure number="2">${plain('G', 4, 2)}${repeat}</measure><measure number="3">${plain('F', 4, 2)}</measure>`,
      ),
    );
    expect(tune.bars.map(({ metre }) => metre.beats)).toEqual([1, 3, 2, 2]);
    expect(tune.bars.map(({ pickup }) => pickup)).toEqual([true, undefined, undefined, undefined]);
  });
  test('grace notes with no note after them are told as what they are', () => {
    const grace = '<note><grace/><pitch><step>E</step><octave>4</octave></pitch></note>';
    const { tune, leftOut } = tuneOf(
      partwise(`<measure number="1">${attributes}${plain('D', 4, 3)}${grace}</measure>`),
    );
    expect(tune.bars[0]!.notes).toHaveLength(1);
    expect(leftOut).toEqual([{ what: 'grace notes with no note after them', bar: 1, count: 1 }]);
  });
  test('a field of ours with a pitch that is none is left alone', () => {
    const good = xmlOf(written(['[x32010] t5:3@1 m1:0@1']));
    const broken = good.replace('"B3"', '"B"').replace('&quot;B3&quot;', '&quot;B&quot;');
    expect(broken).not.toBe(good);
    const read = readMusicXml(broken);
    expect(read.ok && read.value.content.kind === 'score' && read.value.content.score.tuning.pitches).toEqual(
      ['E2', 'A2', 'D3', 'G3', 'B3', 'E4'],
    );
  });
  test('any cut or change of a good file is read or refused, never thrown', () => {
    const good = xmlOf(written(['[x32010] t5:3@1 m1:0@1 m1:1@2.5h']));
    fc.assert(
      fc.property(fc.nat(good.length), fc.nat(40), fc.string({ maxLength: 6 }), (at, cut, put) => {
        const text = good.slice(0, at) + put + good.slice(at + cut);
        const read = readMusicXml(text);
        if (!read.ok) expect(read.fault.reason.length).toBeGreaterThan(5);
      }),
      { numRuns: 200 },
    );
  });
  test('a score whose bars do not add up is not written', () => {
    const score = written(['m1:0@4/2']);
    expect(writeMusicXml(score).ok).toBe(false);
  });
});

import { parse, validate } from 'musicxml-io';
import createVerovioModule from 'verovio/wasm';
import { VerovioToolkit } from 'verovio/esm';
import { beforeAll, describe, expect, test } from 'vitest';
import { layTimeline } from '../../sound/index.ts';
import { blankScore, type Score } from '../../score/index.ts';
import { applyThumb } from '../../thumb/index.ts';
import { note, xmlOf } from '../../testing/invented.ts';
import { writeMusicXml } from './index.ts';

/** Invented: every kind of length, a tie over the bar line, a triplet, an odd bar, each technique. */
function inventedScore(tuning: Score['tuning'], capo: number): Score {
  const blank = blankScore({ title: 'Judged & <checked>', player: 'Nobody', tuning, barCount: 3 });
  const bars: Score['bars'] = [
    {
      metre: { beats: 4, unit: 4 },
      grips: [
        { tick: 0, frets: [0, 0, 0, 2, 3, 2] },
        { tick: 1920, frets: [null, 0, 2, 0, 2, 0] },
      ],
      notes: [
        note({ tick: 480, string: 2, fret: 1 }),
        note({ tick: 960, string: 2, fret: 3, arrival: 'hammer-on', durationTicks: 1200 }),
        note({ tick: 2400, string: 1, fret: 5 }),
        note({ tick: 2400, string: 2, fret: 5 }),
        note({ tick: 2880, fret: 3, durationTicks: 960, ending: 'let-ring' }),
      ],
    },
    {
      metre: { beats: 4, unit: 4 },
      grips: [],
      notes: [
        note({ fret: 3, tied: true, durationTicks: 960 }),
        note({ tick: 960, fret: 2, durationTicks: 320 }),
        note({ tick: 1280, fret: 0, durationTicks: 320, arrival: 'pull-off' }),
        note({ tick: 1600, fret: 2, durationTicks: 320, arrival: 'slide', dead: true }),
        note({ tick: 2160, string: 3, fret: 2, durationTicks: 240, ending: 'stopped', accent: true }),
      ],
    },
    {
      metre: { beats: 5, unit: 4 },
      grips: [],
      notes: [note({ string: 2, durationTicks: 4800, ending: 'palm-damped' })],
    },
  ];
  return applyThumb({ ...blank, capo, bars, tempoBpm: 60 });
}

const openD = { name: 'Open D', pitches: ['D2', 'A2', 'D3', 'F#3', 'A3', 'D4'] };
const openG = { name: 'Open G', pitches: ['D2', 'G2', 'D3', 'G3', 'B3', 'D4'] };
const standard = { name: 'Standard', pitches: ['E2', 'A2', 'D3', 'G3', 'B3', 'E4'] };
const cases: [string, Score][] = [
  ['standard', inventedScore(standard, 0)],
  ['open D, capo 2', inventedScore(openD, 2)],
  ['open G', inventedScore(openG, 0)],
  ['open D a half step down, capo 3', inventedScore({ ...openD, wholeSemitones: -1 }, 3)],
];

/** Our own truth: MIDI, onset and length in quarters (60 to the minute makes a second a quarter), written ends. */
const ours = (score: Score) =>
  layTimeline({
    ...score,
    bars: score.bars.map((bar) => ({ ...bar, notes: bar.notes.map(({ ending: _, ...rest }) => rest) })),
  })
    .events.map(({ midi, startS }) => `${startS.toFixed(3)} ${midi}`)
    .sort();

/**
 * verovio 6.3 gives every rest on a tab staff a quarter's time, whatever its duration, and does not read `capo`. So its
 * file gets each rest as a `forward` of the same duration, and the capo is added to the pitches it works out itself.
 */
const forVerovio = (score: Score) =>
  xmlOf(score).replace(
    /<note[^>]*>\s*<rest[^>]*\/>\s*<duration>(\d+)<\/duration>[\s\S]*?<\/note>/g,
    '<forward><duration>$1</duration></forward>',
  );

describe('judged by verovio, which works tab pitch out from string, fret and tuning', () => {
  let toolkit: VerovioToolkit;
  beforeAll(async () => {
    toolkit = new VerovioToolkit(await createVerovioModule());
  });

  test.each(cases)('%s: pitches and onsets are ours', (_, score) => {
    expect(toolkit.loadData(forVerovio(score))).toBeTruthy();
    toolkit.renderToMIDI();
    const map = toolkit.renderToTimemap({});
    const tiedOn = new Set([...toolkit.getMEI().matchAll(/<tie [^>]*endid="#([^"]+)"/g)].map(([, id]) => id));
    const heard = map.flatMap(({ on = [], qstamp }) =>
      on
        .filter((id) => !tiedOn.has(id))
        .map((id) => `${qstamp.toFixed(3)} ${toolkit.getMIDIValuesForElement(id).pitch + score.capo}`),
    );
    expect(heard.sort()).toEqual(ours(score));
  });
});

describe('judged by musicxml-io', () => {
  test.each(cases)('%s: valid, every bar adds up in both voices', (_, score) => {
    const parsed = parse(xmlOf(score));
    const { errors } = validate(parsed);
    expect(errors).toEqual([]);
    parsed.parts[0]!.measures.forEach((measure, index) => {
      const bar = score.bars[index]!.metre.beats * 960;
      for (const voice of ['1', '2']) {
        const notes = measure.entries.filter(
          (entry) => entry.type === 'note' && entry.voice === voice && !entry.chord,
        );
        expect(notes.reduce((sum, entry) => sum + (entry.type === 'note' ? entry.duration : 0), 0)).toBe(bar);
      }
    });
  });

  test.each(cases)('%s: pitches, onsets and durations are ours', (_, score) => {
    const parsed = parse(xmlOf(score));
    const read: string[] = [];
    let start = 0;
    for (const [index, measure] of parsed.parts[0]!.measures.entries()) {
      let now = 0;
      let onset = 0;
      for (const entry of measure.entries) {
        if (entry.type === 'backup') now -= entry.duration;
        if (entry.type !== 'note') continue;
        if (!entry.chord) {
          onset = now;
          now += entry.duration;
        }
        const tie = entry.ties?.some(({ type }) => type === 'stop') ?? entry.tie?.type === 'stop';
        if (entry.pitch && !tie) {
          const semitones = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 }[entry.pitch.step];
          read.push(
            `${((start + onset) / 960).toFixed(3)} ${(entry.pitch.octave + 1) * 12 + semitones + (entry.pitch.alter ?? 0)}`,
          );
        }
      }
      start += score.bars[index]!.metre.beats * 960;
    }
    expect(read.sort()).toEqual(ours(score));
  });

  test('tuning, capo, strings, frets and techniques are in the file', () => {
    const xml = xmlOf(cases[1]![1]);
    expect(xml).toContain('<capo>2</capo>');
    expect(xml.match(/<staff-tuning line="\d">/g)).toHaveLength(6);
    expect(xml).toContain('<tuning-step>F</tuning-step>');
    expect(xml).toContain('<hammer-on type="start" number="2">H</hammer-on>');
    expect(xml).toContain('<pull-off type="stop" number="1"');
    expect(xml.match(/<slide /g)).toHaveLength(2);
    expect(xml).toContain('<notehead>x</notehead>');
    expect(xml).toContain('<tied type="let-ring"/>');
    expect(xml).toContain('<mute>palm</mute>');
    expect(xml).toContain('Judged &amp; &lt;checked&gt;');
  });
});

test('a score whose bar overflows is refused with its place, not written wrong', () => {
  const full = {
    ...cases[0]![1],
    bars: [{ ...cases[0]![1].bars[0]!, notes: [note({ tick: 3360, durationTicks: 960 })] }],
  };
  expect(writeMusicXml(full)).toMatchObject({
    ok: false,
    fault: { place: { bar: 1, beat: 4.5, string: 1 } },
  });
});

describe('what a tuning and its grips add', () => {
  const xml = (tuning: Score['tuning'], grip: Score['bars'][number]['grips'][number]) => {
    const score = inventedScore(tuning, 0);
    return xmlOf({ ...score, bars: score.bars.with(0, { ...score.bars[0]!, grips: [grip] }) });
  };
  const plain = { tick: 0, frets: [null, 3, 2, 0, 1, 0] };
  test('a guitar a half step down has its real open strings, and the key it sounds in', () => {
    const lower = xml({ ...standard, wholeSemitones: -1 }, plain);
    const openStrings = [
      ...lower.matchAll(/<tuning-step>(.)<\/tuning-step>\s*(<tuning-alter>(-?\d)<\/tuning-alter>)?/g),
    ];
    expect(openStrings.map(([, step, , alter]) => `${step}${alter ?? ''}`)).toEqual([
      'E-1',
      'A-1',
      'D-1',
      'G-1',
      'B-1',
      'E-1',
    ]);
    expect(lower).toContain('<fifths>5</fifths>');
    expect(validate(parse(lower)).errors).toEqual([]);
  });
  test('fingers the teacher set stand in the frame, a silent string does not name the chord', () => {
    const fingered = xml(standard, { ...plain, fingers: [null, 3, 2, null, 1, null] });
    expect([...fingered.matchAll(/<fingering>(.)<\/fingering>/g)].map(([, finger]) => finger)).toEqual([
      '3',
      '2',
      '1',
    ]);
    const silent = xml(standard, { tick: 0, frets: [null, 3, 2, 0, 1, 3], silent: [1] });
    expect(silent).toContain('<kind');
    expect(/<kind[^>]*>([^<]*)/.exec(silent)?.[1]).toBe('major');
  });
});

test('fingers of single notes are written as fingering and pluck', () => {
  const blank = blankScore({ title: 'Fingers', barCount: 1 });
  const xml = xmlOf({
    ...blank,
    bars: [{ ...blank.bars[0]!, notes: [note({ fret: 3, finger: 4, picking: 'm' })] }],
  });
  expect(xml).toContain('<fingering>4</fingering>');
  expect(xml).toContain('<pluck>m</pluck>');
  expect(validate(parse(xml)).errors).toEqual([]);
});

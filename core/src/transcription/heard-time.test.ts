import { describe, expect, test } from 'vitest';
import { mulberry32 } from '../random/index.ts';
import { placedNotes, type Score } from '../score/index.ts';
import { layTimeline } from '../sound/index.ts';
import { written } from '../testing/written.ts';
import { beatGrid, heardTime, type Guess } from './index.ts';

const bar = 't5:3@1/1 t4:2@2/1 t6:3@3/1 t4:2@4/1 m1:0@1/1 m2:1@1.5/0.5 m2:1@2.5/0.5 m1:3@3/1 m1:0@4.5/0.5';
const study = written([bar, bar, bar, bar, bar, bar], { title: 'Study in C', tempoBpm: 100 });

/** Each note as it sounds, at its place; `late` puts it off, in seconds. */
function guessesOf(score: Score, late: (guess: { bar: number; voice: string }) => number = () => 0): Guess[] {
  const sounds = layTimeline(score).events;
  return placedNotes(score).map(({ bar: at, note }) => {
    const sound = sounds.find(
      (each) => each.bar === at && each.tick === note.tick && each.voice === note.voice,
    );
    return {
      bar: at,
      note,
      heard: {
        startS: (sound?.startS ?? 0) + late({ bar: at, voice: note.voice }),
        endS: null,
        midi: 60,
        velocity: null,
        sureness: 0.9,
      },
    };
  });
}
const gridOf = (score: Score) =>
  beatGrid(score, {
    beats: Array.from({ length: 30 }, (_, beat) => (beat * 60) / score.tempoBpm),
    firstBeat: 0,
  });
const inOnePart = () => 'The piece';

describe('the time of a recording', () => {
  test.each([8, 20])('a thumb that strays by %i ms is told within a third', (ms) => {
    const random = mulberry32(7);
    const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    const long = { ...study, bars: Array.from({ length: 12 }, () => study.bars).flat() };
    const strayed = guessesOf(long, ({ voice }) => (voice === 'thumb' ? (ms / 1000) * normal() : 0));
    const { thumbSdMs } = heardTime(strayed, gridOf(long), inOnePart);
    expect(Math.abs((thumbSdMs ?? 0) / ms - 1)).toBeLessThan(1 / 3);
  });

  test('a thumb that grows steadily slower is even all the same', () => {
    const slowing = guessesOf(study, ({ bar: at }) => 0.001 * at);
    expect(heardTime(slowing, gridOf(study), inOnePart).thumbSdMs).toBeLessThan(1);
  });

  test('swing is told for each part of the piece', () => {
    const swung = { ...study, swingPercent: 64 };
    const half = (at: number) => (at < 3 ? 'Verse' : 'Chorus');
    const guesses = [
      ...guessesOf(swung).filter(({ bar: at }) => at < 3),
      ...guessesOf(study).filter(({ bar: at }) => at >= 3),
    ];
    const { swings } = heardTime(guesses, gridOf(study), half);
    expect(swings.map(({ part }) => part)).toEqual(['Verse', 'Chorus']);
    expect(swings[0]?.percent).toBeCloseTo(64, 0);
    expect(swings[1]?.percent).toBeCloseTo(50, 0);
    expect(swings[0]?.count).toBe(9);
  });

  test('too little to tell from, and doubtful notes, tell nothing', () => {
    const [first] = guessesOf(study);
    expect(heardTime([first!], gridOf(study), inOnePart)).toEqual({ thumbSdMs: null, swings: [] });
    const doubtful = guessesOf(study).map((guess) => ({
      ...guess,
      heard: { ...guess.heard, sureness: 0.5 },
    }));
    expect(heardTime(doubtful, gridOf(study), inOnePart)).toEqual({ thumbSdMs: null, swings: [] });
  });
});

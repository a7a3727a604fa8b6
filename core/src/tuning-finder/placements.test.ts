import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { openMidiLowToHigh, tuningTable } from '../instrument/index.ts';
import type { Voice } from '../score/index.ts';
import { note } from '../testing/invented.ts';
import { guitar } from '../testing/parsed.ts';
import { largestSpanMm, tuningCosts } from './costs.ts';
import { fretMillimetres, placementsOf } from './placements.ts';

const momentOf = (notes: readonly (readonly [midi: number, voice: Voice])[]) => ({
  atTicks: 0,
  notes: notes.map(([midi, voice]) => ({
    atTicks: 0,
    endTicks: 480,
    midi,
    voice,
    share: 1,
    source: note({}),
    comesFrom: undefined,
  })),
});
const ways = (name: string, shift: number, ...notes: (readonly [number, Voice])[]) => {
  const instrument = guitar(name);
  return placementsOf(
    momentOf(notes),
    openMidiLowToHigh(instrument.tuning),
    shift,
    instrument,
    fretMillimetres(instrument),
  );
};

describe('the ways to play a moment', () => {
  const anyNotes = fc.uniqueArray(
    fc.tuple(fc.integer({ min: 36, max: 76 }), fc.constantFrom('thumb' as const, 'melody' as const)),
    { minLength: 1, maxLength: 4, selector: ([midi]) => midi },
  );
  const anyName = fc.constantFrom(...tuningTable.map(({ id }) => id));
  test('every note sounds its pitch on a string of its own, all within one hand, cheapest first', () => {
    fc.assert(
      fc.property(anyName, anyNotes, fc.integer({ min: -3, max: 3 }), (name, notes, shift) => {
        const instrument = guitar(name);
        const open = openMidiLowToHigh(instrument.tuning);
        const mm = fretMillimetres(instrument);
        const found = ways(name, shift, ...notes);
        expect(found.length).toBeGreaterThan(0);
        expect(found.map(({ ownMm }) => ownMm)).toEqual(
          found.map(({ ownMm }) => ownMm).sort((a, b) => a - b),
        );
        for (const { places, strings, lowFret, highFret } of found) {
          const placed = places.filter((place) => place !== null);
          expect(new Set(placed.map(({ string }) => string)).size).toBe(placed.length);
          places.forEach((place, index) => {
            if (place) expect(open[6 - place.string]! + place.fret).toBe(notes[index]![0] + shift);
          });
          for (const { string } of placed) expect(strings & (1 << string)).not.toBe(0);
          if (lowFret > 0) expect(mm[highFret]! - mm[lowFret]!).toBeLessThanOrEqual(largestSpanMm);
        }
      }),
    );
  });
  test('a note is only left out when no way holds them all, and as few as possible are', () => {
    const tooLow = ways('std', 0, [30, 'thumb'], [64, 'melody']);
    for (const { places } of tooLow) expect(places.map((place) => place === null)).toEqual([true, false]);
    expect(tooLow[0]!.ownMm).toBeGreaterThanOrEqual(tuningCosts.impossible);
    for (const { places } of ways('std', 0, [40, 'thumb'], [64, 'melody']))
      expect(places).not.toContain(null);
  });
  test('open strings on the voice’s own side cost nothing', () => {
    expect(ways('std', 0, [40, 'thumb'], [64, 'melody'])[0]).toMatchObject({
      ownMm: 0,
      lowFret: 0,
      places: [
        { string: 6, fret: 0 },
        { string: 1, fret: 0 },
      ],
    });
  });
  test('a fretted thumb note costs more than a fretted melody note', () => {
    const thumb = ways('std', 0, [41, 'thumb'])[0]!.ownMm;
    const melody = ways('std', 0, [65, 'melody'])[0]!.ownMm;
    expect(thumb - melody).toBeCloseTo(tuningCosts.frettedBass - tuningCosts.frettedMelody, 6);
  });
});

import { writeMusicXml } from '../formats/musicxml/index.ts';
import { applyThumb } from '../thumb/index.ts';
import { blankScore, type Bar, type Note, type Score } from '../score/index.ts';

/** A melody note for tests: an eighth on open string 1 at the bar's start unless told otherwise. */
export const note = (over: Partial<Note>): Note => ({
  tick: 0,
  durationTicks: 480,
  string: 1,
  fret: 0,
  voice: 'melody',
  ...over,
});

/** An invented two-bar score in standard tuning over E and A with a two-string bass; every rung of a ladder differs. */
export function inventedScore(over: Partial<Score> = {}): Score {
  const blank = blankScore({ title: 'Invented', barCount: 2 });
  const bars: Bar[] = [
    {
      metre: { beats: 4, unit: 4 },
      grips: [{ tick: 0, frets: [0, 2, 2, 1, 0, 0] }],
      notes: [
        note({ durationTicks: 960 }),
        note({ tick: 1440, string: 2 }),
        note({ tick: 1920, string: 2, fret: 3, arrival: 'hammer-on' }),
        note({ tick: 2400, fret: 0 }),
        note({ tick: 2880, fret: 2, durationTicks: 960 }),
      ],
    },
    {
      metre: { beats: 4, unit: 4 },
      grips: [{ tick: 0, frets: [null, 0, 2, 2, 2, 0] }],
      notes: [
        note({ fret: 2, durationTicks: 480, tied: true }),
        note({ tick: 960, string: 2, fret: 2, durationTicks: 1920 }),
      ],
    },
  ];
  return applyThumb({ ...blank, bars, ...over });
}

/** The MusicXML of a score that can be written. */
export function xmlOf(score: Score): string {
  const xml = writeMusicXml(score);
  if (!xml.ok) throw new Error(xml.fault.reason);
  return xml.value;
}

import { parseTuning } from '../../instrument/index.ts';
import { blankScore, shortNotes, type Bar, type PlacedGrip, type Score } from '../../score/index.ts';
import { parseFrets } from '../../shapes/index.ts';
import { applyThumb } from '../../thumb/index.ts';

/** A study in short writing: bars as in `[x32010] m1:0@1/2`, their thumb laid by a pattern. */
export interface WrittenStudy {
  readonly title: string;
  /** Beats a minute. */
  readonly tempo: number;
  /** A pattern's id; `by-hand` leaves the thumb as the bars have it. */
  readonly thumb: string;
  readonly bars: readonly string[];
  readonly tuning?: string;
  readonly metre?: Bar['metre'];
  readonly swing?: number;
  /** How the bass ends; absent: as the pattern has it. */
  readonly ending?: Score['bassEnding'];
}

/** The study as a score. What cannot be read throws: it ships with the program. */
export function scoreOfStudy({
  title,
  tempo,
  thumb,
  bars,
  tuning,
  metre,
  swing,
  ending,
}: WrittenStudy): Score {
  const blank = blankScore({
    title,
    barCount: bars.length,
    thumbPattern: thumb,
    ...(tuning ? { tuning: read(parseTuning(tuning), tuning) } : {}),
  });
  let held: PlacedGrip['frets'] | undefined;
  return applyThumb({
    ...blank,
    tempoBpm: tempo,
    swingPercent: swing ?? 50,
    ...(ending ? { bassEnding: ending } : {}),
    bars: bars.map((text, index): Bar => {
      const ownMetre = /^(\d+)\/(\d+)\s/.exec(text);
      const barMetre: Bar['metre'] = ownMetre
        ? { beats: Number(ownMetre[1]), unit: Number(ownMetre[2]) as Bar['metre']['unit'] }
        : (metre ?? { beats: 4, unit: 4 });
      const grips = [...text.matchAll(/\[([^\]@]+)(?:@([\d.]+))?\]/g)].map(([, frets = '', at = '1']) => ({
        tick: Math.round((Number(at) - 1) * (3840 / barMetre.unit)),
        frets: [...read(parseFrets(frets), frets)] as PlacedGrip['frets'],
      }));
      const first = grips.find(({ tick }) => tick === 0)?.frets ?? held;
      held = grips.at(-1)?.frets ?? held;
      const notes = shortNotes(text.replace(/^\d+\/\d+\s/, '').replace(/\[[^\]]+\]/g, ''), barMetre, first);
      return { id: `bar-${index + 1}`, metre: barMetre, grips, notes };
    }),
  });
}

function read<T>(result: { ok: true; value: T } | { ok: false }, text: string): T {
  if (!result.ok) throw new Error(text);
  return result.value;
}

import { gripAt, sweepOf, type PlacedNote } from '../../score/index.ts';
import { isOnPulse, type ScoreFacts } from '../facts.ts';
import { fullness, momentsOf, cellBars, places, plural, rate, share, type Measured } from '../measured.ts';

/** Strings the thumb goes to within a bar, in the middle of the bars; brushes are one movement. */
function stringsABar(thumb: readonly PlacedNote[], bars: readonly number[]): number {
  const counts = bars
    .map(
      (bar) =>
        new Set(
          thumb
            .filter((each) => each.bar === bar && sweepOf(each.note) === undefined)
            .map(({ note }) => note.string),
        ).size,
    )
    .filter((count) => count > 0)
    .sort((a, b) => b - a)
    .slice(0, cellBars);
  return share(
    counts.reduce((sum, each) => sum + each, 0),
    counts.length,
  );
}

export function thumbPattern({ thumb, thumbEvents, bars, score }: ScoreFacts): Measured {
  const strings = new Set(
    thumb.filter(({ note }) => sweepOf(note) === undefined).map(({ note }) => note.string),
  ).size;
  const between = thumbEvents.filter(({ bar, tick, isStrum }) => !isStrum && !isOnPulse(score, bar, tick));
  const onBeats = between.length === 0 ? '' : `, ${between.length} between the beats`;
  return {
    value: strings,
    unit: 'strings',
    features:
      thumb.length === 0
        ? {}
        : {
            thumbAny: 1,
            thumbStrings: fullness(stringsABar(thumb, bars) - 1, 2),
            thumbBetween: rate(between, bars, 4),
          },
    where: momentsOf(between),
    why:
      thumb.length === 0
        ? 'the thumb rests'
        : `${plural(thumbEvents.length, 'stroke')} on ${plural(strings, 'string')}${onBeats}`,
  };
}

/** Walks, and whatever else the thumb presses that the grip does not hold. */
export function bassOffGrip({ thumb, bars, score }: ScoreFacts): Measured {
  const off = thumb.filter(({ bar, note }) => {
    const grip = gripAt(score, bar, note.tick);
    return (
      grip && note.fret > 0 && !note.dead && !note.bottleneck && grip.frets[6 - note.string] !== note.fret
    );
  });
  return {
    value: off.length,
    unit: 'notes',
    features: { bassOffRate: rate(places(off), bars, 3) },
    where: places(off),
    why:
      off.length === 0
        ? 'the bass lies in the grip'
        : `${plural(off.length, 'bass note')} beside the grip, as in a walk`,
  };
}

/** Stopping a string takes a hand of its own; the palm lies still (common practice). */
export function damping({ thumb, bars }: ScoreFacts): Measured {
  const stopped = thumb.filter(({ note }) => note.ending === 'stopped' || note.ending === 'lifted');
  const palm = thumb.filter(({ note }) => note.ending === 'palm-damped');
  return {
    value: stopped.length + palm.length,
    unit: 'notes',
    features: {
      stoppedRate: rate(places(stopped), bars, 4),
      palm: rate(places(palm), bars, 4),
    },
    where: places(stopped),
    why:
      stopped.length + palm.length === 0
        ? 'the bass rings or is not marked'
        : `${plural(stopped.length, 'bass note')} stopped, ${palm.length} under the palm`,
  };
}

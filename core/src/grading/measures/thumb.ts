import { gripAt, sweepOf } from '../../score/index.ts';
import { isOnPulse, type ScoreFacts } from '../facts.ts';
import { clamp, momentsOf, places, plural, share, type Measured } from '../measured.ts';

export function thumbPattern({ thumb, thumbEvents, score }: ScoreFacts): Measured {
  const strings = new Set(
    thumb.filter(({ note }) => sweepOf(note) === undefined).map(({ note }) => note.string),
  ).size;
  const between = thumbEvents.filter(({ bar, tick, isStrum }) => !isStrum && !isOnPulse(score, bar, tick));
  const onBeats = between.length === 0 ? '' : `, ${between.length} between the beats`;
  return {
    value: strings,
    unit: 'strings',
    level:
      thumb.length === 0
        ? 0
        : 0.15 + 0.2 * Math.max(0, strings - 1) + 1.2 * share(between.length, thumbEvents.length),
    where: momentsOf(between),
    why:
      thumb.length === 0
        ? 'the thumb rests'
        : `${plural(thumbEvents.length, 'stroke')} on ${plural(strings, 'string')}${onBeats}`,
  };
}

/** Walks, and whatever else the thumb presses that the grip does not hold. */
export function bassOffGrip({ thumb, score }: ScoreFacts): Measured {
  const off = thumb.filter(({ bar, note }) => {
    const grip = gripAt(score, bar, note.tick);
    return (
      grip && note.fret > 0 && !note.dead && !note.bottleneck && grip.frets[6 - note.string] !== note.fret
    );
  });
  return {
    value: off.length,
    unit: 'notes',
    level: clamp(1.2 * share(off.length, thumb.length), 0, 0.8),
    where: places(off),
    why:
      off.length === 0
        ? 'the bass lies in the grip'
        : `${plural(off.length, 'bass note')} beside the grip, as in a walk`,
  };
}

/** Stopping a string takes a hand of its own; the palm lies still (common practice). */
export function damping({ thumb }: ScoreFacts): Measured {
  const stopped = thumb.filter(({ note }) => note.ending === 'stopped' || note.ending === 'lifted');
  const palm = thumb.filter(({ note }) => note.ending === 'palm-damped');
  return {
    value: stopped.length + palm.length,
    unit: 'notes',
    level: 0.5 * share(stopped.length, thumb.length) + 0.1 * share(palm.length, thumb.length),
    where: places(stopped),
    why:
      stopped.length + palm.length === 0
        ? 'the bass rings or is not marked'
        : `${plural(stopped.length, 'bass note')} stopped, ${palm.length} under the palm`,
  };
}

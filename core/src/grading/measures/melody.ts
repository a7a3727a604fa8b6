import { isPicked, type PlacedNote } from '../../score/index.ts';
import { isPickedEvent, type ScoreFacts, type VoiceEvent } from '../facts.ts';
import { momentsOf, places, plural, rate, share, type Measured } from '../measured.ts';

/** From one melody note to the next; chords of three strings and more, and strums, are taken as a whole. */
export function crossings({ melodyEvents, bars }: ScoreFacts): Measured {
  const lines = melodyEvents.filter(
    (event) => isPickedEvent(event) && !event.isStrum && event.notes.length < 3,
  );
  const thinnest = ({ notes }: VoiceEvent) => Math.min(...notes.map(({ note }) => note.string));
  const moves = lines.slice(1).filter((event, index) => {
    const before = lines[index];
    return before !== undefined && thinnest(event) !== thinnest(before);
  });
  return {
    value: moves.length,
    unit: 'crossings',
    features: { crossings: rate(momentsOf(moves), bars, 6) },
    where: momentsOf(moves),
    why: `${moves.length} of ${plural(Math.max(0, lines.length - 1), 'move')} change string`,
  };
}

/** Two strings and more of the tune at one moment, picked apart from a strum. */
export function doubleStops({ melodyEvents, bars }: ScoreFacts): Measured {
  const found = melodyEvents.filter(({ notes, isStrum }) => notes.length > 1 && !isStrum);
  return {
    value: found.length,
    unit: 'moments',
    features: { doubleStops: rate(momentsOf(found), bars, 4) },
    where: momentsOf(found),
    why:
      found.length === 0
        ? 'the tune is on one string at a time'
        : `the tune is on two strings or more at ${plural(found.length, 'moment')} of ${melodyEvents.length}`,
  };
}

/** A note the fretting hand sounds lands with the other voice where that is picked at the same moment. */
export function frettingHandNotes({ melody, thumb, bars }: ScoreFacts): Measured {
  const found = [...melody, ...thumb].filter(({ note }) => note.arrival && !note.bottleneck);
  const pickedBy = (notes: readonly PlacedNote[]) =>
    new Set(notes.filter(({ note }) => isPicked(note)).map(({ atTicks }) => atTicks));
  const picked = { melody: pickedBy(melody), thumb: pickedBy(thumb) };
  const landing = found.filter(({ atTicks, note }) =>
    picked[note.voice === 'melody' ? 'thumb' : 'melody'].has(atTicks),
  );
  return {
    value: found.length,
    unit: 'notes',
    features: {
      slurRate: rate(places(found), bars, 4),
      slurLanding: rate(places(landing), bars, 3),
    },
    where: places(found),
    why: `${plural(found.length, 'hammer-on, pull-off or slide', 'hammer-ons, pull-offs or slides')}, ${landing.length} landing with the other voice`,
  };
}

export function bendsAndTurns({ melody, thumb, bars }: ScoreFacts): Measured {
  const found = [...melody, ...thumb].filter(
    ({ note }) => note.bendCents !== undefined || note.ornament !== undefined || note.harmonic,
  );
  return {
    value: found.length,
    unit: 'notes',
    features: found.length === 0 ? {} : { bendAny: 1, bendRate: rate(places(found), bars, 3) },
    where: places(found),
    why:
      found.length === 0
        ? 'no bend, turn or chime'
        : plural(found.length, 'bend, turn or chime', 'bends, turns or chimes'),
  };
}

/** Under the glass slides and notes up the neck are what comes easily. Clean notes over the fret, the strings behind it still; notes between the frets and fingers pressed behind the glass make it harder. */
export function bottleneck({ melody, thumb }: ScoreFacts): Measured {
  const all = [...melody, ...thumb];
  const under = all.filter(({ note }) => note.bottleneck !== undefined);
  const between = under.filter(({ note }) => (note.bottleneck?.cents ?? 0) !== 0);
  const pressed = all.filter(({ note }) => note.fret > 0 && !note.dead && !note.harmonic && !note.bottleneck);
  return {
    value: under.length,
    unit: 'notes',
    features:
      under.length === 0
        ? {}
        : {
            glassAny: 1,
            glassBetween: share(between.length, under.length),
            glassPressed: share(pressed.length, all.length),
          },
    where: places(under),
    why:
      under.length === 0
        ? 'no bottleneck'
        : `${plural(under.length, 'note')} under the bottleneck, ${between.length} between the frets, ${pressed.length} pressed beside it`,
  };
}

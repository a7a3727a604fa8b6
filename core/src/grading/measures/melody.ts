import { isPicked, type PlacedNote } from '../../score/index.ts';
import { isPickedEvent, type ScoreFacts, type VoiceEvent } from '../facts.ts';
import { clamp, momentsOf, places, plural, share, type Measured } from '../measured.ts';

/** From one melody note to the next; chords of three strings and more, and strums, are taken as a whole. */
export function crossings({ melodyEvents }: ScoreFacts): Measured {
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
    level: 0.5 * share(moves.length, lines.length - 1),
    where: momentsOf(moves),
    why: `${moves.length} of ${plural(Math.max(0, lines.length - 1), 'move')} change string`,
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
    level: clamp(0.6 * share(found.length, bars.length) + 0.6 * share(landing.length, bars.length), 0, 1.4),
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
    level: found.length === 0 ? 0 : clamp(0.2 + 0.6 * share(found.length, bars.length), 0, 1.2),
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
    level:
      under.length === 0
        ? 0
        : clamp(
            0.8 + 0.6 * share(between.length, under.length) + 0.6 * share(pressed.length, all.length),
            0,
            1.6,
          ),
    where: places(under),
    why:
      under.length === 0
        ? 'no bottleneck'
        : `${plural(under.length, 'note')} under the bottleneck, ${between.length} between the frets, ${pressed.length} pressed beside it`,
  };
}

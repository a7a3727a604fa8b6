import { openMidi } from '../instrument/index.ts';
import {
  numberOfBar,
  beatAt,
  beatStarts,
  gripAt,
  placedNotes,
  soundingFrets,
  type Finding,
  type Note,
  type Score,
} from '../score/index.ts';
import { fretOf } from '../shapes/index.ts';
import { patternStretches } from './pattern-at.ts';
import { byHand, thumbPatternTable } from './pattern-table.ts';

/** What keeps the thumb from playing: a pattern nobody knows, beats with no grip under them, a bass beside its grip. */
export const thumbFindings = (score: Score): Finding[] => [
  ...unknownPatterns(score),
  ...beatsWithoutGrip(score),
  ...bassBesideGrip(score),
];

function unknownPatterns(score: Score): Finding[] {
  return score.bars.flatMap((bar, index) =>
    patternStretches(score, index)
      .filter(({ name, pattern }) => !pattern && name !== byHand)
      .map(({ name, from }): Finding => ({
        severity: 'error',
        code: 'unknown-pattern',
        bar: numberOfBar(score, index),
        beat: beatAt(bar.metre, from),
        message: `“${name}” is not a thumb pattern`,
        remedy: `Choose one of ${thumbPatternTable.map(({ id }) => id).join(', ')}`,
      })),
  );
}

/** A grip holds until the next, so only the beats before the first grip can be bare: said once, where they begin. */
function beatsWithoutGrip(score: Score): Finding[] {
  for (const [index, bar] of score.bars.entries()) {
    if (bar.pickup) continue;
    const isPatterned = patternStretches(score, index).some(({ pattern }) => pattern);
    const bare = beatStarts(bar.metre).findIndex((tick) => !gripAt(score, index, tick));
    if (bare < 0) return [];
    if (!isPatterned) continue;
    return [
      {
        severity: 'warning',
        code: 'thumb-without-grip',
        bar: numberOfBar(score, index),
        beat: bare + 1,
        message: 'From here the thumb has no grip to play',
        remedy: 'Lay a grip on this beat or before it',
      },
    ];
  }
  return [];
}

/** A stroke written by hand on a string the grip holds elsewhere or leaves out: a slip, unless it is meant, or a step of a walk. */
function bassBesideGrip(score: Score): Finding[] {
  const walking = walkingNotes(score);
  return score.bars.flatMap((bar, index) =>
    bar.notes
      .filter((note) => note.voice === 'thumb' && note.byHand && !note.dead && !note.arrival && !note.tied)
      .filter((note) => !walking.has(note))
      .flatMap((note): Finding[] => {
        const grip = gripAt(score, index, note.tick);
        const held = grip && fretOf(soundingFrets(grip), note.string);
        if (!grip || held === note.fret) return [];
        const place = { bar: index, tick: note.tick, string: note.string, voice: note.voice };
        return [
          {
            severity: 'warning',
            code: 'thumb-beside-grip',
            bar: numberOfBar(score, index),
            beat: beatAt(bar.metre, note.tick),
            string: note.string,
            message:
              held === null || held === undefined
                ? `The grip does not play string ${note.string}, the thumb does, at fret ${note.fret}`
                : `The thumb plays fret ${note.fret} of string ${note.string}, the grip holds fret ${held}`,
            remedy: 'Play what the grip holds, or let it stand as a drone or passing note',
            remedies: [
              ...(typeof held === 'number'
                ? [
                    {
                      words: `Fret ${held}, as the grip`,
                      edits: [{ kind: 'move' as const, place, string: note.string, fret: held }],
                    },
                  ]
                : []),
              { words: 'Leave the stroke out', edits: [{ kind: 'remove' as const, place }] },
            ],
          },
        ];
      }),
  );
}

/** Bass notes of a walk: three or more in a row that go one way by half or whole steps. */
function walkingNotes(score: Score): ReadonlySet<Note> {
  const notes = placedNotes(score, 'thumb').map(({ note }) => note);
  const midis = notes.map(({ string, fret }) => openMidi(score.tuning, string) + fret);
  const stepTo = (index: number): number => {
    const step = (midis[index] ?? 0) - (midis[index - 1] ?? Infinity);
    return Math.abs(step) <= 2 ? Math.sign(step) : 0;
  };
  return new Set(
    notes.filter((_, index) => {
      const [before, into, out, after] = [
        stepTo(index - 1),
        stepTo(index),
        stepTo(index + 1),
        stepTo(index + 2),
      ];
      return (into !== 0 && (into === out || into === before)) || (out !== 0 && out === after);
    }),
  );
}

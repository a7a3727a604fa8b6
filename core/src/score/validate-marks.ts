import { highestFret } from '../instrument/index.ts';
import { placeOfNote } from './edits.ts';
import type { Finding } from './finding.ts';
import { partialAt } from './heard.ts';
import { numberOfBar } from './bar-numbers.ts';
import { placedNotes } from './reading.ts';
import type { Note, Score } from './schema.ts';
import { usualOrnamentFrets } from './technique-words.ts';
import { beatAt } from './ticks.ts';

type Complaint = Pick<Finding, 'code' | 'message' | 'remedy' | 'remedies'>;

/** Marks of notes and bars that contradict where they stand: harmonics, slides from nowhere, turns, endings. */
export function markFindings(score: Score): Finding[] {
  const ofNotes = placedNotes(score).flatMap(({ bar, note }) => {
    const complaint = complaintOf(score, bar, note);
    const metre = score.bars[bar]?.metre;
    if (!complaint || !metre) return [];
    return [
      {
        ...complaint,
        severity: 'error' as const,
        bar: numberOfBar(score, bar),
        beat: beatAt(metre, note.tick),
        string: note.string,
      },
    ];
  });
  return [...ofNotes, ...endingsWithoutRepeat(score)];
}

function complaintOf(score: Score, bar: number, note: Note): Complaint | undefined {
  const place = placeOfNote(bar, note);
  if (note.harmonic && partialAt(note.fret) === undefined) {
    return {
      code: 'no-partial',
      message: `Touched over fret ${note.fret}, no clear partial of the string sounds`,
      remedy: 'Touch it over fret 12, 7, 5, 4 or 9',
      remedies: [
        { words: 'Press it instead', edits: [{ kind: 'mark', place, change: { harmonic: undefined } }] },
      ],
    };
  }
  const { from, approachFret } = note.slide ?? {};
  if (
    from &&
    approachFret !== undefined &&
    (from === 'below' ? approachFret >= note.fret : approachFret <= note.fret)
  ) {
    const { approachFret: _, ...slide } = note.slide ?? {};
    return {
      code: 'slide-from-wrong-side',
      message: `A slide from ${from} cannot begin at fret ${approachFret} and arrive at fret ${note.fret}`,
      remedy: `Begin it ${from} fret ${note.fret}`,
      remedies: [{ words: 'Begin it two frets away', edits: [{ kind: 'mark', place, change: { slide } }] }],
    };
  }
  if (note.ornament && note.fret + (note.ornamentFrets ?? usualOrnamentFrets) > highestFret(score)) {
    return {
      code: 'turn-off-neck',
      message: 'The upper note of the turn is past the last fret',
      remedy: 'Take the turn out, or play the note on a thinner string',
      remedies: [
        {
          words: 'Take the turn out',
          edits: [{ kind: 'mark', place, change: { ornament: undefined, ornamentFrets: undefined } }],
        },
      ],
    };
  }
  return undefined;
}

/** An ending belongs to a repeat sign at or after it, or just before it. */
const endingsWithoutRepeat = ({ bars }: Score): Finding[] =>
  bars.flatMap((bar, index) => {
    if (!bar.endings || bars[index - 1]?.endings) return [];
    let last = index;
    while (bars[last + 1]?.endings) last += 1;
    if (bars.slice(index, last + 1).some(({ repeatTimes }) => repeatTimes !== undefined)) return [];
    return [
      {
        severity: 'error',
        code: 'ending-without-repeat',
        bar: numberOfBar({ bars }, index),
        beat: 1,
        message: 'An ending is marked, but nothing is repeated',
        remedy: 'End the passage before it with a repeat sign, or take the ending away',
      },
    ];
  });

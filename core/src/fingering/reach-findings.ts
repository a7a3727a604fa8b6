import { spanOf } from '../hands/index.ts';
import { placeOfNote, type Finding } from '../score/index.ts';
import { moveElsewhere, stopIt } from './finger-remedies.ts';
import type { FingeredMoment, Fingering } from './finger-score.ts';
import { hurriedShiftAt, isEasierOtherwise, stretchAt } from './hardships.ts';
import { findingPlace, tempoIn } from './note-places.ts';

/** Two fingers far apart. Said once while they stay so, and only where every fingering of the notes has something to say. */
export function reach(fingering: Fingering, moment: FingeredMoment, index: number): Finding[] {
  const { score, hand } = fingering;
  const wide = stretchAt(fingering, index);
  if (!wide || isEasierOtherwise(fingering, index, 'reach')) return [];
  const { largestMm } = spanOf(Number(wide.lower.finger), Number(wide.higher.finger), hand);
  const note = moment.notes.find(
    ({ finger }) => finger === wide.higher.finger || finger === wide.lower.finger,
  );
  return [
    {
      severity: 'warning',
      code: 'reach',
      ...findingPlace(score, moment.bar, moment.tick, note?.string),
      message: `Fingers ${wide.lower.finger} and ${wide.higher.finger} are ${Math.round(wide.spanMm)} mm apart, at frets ${wide.lower.fret} and ${wide.higher.fret}; a ${hand.size} hand reaches ${Math.round(largestMm)}`,
      remedy: 'Move or shorten one of the notes; stop if a stretch hurts',
      remedies: note ? [...moveElsewhere(fingering, note), stopIt(note)].slice(0, 2) : [],
    },
  ];
}

/** A shift for which there is hardly time, only where every fingering of the notes has something to say. */
export function quickShift(fingering: Fingering, moment: FingeredMoment, index: number): Finding[] {
  const { score } = fingering;
  const hurried = hurriedShiftAt(fingering, index);
  if (!hurried || isEasierOtherwise(fingering, index, 'shift')) return [];
  const { spare, wayMm, landed, fromPosition } = hurried;
  const note = moment.notes.find(({ finger }) => finger !== null) ?? moment.notes[0];
  const place = note?.string;
  return [
    {
      severity: 'warning',
      code: 'quick-shift',
      ...findingPlace(score, moment.bar, moment.tick, place),
      message: `The hand has ${Math.round(spare)} ms to shift ${Math.round(wayMm)} mm, from position ${fromPosition} to ${moment.position}, at ♩ ${tempoIn(score, moment.bar)}`,
      remedy: 'Let the note before end early, or play this one nearer',
      remedies: [
        ...(note ? moveElsewhere(fingering, note) : []),
        {
          words: 'Stop the note before early',
          edits: [
            {
              kind: 'mark' as const,
              place: placeOfNote(landed.bar, landed.note),
              change: { ending: 'stopped' as const },
            },
          ],
        },
      ].slice(0, 2),
    },
  ];
}

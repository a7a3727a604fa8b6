import {
  isPicked,
  placeOfNote,
  schoolWords,
  sweepOf,
  type Finding,
  type PickingDigit,
  type Remedy,
} from '../score/index.ts';
import { findingLimits as limits } from './finding-limits.ts';
import type { FingeredMoment, Fingering, NoteFingers } from './finger-score.ts';
import { findingPlace, tempoIn } from './note-places.ts';
import { habitsOf } from './picking-schools.ts';
import { isRake } from './picking-step.ts';

/** What will be hard or impossible for the picking hand, in the order of the score. */
export function pickingFindings(fingering: Fingering): Finding[] {
  return fingering.moments.flatMap((moment) => [
    ...tooManyStrings(fingering, moment),
    ...sameFingerTwice(fingering, moment),
    ...thumbStumbles(fingering, moment),
  ]);
}

const isStruck = ({ note }: NoteFingers): boolean => isPicked(note) && note.stroke !== 'slap';

/** Strings struck at once for which the school has no digit left. */
function tooManyStrings(fingering: Fingering, { bar, tick, notes }: FingeredMoment): Finding[] {
  const struck = notes.filter(isStruck);
  const without = struck.find(({ picking }) => picking === undefined);
  if (!without) return [];
  const { school, score } = fingering;
  const wider: Remedy[] =
    school === 'ima'
      ? []
      : [{ words: `Pick with ${schoolWords.ima}`, edits: [{ kind: 'school', school: 'ima' }] }];
  return [
    {
      severity: 'error',
      code: 'pinch-too-wide',
      ...findingPlace(score, bar, tick, without.string),
      message: `Strings ${struck.map(({ string }) => string).join(', ')} at once are more than ${schoolWords[school]} can pick`,
      remedy: 'Leave an inner string out, brush them, or use more fingers',
      remedies: [
        ...wider,
        {
          words: `Leave string ${without.string} out`,
          edits: [{ kind: 'remove' as const, place: placeOfNote(without.bar, without.note) }],
        },
      ].slice(0, 2),
    },
  ];
}

function sameFingerTwice(fingering: Fingering, moment: FingeredMoment): Finding[] {
  const { score, setting } = fingering;
  const before = moment.pickStep.before?.state;
  return moment.notes.filter(isStruck).flatMap((each, index): Finding[] => {
    const digit = each.picking;
    if (!digit || digit === 'p' || isSameStroke(moment, index)) return [];
    const last = before?.[{ p: 0, i: 1, m: 2, a: 3 }[digit]];
    if (!last || isRake(last.string, each.string)) return [];
    const ms = (moment.at - last.at) * setting.msPerTick;
    const isSame = last.string === each.string;
    if (ms >= (isSame ? limits.sameString.value : limits.sameFinger.value)) return [];
    return [
      {
        severity: 'warning',
        code: 'same-finger-twice',
        ...findingPlace(score, moment.bar, moment.tick, each.string),
        message: isSame
          ? `${digit} picks string ${each.string} twice in ${Math.round(ms)} ms at ♩ ${tempoIn(score, moment.bar)}`
          : `${digit} goes from string ${last.string} to string ${each.string} in ${Math.round(ms)} ms at ♩ ${tempoIn(score, moment.bar)}`,
        remedy: 'Give one of them to another finger, or let the thumb take it',
        remedies: otherDigits(fingering, moment, digit).map((other) => ({
          words: `Give this note to ${other}`,
          edits: [
            { kind: 'mark' as const, place: placeOfNote(each.bar, each.note), change: { picking: other } },
          ],
        })),
      },
    ];
  });
}

const isSameStroke = ({ notes }: FingeredMoment, index: number): boolean =>
  notes.slice(0, index).some(({ picking }) => picking !== undefined && picking === notes[index]?.picking);

/** Up to two digits that are free at a moment. */
function otherDigits({ school }: Fingering, { notes }: FingeredMoment, not: PickingDigit): PickingDigit[] {
  const taken = new Set(notes.map(({ picking }) => picking));
  const digits = [...Object.keys(habitsOf[school].homes), 'p'] as PickingDigit[];
  return digits.filter((each) => each !== not && !taken.has(each)).slice(0, 2);
}

/** Two thumb strokes so close that they stumble, unless they are meant to: one drag, a grace, or a dead stroke. */
function thumbStumbles(fingering: Fingering, moment: FingeredMoment): Finding[] {
  const { score, setting } = fingering;
  const stroke = moment.notes.find(({ picking, note }) => picking === 'p' && !sweepOf(note) && !note.grace);
  const last = moment.pickStep.before?.state[0];
  if (!stroke || !last) return [];
  const ms = (moment.at - last.at) * setting.msPerTick;
  const picks = fingering.school === 'pick';
  // A pick goes to and fro: only its leaps are hard.
  const isAtHand = picks && Math.abs(last.string - stroke.string) <= 1;
  if (ms >= limits.thumb.value || isAtHand) return [];
  return [
    {
      severity: 'warning',
      code: 'thumb-stumbles',
      ...findingPlace(score, moment.bar, moment.tick, stroke.string),
      message: `The ${picks ? 'pick' : 'thumb'} has ${Math.round(ms)} ms from string ${last.string} to string ${stroke.string} at ♩ ${tempoIn(score, moment.bar)}`,
      remedy: picks
        ? 'Give one of them to a finger, or leave one stroke out'
        : 'Drag the thumb over neighbouring strings, or leave one stroke out',
      remedies: [
        ...(last.string - stroke.string === 1
          ? [
              {
                words: 'Drag the thumb over both',
                edits: [
                  {
                    kind: 'mark' as const,
                    place: placeOfNote(stroke.bar, stroke.note),
                    change: { stroke: 'drag' as const },
                  },
                ],
              },
            ]
          : []),
        {
          words: 'Leave this stroke out',
          edits: [{ kind: 'remove' as const, place: placeOfNote(stroke.bar, stroke.note) }],
        },
      ],
    },
  ];
}

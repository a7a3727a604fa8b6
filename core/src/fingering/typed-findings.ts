import { fingerings, fingersText, illegalities, pressesOf, type GripFingers } from '../hands/index.ts';
import { stringsLowToHigh } from '../instrument/index.ts';
import { placeOfNote, type Arrival, type Finding, type GripFrets, type PlacedGrip } from '../score/index.ts';
import { fretsText } from '../shapes/index.ts';
import type { FingeredMoment, Fingering, NoteFingers } from './finger-score.ts';
import type { FrettingSetting } from './fretting-setting.ts';
import { findingPlace } from './note-places.ts';
import { fingerOf } from './placement.ts';

/** What the teacher typed and no hand can do, or typed in two ways. */
export const typedFindings = (fingering: Fingering): Finding[] => [
  ...gripsNobodyHolds(fingering),
  ...fingering.moments.flatMap((moment) => typedTwice(fingering, moment)),
];

function gripsNobodyHolds({ score, setting }: Fingering): Finding[] {
  return score.bars.flatMap(({ grips }, bar) =>
    grips.flatMap((grip): Finding[] => {
      const why = conflictInGrip(grip, setting);
      if (why === undefined) return [];
      return [
        {
          severity: 'error',
          code: 'grip-fingers',
          ...findingPlace(score, bar, grip.tick),
          message: `The fingers ${fingersText(grip.fingers ?? [])} typed for ${fretsText(grip.frets)} cannot be held: ${why}`,
          remedy: 'Type other fingers for the grip, or leave them to Jocund',
          remedies: [
            { words: 'Leave its fingers to Jocund', edits: [{ kind: 'free-grip', bar, tick: grip.tick }] },
          ],
        },
      ];
    }),
  );
}

/** Why the fingers typed for a grip cannot be held; undefined when they can, or none are. */
function conflictInGrip({ frets, fingers }: PlacedGrip, setting: FrettingSetting): string | undefined {
  const { neck, hand } = setting;
  if (!fingers) return undefined;
  if (hand.glassFinger !== undefined && fingers.includes(hand.glassFinger))
    return `finger ${hand.glassFinger} wears the bottleneck`;
  if (fingerings(frets, neck, hand, fingers).length > 0) return undefined;
  return brokenRule(frets, fingers, setting) ?? 'beside them no finger is left for the other strings';
}

/** A note with another finger than its grip has there. */
const typedTwice = ({ score }: Fingering, { bar, tick, notes }: FingeredMoment): Finding[] =>
  notes.flatMap(({ note, bar: written, string, fret, typedInGrip }): Finding[] => {
    const own = note.finger;
    if (own === undefined || typedInGrip === undefined || own === typedInGrip) return [];
    return [
      {
        severity: 'warning',
        code: 'typed-twice',
        ...findingPlace(score, bar, tick, string),
        message: `Finger ${own} is typed for string ${string}, fret ${fret}, and finger ${typedInGrip} for it in the grip held here`,
        remedy: 'Keep one of the two',
        remedies: [
          {
            words: `Finger ${typedInGrip}, as in the grip`,
            edits: [{ kind: 'mark', place: placeOfNote(written, note), change: { finger: undefined } }],
          },
        ],
      },
    ];
  });

/** Why a note cannot have the finger that is typed for it: the rule of the hand that its finger breaks beside those already down. */
export function typedConflict(
  { setting }: Fingering,
  { fretStep }: FingeredMoment,
  { note, string, fret, typedInGrip }: NoteFingers,
): string | undefined {
  const typed = note.finger ?? typedInGrip;
  if (typed === undefined) return undefined;
  const sounding = fretStep.now?.state.sounding;
  const frets = stringsLowToHigh.map((each, index) => {
    const sounds = each === string ? fret : (sounding?.frets[index] ?? -1);
    return sounds < 0 ? null : sounds;
  });
  const fingers = stringsLowToHigh.map((each, index) => {
    if (each === string) return typed;
    return (frets[index] ?? 0) > 0 ? fingerOf(sounding?.fingers[index] ?? 0) : null;
  });
  return brokenRule(frets, fingers, setting) ?? (note.arrival && arrivalRules[note.arrival]);
}

/** What a note asks of its finger by the way it comes (common practice). */
const arrivalRules: Readonly<Partial<Record<Arrival, string>>> = {
  'hammer-on': 'a hammer-on comes down with a finger above the one that holds the string',
  slide: 'a slide keeps its finger',
};

/** The first rule of the hand that fingers break, strings without one aside. */
const brokenRule = (
  frets: GripFrets,
  fingers: GripFingers,
  { neck, hand }: FrettingSetting,
): string | undefined =>
  illegalities(frets, fingers, pressesOf(frets, fingers), neck, hand).find(({ rule }) => rule !== 'unheld')
    ?.message;

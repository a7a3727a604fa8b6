import type { Press } from '../hands/index.ts';
import { openMidi, standardTuning, type StringNumber } from '../instrument/index.ts';
import { placeOfNote, type Finding, type Score } from '../score/index.ts';
import { bassOffers } from './bass-offers.ts';
import { noFinger } from './choice.ts';
import { anotherFinger, isOwnChoice, moveElsewhere, shorten } from './finger-remedies.ts';
import { findingLimits as limits } from './finding-limits.ts';
import type { FingeredMoment, Fingering, NoteFingers } from './finger-score.ts';
import { findingPlace } from './note-places.ts';
import { quickShift, reach } from './reach-findings.ts';
import { typedConflict } from './typed-findings.ts';

/** What will be hard or impossible for the fretting hand, in the order of the score. */
export const frettingFindings = (fingering: Fingering): Finding[] =>
  fingering.moments.flatMap((moment, index) => {
    const beside = fingering.moments.slice(Math.max(0, index - seesAround), index + seesAround + 1);
    const before = remembered.get(moment);
    if (before && isSameList(before.beside, beside)) return before.findings;
    const findings = findingsAt(fingering, moment, index);
    remembered.set(moment, { beside, findings });
    return findings;
  });

/** What was found at a moment: it holds as long as the moments around are the very same, as they are but for those an edit reaches. */
const remembered = new WeakMap<
  FingeredMoment,
  { readonly beside: readonly FingeredMoment[]; readonly findings: readonly Finding[] }
>();

/** Findings look no further than so many moments. */
const seesAround = 3;

const isSameList = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((each, index) => each === b[index]);

const findingsAt = (fingering: Fingering, moment: FingeredMoment, index: number): Finding[] => [
  ...handIsFull(fingering, moment),
  ...reach(fingering, moment, index),
  ...quickShift(fingering, moment, index),
  ...mutedOpenString(fingering, moment, index),
  ...cutNotes(fingering, moment, index),
  ...hardBends(fingering, moment),
  ...unpreparedPulls(fingering, moment),
];

/** A finger is asked for that no hand has free. */
function handIsFull(fingering: Fingering, moment: FingeredMoment): Finding[] {
  const { score } = fingering;
  const unplayed = moment.notes.filter(({ isUnplayed }) => isUnplayed);
  const named = unplayed[0] ?? moment.notes.find(({ fret }) => fret > 0) ?? moment.notes[0];
  if (!named || (unplayed.length === 0 && moment.letGo.length === 0)) return [];
  const released = moment.letGo[0];
  const held = released
    ? `while string ${released.note.string}, fret ${released.note.fret} is held`
    : 'beside the other notes of this moment';
  const typed = released ? undefined : (named.note.finger ?? named.typedInGrip);
  const conflict = typedConflict(fingering, moment, named);
  return [
    {
      severity: 'error',
      code: 'finger-not-free',
      ...findingPlace(score, moment.bar, moment.tick, named.string),
      message:
        typed === undefined
          ? `No finger is free for string ${named.string}, fret ${named.fret} ${held}`
          : `String ${named.string}, fret ${named.fret} cannot have finger ${typed} as typed${conflict ? `: ${conflict}` : ''}`,
      remedy: released
        ? 'Let the held note end here, or move one of them'
        : 'Move the note, or leave one out',
      remedies: [
        ...(released ? [shorten(released.bar, released, moment)] : []),
        ...(named.note.finger === undefined
          ? []
          : [
              {
                words: 'Let any finger take it',
                edits: [
                  {
                    kind: 'mark' as const,
                    place: placeOfNote(named.bar, named.note),
                    change: { finger: undefined },
                  },
                ],
              },
            ]),
        ...moveElsewhere(fingering, named),
        ...bassOffers(fingering, [...moment.notes, ...moment.letGo].find(isBass) ?? named, moment),
        {
          words: `Leave string ${named.string} out`,
          edits: [{ kind: 'remove' as const, place: placeOfNote(named.bar, named.note) }],
        },
      ].slice(0, mostRemedies),
    },
  ];
}

/** An open string meant to ring beside a finger that lies over two strings or stretches: said once while they stay so. */
function mutedOpenString(fingering: Fingering, moment: FingeredMoment, index: number): Finding[] {
  const leaning = leaningOn(moment);
  const before = fingering.moments[index - 1];
  if (!leaning || (before && leaningOn(before)?.string === leaning.string)) return [];
  const { string, press } = leaning;
  const note = moment.notes.find(({ finger }) => finger === press.finger);
  if (note && isOwnChoice(fingering, note)) return [];
  return [
    {
      severity: 'warning',
      code: 'open-string-muted',
      ...findingPlace(fingering.score, moment.bar, moment.tick, string),
      message: `Finger ${press.finger} lies on strings ${press.strings.join(' and ')} at fret ${press.fret} and easily mutes open string ${string}`,
      remedy: 'Arch the finger, or use two fingers',
      remedies: note
        ? [...anotherFinger(fingering, note), ...moveElsewhere(fingering, note)].slice(0, 2)
        : [],
    },
  ];
}

function leaningOn({ placement, fretStep }: FingeredMoment): { string: number; press: Press } | undefined {
  const frets = fretStep.now?.state.sounding.frets ?? [];
  for (const press of placement.presses) {
    const thinnest = press.strings.at(-1) ?? 1;
    if (press.kind !== 'pair' && press.kind !== 'barre') continue;
    if (thinnest > 1 && frets[6 - (thinnest - 1)] === 0) return { string: thinnest - 1, press };
  }
  return undefined;
}

/** A string struck while its last note is still written. */
function cutNotes(fingering: Fingering, moment: FingeredMoment, index: number): Finding[] {
  const before = fingering.moments[index - 1]?.fretStep.now?.state.sounding;
  return moment.notes.flatMap((note): Finding[] => {
    const cut = before?.notes[6 - note.string];
    if (!cut || cut.until <= moment.at) return [];
    return [
      {
        severity: 'warning',
        code: 'note-cut',
        ...findingPlace(fingering.score, moment.bar, moment.tick, note.string),
        message: `String ${note.string} is struck again while its ${cut.note.voice} note, fret ${cut.note.fret}, is still written`,
        remedy: 'Let the first note end here, or play one of them elsewhere',
        remedies: [
          shorten(cut.bar, cut, moment),
          ...(cut.note.voice === note.note.voice
            ? moveElsewhere(fingering, note)
            : bassOffers(fingering, [note, cut].find(isBass) ?? note, moment)),
        ].slice(0, mostRemedies),
      },
    ];
  });
}

const isBass = ({ note }: { readonly note: NoteFingers['note'] }): boolean => note.voice === 'thumb';
/** More would not be read. */
const mostRemedies = 4;

function hardBends(fingering: Fingering, { bar, tick, notes }: FingeredMoment): Finding[] {
  return notes.flatMap((each): Finding[] => {
    const { note, string, fret } = each;
    if (note.bendCents === undefined) return [];
    const why =
      fret === 0
        ? 'an open string cannot be bent'
        : note.bendCents <= limits.easyBend.value
          ? undefined
          : fret <= limits.hardBendFret.value && !isSlack(fingering.score, string)
            ? `at fret ${fret} the string is stiff`
            : string >= 4
              ? `string ${string} is wound and bends little`
              : each.finger === 1 && !isOwnChoice(fingering, each)
                ? 'finger 1 has no other finger behind it'
                : undefined;
    if (!why) return [];
    return [
      {
        severity: fret === 0 ? 'error' : 'warning',
        code: 'hard-bend',
        ...findingPlace(fingering.score, bar, tick, string),
        message: `A bend of ${note.bendCents} cents on string ${string}, fret ${fret}: ${why}`,
        remedy: 'Play it where the string gives, or leave the bend out',
        remedies: [
          ...moveElsewhere(fingering, each, ({ fret: there }) => there > limits.hardBendFret.value),
          {
            words: 'Leave the bend out',
            edits: [
              { kind: 'mark' as const, place: placeOfNote(each.bar, note), change: { bendCents: undefined } },
            ],
          },
        ].slice(0, 2),
      },
    ];
  });
}

/** A pull-off whose fret no finger can hold while the note before it sounds. */
function unpreparedPulls({ score }: Fingering, { bar, tick, notes, fretStep }: FingeredMoment): Finding[] {
  const { choice, state } = fretStep.now ?? {};
  return notes.flatMap(({ string, fret }, each): Finding[] => {
    const target = state?.sounding.notes[6 - string]?.pulledTo;
    if (choice?.planted[each] !== noFinger || !target) return [];
    const { finger, fret: behind } = target.note;
    const place = placeOfNote(target.bar, target.note);
    return [
      {
        severity: 'error',
        code: 'pull-off-unprepared',
        ...findingPlace(score, bar, tick, string),
        message: `Nothing can lie at fret ${behind} of string ${string} ${finger === undefined ? '' : `with finger ${finger} as typed `}behind fret ${fret}, which is pulled off to it`,
        remedy: 'Pick the second note, or free a finger for it',
        remedies: [
          ...(finger === undefined
            ? []
            : [
                {
                  words: `Let any finger take fret ${behind}`,
                  edits: [{ kind: 'mark' as const, place, change: { finger: undefined } }],
                },
              ]),
          {
            words: `Pick fret ${behind} instead`,
            edits: [{ kind: 'mark', place, change: { arrival: undefined } }],
          },
        ],
      },
    ];
  });
}

/** Tuned down by a whole step or more, a string gives near the nut, too. */
const isSlack = ({ tuning }: Score, string: StringNumber): boolean =>
  openMidi(tuning, string) <= openMidi(standardTuning, string) - 2;

import { highestFret } from '../instrument/index.ts';
import { placeOfNote } from './edits.ts';
import type { Finding } from './finding.ts';
import { numberOfBar } from './bar-numbers.ts';
import { placedNotes, previousOnString, type PlacedNote } from './reading.ts';
import type { Bar, Note, Score } from './schema.ts';
import { barTicks, beatAt } from './ticks.ts';
import { markFindings } from './validate-marks.ts';

/**
 * Everything in a score that cannot be played or does not add up, in score order, each with bar, beat and string.
 * An empty answer means the score itself is sound; whether a hand can play it is another room's question.
 */
export function validateScore(score: Score): Finding[] {
  const notes = placedNotes(score);
  const previous = previousOnString(notes);
  const findings = [
    ...score.bars.flatMap((bar, index) => [
      ...notesPastTheBar(score, bar, index),
      ...overlapsInVoice(score, bar, index),
      ...stringClashes(score, bar, index),
      ...gripsOffTheNeck(score, bar, index),
    ]),
    ...notes.flatMap((placed) => [
      ...offTheNeck(score, placed),
      ...arrivalWithoutSource(score, placed, previous.get(placed.note)),
      ...tieWithoutSource(score, placed, previous.get(placed.note)),
    ]),
    ...markFindings(score),
  ];
  return findings.sort((a, b) => a.bar - b.bar || a.beat - b.beat);
}

function finding(
  score: Score,
  bar: Bar,
  index: number,
  note: Pick<Note, 'tick'> & { string?: number },
  rest: Omit<Finding, 'bar' | 'beat' | 'string'>,
): Finding {
  return {
    ...rest,
    bar: numberOfBar(score, index),
    beat: beatAt(bar.metre, note.tick),
    ...(note.string === undefined ? {} : { string: note.string }),
  };
}

function notesPastTheBar(score: Score, bar: Bar, index: number): Finding[] {
  const length = barTicks(bar.metre);
  return bar.notes
    .filter((note) => note.tick + note.durationTicks > length)
    .map((note) =>
      finding(score, bar, index, note, {
        severity: 'error',
        code: 'bar-too-full',
        message: `The ${note.voice} note runs past the end of the ${bar.metre.beats}/${bar.metre.unit} bar`,
        remedy: 'Shorten it, or tie it into the next bar',
        remedies:
          note.tick < length
            ? [
                {
                  words: 'Shorten it to the bar',
                  edits: [
                    { kind: 'length', place: placeOfNote(index, note), durationTicks: length - note.tick },
                  ],
                },
              ]
            : [{ words: 'Take it out', edits: [{ kind: 'remove', place: placeOfNote(index, note) }] }],
      }),
    );
}

function overlapsInVoice(score: Score, bar: Bar, index: number): Finding[] {
  return bar.notes.flatMap((note) => {
    const next = Math.min(
      ...bar.notes
        .filter((other) => other.voice === note.voice && other.tick > note.tick)
        .map((other) => other.tick),
    );
    if (note.tick + note.durationTicks <= next) return [];
    return [
      finding(score, bar, index, note, {
        severity: 'error',
        code: 'notes-overlap',
        message: `The ${note.voice} note is still written when the next ${note.voice} note begins`,
        remedy: 'Shorten it and let it ring instead',
        remedies: [
          {
            words: 'Shorten it, let it ring',
            edits: [
              { kind: 'length', place: placeOfNote(index, note), durationTicks: next - note.tick },
              { kind: 'mark', place: placeOfNote(index, note), change: { ending: 'let-ring' } },
            ],
          },
          {
            words: 'Shorten it',
            edits: [{ kind: 'length', place: placeOfNote(index, note), durationTicks: next - note.tick }],
          },
        ],
      }),
    ];
  });
}

function stringClashes(score: Score, bar: Bar, index: number): Finding[] {
  const clashes = bar.notes.filter((note, position) =>
    bar.notes.some(
      (other, earlier) => earlier < position && other.tick === note.tick && other.string === note.string,
    ),
  );
  return clashes.map((note) =>
    finding(score, bar, index, note, {
      severity: 'error',
      code: 'string-clash',
      message: `Two notes are asked of string ${note.string} at once`,
      remedy: 'Move one to another string, or leave the bass stroke out',
      remedies: bar.notes
        .filter((other) => other.tick === note.tick && other.string === note.string)
        .map((other) => ({
          words: `Leave the ${other.voice} note out`,
          edits: [{ kind: 'remove', place: placeOfNote(index, other) }],
        })),
    }),
  );
}

function offTheNeck(score: Score, { bar, note }: PlacedNote): Finding[] {
  const owner = score.bars[bar];
  if (!owner || note.fret <= highestFret(score)) return [];
  return [
    finding(score, owner, bar, note, {
      severity: 'error',
      code: 'fret-off-neck',
      message: `Fret ${note.fret} is past the last fret, ${highestFret(score)} counted from the capo`,
      remedy: 'Find the note on a thinner string, or move the capo',
    }),
  ];
}

function gripsOffTheNeck(score: Score, bar: Bar, index: number): Finding[] {
  return bar.grips.flatMap((grip) => {
    const past = grip.frets.findIndex((fret) => fret !== null && fret > highestFret(score));
    if (past < 0 && grip.tick < barTicks(bar.metre)) return [];
    return [
      finding(score, bar, index, past < 0 ? grip : { tick: grip.tick, string: 6 - past }, {
        severity: 'error',
        code: past < 0 ? 'grip-past-bar' : 'grip-off-neck',
        message:
          past < 0
            ? 'A grip is laid after the end of the bar'
            : 'The grip reaches past the last fret of the neck',
        remedy: past < 0 ? 'Move it to a beat of the bar' : 'Move the grip toward the nut',
      }),
    ];
  });
}

const arrivalRules = {
  'hammer-on': {
    right: (from: number, to: number) => to > from,
    message: 'A hammer-on needs a lower note sounding on its string just before',
  },
  'pull-off': {
    right: (from: number, to: number) => to < from,
    message: 'A pull-off needs a higher note sounding on its string just before',
  },
  slide: {
    right: (from: number, to: number) => to !== from,
    message: 'A slide needs another fret sounding on its string just before',
  },
};

function arrivalWithoutSource(
  score: Score,
  { bar, atTicks, note }: PlacedNote,
  before: PlacedNote | undefined,
): Finding[] {
  const owner = score.bars[bar];
  if (!owner || !note.arrival) return [];
  const rule = arrivalRules[note.arrival];
  const sounding = before && !before.note.dead && stillSounds(before, atTicks);
  if (sounding && rule.right(before.note.fret, note.fret)) return [];
  return [
    finding(score, owner, bar, note, {
      severity: 'error',
      code: `${note.arrival}-without-source`,
      message: rule.message,
      remedy: 'Write that note, or pick this one',
      remedies: [
        {
          words: 'Pick this note',
          edits: [{ kind: 'mark', place: placeOfNote(bar, note), change: { arrival: undefined } }],
        },
      ],
    }),
  ];
}

const stillSounds = ({ atTicks, note }: PlacedNote, until: number): boolean =>
  note.ending === 'let-ring' || atTicks + note.durationTicks >= until;

function tieWithoutSource(
  score: Score,
  { bar, atTicks, note }: PlacedNote,
  before: PlacedNote | undefined,
): Finding[] {
  const owner = score.bars[bar];
  if (!owner || !note.tied) return [];
  if (before?.note.fret === note.fret && before.atTicks + before.note.durationTicks === atTicks) return [];
  return [
    finding(score, owner, bar, note, {
      severity: 'error',
      code: 'tie-without-source',
      message: 'A tied note continues the same fret on its string, written right up to it',
      remedy: 'Lengthen the note before, or pick this one',
      remedies: [
        {
          words: 'Pick this note',
          edits: [{ kind: 'mark', place: placeOfNote(bar, note), change: { tied: undefined } }],
        },
      ],
    }),
  ];
}

import {
  numberOfBar,
  beatAt,
  techniques,
  techniquesOf,
  type Bar,
  type Finding,
  type Note,
  type Score,
  type Technique,
} from '../score/index.ts';

/** A field of a note, and what it says in a technique's words. */
type Mark = keyof Technique['sets'];

/** The fields of the marks that two verses of one tune are likely to share. */
const marks: readonly Mark[] = [
  ...new Set(
    techniques
      .filter(({ inEveryVerse }) => inEveryVerse)
      .flatMap(({ sets }) => Object.keys(sets).slice(0, 1) as Mark[]),
  ),
];

/** The technique a note carries in a field, in words. */
const markWords = (note: Note, mark: Mark): string =>
  techniquesOf(note).find(({ sets }) => mark in sets)?.says ?? mark;

/** Bars with fewer notes than this are alike by chance. */
const fewestNotes = 4;

/** A mark that one bar has and a bar with the very same notes lacks: said at the bar that lacks it. */
export function missingMarks(score: Score): Finding[] {
  const groups = new Map<string, number[]>();
  score.bars.forEach((bar, index) => {
    if (bar.notes.length < fewestNotes) return;
    const key = notesOf(bar);
    groups.set(key, [...(groups.get(key) ?? []), index]);
  });
  return [...groups.values()].filter(({ length }) => length > 1).flatMap((bars) => unequal(score, bars));
}

/** A bar by its notes alone, without marks, lengths and fingers. */
const notesOf = ({ metre, notes }: Bar): string =>
  JSON.stringify([
    metre.beats,
    metre.unit,
    notes.map(({ tick, string, fret, voice, tied }) => [tick, string, fret, voice, tied ?? false]),
  ]);

function unequal(score: Score, bars: readonly number[]): Finding[] {
  const noteIn = (bar: number, index: number): Note | undefined => score.bars[bar]?.notes[index];
  const count = score.bars[bars[0] ?? 0]?.notes.length ?? 0;
  return Array.from({ length: count }, (_, index) => index).flatMap((index) =>
    marks.flatMap((mark): Finding[] => {
      const having = bars.filter((bar) => noteIn(bar, index)?.[mark] !== undefined);
      const lacking = bars.filter((bar) => noteIn(bar, index)?.[mark] === undefined);
      const [model] = having;
      if (model === undefined || lacking.length > having.length) return [];
      const marked = noteIn(model, index);
      if (!marked) return [];
      const like = numberOfBar(score, model);
      return lacking.flatMap((bar): Finding[] => {
        const note = noteIn(bar, index);
        const metre = score.bars[bar]?.metre;
        if (!note || !metre) return [];
        const place = { bar, tick: note.tick, string: note.string, voice: note.voice };
        return [
          {
            severity: 'warning',
            code: `mark-missing-${mark}`,
            bar: numberOfBar(score, bar),
            beat: beatAt(metre, note.tick),
            string: note.string,
            message: `Bar ${numberOfBar(score, bar)} has the notes of bar ${like}, but this note is not marked “${markWords(marked, mark)}”`,
            remedy: `Write it as in bar ${like}, or let the verses differ`,
            remedies: [
              {
                words: `As in bar ${like}`,
                edits: [{ kind: 'mark', place, change: { [mark]: marked[mark] } }],
              },
            ],
          },
        ];
      });
    }),
  );
}

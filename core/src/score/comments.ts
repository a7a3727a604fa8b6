import { numberOfBar } from './bar-numbers.ts';
import { changeNote, replaceBar, type NotePlace } from './edits.ts';
import { noteAt, placedNotes } from './reading.ts';
import type { Comment, Score } from './schema.ts';
import { beatAt } from './ticks.ts';

/** What a comment stands on. Bars count from 0. */
export type CommentPlace =
  | { readonly on: 'piece' }
  | { readonly on: 'section'; readonly bar: number }
  | { readonly on: 'bar'; readonly bar: number }
  | { readonly on: 'note'; readonly place: NotePlace };

/** The bar in which the section of a bar begins; undefined before the first section. */
export function sectionStart({ bars }: Pick<Score, 'bars'>, bar: number): number | undefined {
  const start = bars.slice(0, bar + 1).findLastIndex(({ section }) => section);
  return start < 0 ? undefined : start;
}

export function commentAt(score: Score, at: CommentPlace): Comment | undefined {
  switch (at.on) {
    case 'piece':
      return score.comment;
    case 'section':
      return score.bars[sectionStart(score, at.bar) ?? -1]?.section?.comment;
    case 'bar':
      return score.bars[at.bar]?.comment;
    case 'note': {
      const { bar, tick, string, voice } = at.place;
      return noteAt(score.bars[bar], tick, string, voice)?.comment;
    }
  }
}

/** Says something of the piece, a section, a bar or a note; undefined takes it back. A place that is not there changes nothing. */
export function setComment(score: Score, at: CommentPlace, comment: Comment | undefined): Score {
  switch (at.on) {
    case 'piece': {
      const { comment: _, ...rest } = score;
      return comment ? { ...rest, comment } : rest;
    }
    case 'section':
      return replaceBar(score, sectionStart(score, at.bar) ?? -1, (bar) => {
        if (!bar.section) return bar;
        const { comment: _, ...section } = bar.section;
        return { ...bar, section: comment ? { ...section, comment } : section };
      });
    case 'bar':
      return replaceBar(score, at.bar, ({ comment: _, ...bar }) => (comment ? { ...bar, comment } : bar));
    case 'note':
      return changeNote(score, at.place, () => ({ comment }));
  }
}

/** A comment and where it stands, as a reader finds it. */
export interface SaidComment {
  /** "The piece", "A, from bar 1", "Bar 3", "Bar 3, beat 2, string 1". */
  readonly where: string;
  readonly comment: Comment;
}

/** Every comment of a piece in reading order: the piece, then bar by bar its section, the bar, its notes. */
export function commentsOf(score: Score): SaidComment[] {
  const said: SaidComment[] = score.comment ? [{ where: 'The piece', comment: score.comment }] : [];
  const notes = placedNotes(score);
  score.bars.forEach((bar, index) => {
    const number = numberOfBar(score, index);
    if (bar.section?.comment)
      said.push({ where: `${bar.section.name}, from bar ${number}`, comment: bar.section.comment });
    if (bar.comment) said.push({ where: `Bar ${number}`, comment: bar.comment });
    for (const { note } of notes.filter((placed) => placed.bar === index)) {
      if (!note.comment) continue;
      const beat = Math.round(beatAt(bar.metre, note.tick) * 100) / 100;
      said.push({ where: `Bar ${number}, beat ${beat}, string ${note.string}`, comment: note.comment });
    }
  });
  return said;
}

/** A comment in one line: what to do, then why. */
export const commentText = ({ do: toDo, why }: Comment): string =>
  [toDo, why && (toDo ? `Why: ${why}` : why)].filter(Boolean).join(' ').replace(/\n+/g, ' ');

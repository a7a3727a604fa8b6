import { numberOfBar, type Score } from '../score/index.ts';
import { barChords, type HeldChord } from './bar-chords.ts';
import { baseOf, linkState, type LinkState } from './links.ts';
import { sectionLinks, turnsOf } from './performance.ts';
import { sectionWords } from './section-words.ts';
import { sectionName, type Section } from './sections.ts';

/** One bar as it stands in the plan of a piece. */
export interface FormCell {
  /** Index from 0, and the number said. */
  readonly bar: number;
  readonly number: number;
  readonly state: LinkState;
  /** Number of the bar it is linked to. */
  readonly sameAs: number | undefined;
  readonly chords: readonly HeldChord[];
  /** Beats more (above 0) or less (below 0) than the section’s first bar has. */
  readonly moreBeats: number;
}

/** A section as it is played one time. */
export interface FormRow {
  readonly section: Section;
  /** Place among the turns that can be moved, from 0; undefined for bars before the first section, which are always played first. */
  readonly turn: number | undefined;
  /** Which of its turns this is, from 1. */
  readonly time: number;
  readonly name: string;
  readonly words: string;
  /** Columns by which it stands to the right, so that bars that are alike stand below each other. */
  readonly indent: number;
  readonly cells: readonly FormCell[];
}

/** The plan of a piece: its sections in the order they are played, bars under bars. */
export function formRows(score: Score): FormRow[] {
  const turns = turnsOf(score);
  const lead = turns.filter(({ section }) => section.name === '').length;
  return turns.map(({ section, time }, index) => {
    const usual = score.bars[section.first]?.pickup ? undefined : score.bars[section.first]?.metre.beats;
    return {
      section,
      turn: index < lead ? undefined : index - lead,
      time,
      name: sectionName(section, score),
      words: time > 1 ? 'again, 0 new' : sectionWords(score, section),
      indent: sectionLinks(score, section).indent,
      cells: Array.from({ length: section.last - section.first + 1 }, (_, each): FormCell => {
        const bar = section.first + each;
        const beats = score.bars[bar]?.metre.beats ?? 4;
        return {
          bar,
          number: numberOfBar(score, bar),
          state: time > 1 ? 'same' : linkState(score, bar),
          sameAs: numberOfBase(score, bar),
          chords: barChords(score, bar),
          moreBeats: usual === undefined ? 0 : beats - usual,
        };
      }),
    };
  });
}

function numberOfBase(score: Score, index: number): number | undefined {
  const bar = score.bars[index];
  const base = bar && baseOf(score, bar);
  return base && numberOfBar(score, score.bars.indexOf(base));
}

/** Bars in which something is written that is nowhere else. */
export const writtenBars = (score: Score): number =>
  score.bars.filter((_, index) => linkState(score, index) !== 'same').length;

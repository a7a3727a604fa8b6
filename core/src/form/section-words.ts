import { numberOfBar, type Score } from '../score/index.ts';
import { sectionLinks } from './performance.ts';
import { sectionName, sectionsOf, type Section } from './sections.ts';

const bars = (count: number): string => `${count} ${count === 1 ? 'bar' : 'bars'}`;

/** Where the bars of a section come from: "as verse 1, 4 new", "as bars 9–12, 0 new", "the base, 12 bars". */
export function sectionWords(score: Score, section: Section): string {
  const { base, newBars, isBase } = sectionLinks(score, section);
  const count = section.last - section.first + 1;
  if (!base) return isBase ? `the base, ${bars(count)}` : bars(count);
  const whole = sectionsOf(score).find(({ first, last }) => first === base.first && last === base.last);
  const from = numberOfBar(score, base.first);
  const to = numberOfBar(score, base.last);
  const where = whole
    ? sectionName(whole, score).toLowerCase()
    : from === to
      ? `bar ${from}`
      : `bars ${from}–${to}`;
  return `as ${where}, ${newBars} new`;
}

import { compareBars, comparisonLines, sectionName, sectionsOf, type ComparedBars } from '@jocund/core/form';
import { indexOfBar, numberOfBar, type Score } from '@jocund/core/score';
import { positional, required, UsageError, type Command } from '../command.ts';
import { readScoreFile } from '../files.ts';

/** `diff`: what two sections, or two stretches of bars, play otherwise. */
export const diff: Command = {
  name: 'diff',
  summary: 'what differs between two verses, in words and places',
  usage: 'FILE --a SECTION|A-B --b SECTION|A-B [--with FILE]',
  options: { a: 'text', b: 'text', with: 'text' },
  run: (args) => {
    const [file = ''] = positional(args, 'FILE');
    const score = readScoreFile(file);
    const other = args.text('with');
    const a = barsNamed(score, required(args, 'a'), 'a');
    const b = barsNamed(other === undefined ? score : readScoreFile(other), required(args, 'b'), 'b');
    const lines = comparisonLines(a, b);
    return {
      json: {
        differences: compareBars(a, b)
          .filter(({ a: inA, b: inB, said }) => said.length > 0 || inA === undefined || inB === undefined)
          .map(({ place, a: inA, b: inB, said }) => ({
            place,
            barA: inA === undefined ? null : numberOfBar(a.score, inA),
            barB: inB === undefined ? null : numberOfBar(b.score, inB),
            differences: said,
          })),
      },
      text: lines.length === 0 ? 'They play the same.' : lines.join('\n'),
    };
  },
};

/** A section by its name, or bars by their numbers: "Verse 2", "9-12". */
function barsNamed(score: Score, name: string, option: string): ComparedBars {
  const [, from, to = from] = /^(\d+)(?:-(\d+))?$/.exec(name) ?? [];
  if (from !== undefined) {
    const [first, last] = [from, to].map((text) => indexOfBar(score, Number(text)));
    if (first === undefined || last === undefined || first < 0 || last < first || last >= score.bars.length)
      throw new UsageError(
        `--${option} wants bars of the piece, up to ${numberOfBar(score, score.bars.length - 1)}, not “${name}”`,
      );
    return { score, first, last };
  }
  const sections = sectionsOf(score);
  const found = sections.find((section) => sectionName(section, score).toLowerCase() === name.toLowerCase());
  if (found) return { score, first: found.first, last: found.last };
  const names = sections.map((section) => `“${sectionName(section, score)}”`).join(', ');
  throw new UsageError(`--${option} is one of ${names}, or bars such as 5-8, not “${name}”`);
}

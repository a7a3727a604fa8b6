import { expect, test } from 'vitest';
import { techniques, toggleTechnique, type Note, type Technique } from '../../score/index.ts';
import { scoreFindings } from '../../checking/index.ts';
import { inventedScore, note, xmlOf } from '../../testing/invented.ts';
import { notInAbc, writeAbc } from '../abc/index.ts';
import { writeTextTab } from '../text-tab/index.ts';

/** A bar whose second note carries a technique, and one whose notes are all plain. */
function marked(technique: Technique) {
  const [bar] = inventedScore().bars;
  if (!bar) throw new Error('no bar');
  const plain = [0, 1, 2, 3].map((beat) =>
    note({ tick: beat * 960, durationTicks: 960, string: 2, fret: 5, voice: 'melody' }),
  );
  const carrying = plain.map((each, index) =>
    index === 1 ? { ...each, ...toggleTechnique(each, technique) } : each,
  );
  const barOf = (notes: Note[], id: string) => ({ ...bar, id, grips: [], notes });
  return inventedScore({ bars: [barOf(carrying, 'one'), barOf(plain, 'two')] });
}

test.each(techniques.map((each): [string, Technique] => [each.word, each]))(
  '%s is written as its record says, or told of where a format cannot say it',
  (word, technique) => {
    const score = marked(technique);
    const xml = xmlOf(score);
    if (technique.musicXml === 'by-word') expect(xml).toContain(`<other-technical>${word}<`);
    else if (technique.musicXml !== 'as-it-is') expect(xml).toContain(`<${technique.musicXml}/>`);
    else expect(xml).not.toContain('other-technical');

    const plainAbc = writeAbc(inventedScore({ bars: score.bars.slice(1) }));
    if (technique.abc !== null && technique.abc !== 'as-it-is') {
      expect(writeAbc(score)).toContain(technique.abc);
      expect(plainAbc.split('K:')[1]).not.toContain(technique.abc);
    }
    expect(notInAbc(score).includes(technique.says)).toBe(technique.abc === null);

    expect(writeTextTab(score).includes(`${technique.says} (1)`)).toBe(technique.textTab === null);

    const findings = scoreFindings(score).filter(({ code }) => code.startsWith('mark-missing-'));
    expect(findings.length).toBe(technique.inEveryVerse ? 1 : 0);
  },
);

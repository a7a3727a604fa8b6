import { pitchClassOf } from '../pitch/index.ts';
import { barTicks, beatTicks, numberOfBar, type Finding, type Score } from '../score/index.ts';
import { chordOfNumeral } from '../shapes/index.ts';
import { barChords } from './bar-chords.ts';
import { formTable, numeralsOf } from './form-table.ts';
import { chordBeats, parseForm, type FormBar } from './form-text.ts';
import { turnaroundOf } from './turnaround.ts';
import { sectionName, sectionsOf, type Section } from './sections.ts';

/** What a section is held against. */
interface SectionForm {
  readonly section: Section;
  readonly bars: readonly FormBar[];
}

/** Something worth knowing about a form that is nothing to mend. */
export interface FormRemark {
  readonly words: string;
  readonly where: string;
}

export interface FormCheck {
  /** Numerals of the form; undefined when none was chosen and none fits. */
  readonly form: string | undefined;
  /** Name of the form in the table; undefined for one of the teacher's own. */
  readonly name: string | undefined;
  /** Whether the form was guessed. */
  readonly isGuessed: boolean;
  readonly findings: readonly Finding[];
  readonly remarks: readonly FormRemark[];
}

/** A guess needs so many of a section's bars to agree. */
const leastAgreement = 0.75;

/**
 * Holds a score against its form, or against the one of the table that fits best. A chord is told where its root is another than the form's;
 * colours are free. Bars that hold no chord, or one without a plain name, are not judged.
 */
export function checkForm(score: Score): FormCheck {
  const form = score.form ?? guessForm(score);
  const isGuessed = score.form === undefined && form !== undefined;
  const plan = formTable.find((each) => form !== undefined && plain(numeralsOf(each)) === plain(form));
  const parsed = form === undefined ? undefined : parseForm(form);
  const held = parsed?.ok ? sectionsHeldAgainst(score, parsed.value) : [];
  return {
    form,
    name: plan?.name,
    isGuessed,
    findings: held.flatMap((each) => wrongChords(score, each)),
    remarks: held.flatMap((each) => remarksOf(score, each)),
  };
}

/** The bar of the form that a bar of the score, by its index from 0, is held against. */
export function chordsWanted(score: Score, index: number): FormBar | undefined {
  const form = score.form ?? guessForm(score);
  const parsed = form === undefined ? undefined : parseForm(form);
  const held = parsed?.ok ? sectionsHeldAgainst(score, parsed.value) : [];
  const within = held.find(({ section }) => section.first <= index && index <= section.last);
  return within?.bars[index - within.section.first];
}

const plain = (text: string): string => text.replaceAll(/[\s|]+/g, ' ').trim();

/** Sections as long as the form; else the whole piece, pickup left out, where it is as long. */
function sectionsHeldAgainst(score: Score, form: readonly FormBar[]): SectionForm[] {
  const sections = sectionsOf(score).filter(({ first, last }) => last - first + 1 === form.length);
  if (sections.length > 0) return sections.map((section) => ({ section, bars: form }));
  const first = score.bars[0]?.pickup ? 1 : 0;
  if (score.bars.length - first !== form.length) return [];
  return [{ section: { id: undefined, name: '', first, last: score.bars.length - 1 }, bars: form }];
}

/** The form of the table that most bars agree with; undefined when none agrees well, or nothing is held. */
function guessForm(score: Score): string | undefined {
  const guesses = formTable.map((plan) => {
    const form = numeralsOf(plan);
    const parsed = parseForm(form);
    const held = parsed.ok ? sectionsHeldAgainst(score, parsed.value) : [];
    const judged = held.flatMap(({ section, bars }) =>
      bars
        .map((bar, index) => agreement(score, section.first + index, bar))
        .filter((each) => each !== undefined),
    );
    const share = judged.filter((agrees) => agrees).length / Math.max(1, judged.length);
    return { form, share: judged.length >= 4 ? share : 0 };
  });
  const best = guesses.reduce((found, each) => (each.share > found.share ? each : found));
  return best.share >= leastAgreement ? best.form : undefined;
}

/** Whether a bar begins with the chord its form has there; undefined where that cannot be told. */
function agreement(score: Score, index: number, form: FormBar): boolean | undefined {
  const wanted = new Set(form.chords.map(({ numeral }) => classOf(score, numeral)));
  const held = barChords(score, index).flatMap(({ root }) => (root ? [pitchClassOf(root)] : []));
  if (held.length === 0) return undefined;
  return held.some((root) => wanted.has(root));
}

function classOf({ key }: Score, numeral: string): number | undefined {
  const chord = chordOfNumeral(numeral, key);
  return chord.ok ? pitchClassOf(chord.value.root) : undefined;
}

/** Bars one after the other that have the same wrong chord are told once: "bars 5–6 are V; this form has IV". */
function wrongChords(score: Score, { section, bars }: SectionForm): Finding[] {
  const findings: (Finding & { readonly last: number; readonly is: string; readonly wants: string })[] = [];
  bars.forEach((form, each) => {
    const index = section.first + each;
    if (agreement(score, index, form) !== false) return;
    const held = barChords(score, index)[0];
    const is = held?.numeral ?? held?.name ?? 'another chord';
    const wants = form.chords.map(({ numeral }) => numeral).join(', ');
    const number = numberOfBar(score, index);
    const before = findings.at(-1);
    if (before?.last === number - 1 && before.is === is && before.wants === wants) {
      findings[findings.length - 1] = { ...told(before.bar, number, is, wants), last: number, is, wants };
      return;
    }
    findings.push({ ...told(number, number, is, wants), last: number, is, wants });
  });
  return findings.map(({ last: _, is: __, wants: ___, ...finding }) => finding);
}

const told = (from: number, to: number, is: string, wants: string): Finding => ({
  severity: 'warning',
  code: 'form-chord',
  bar: from,
  beat: 1,
  message: `${from === to ? `Bar ${from} is` : `Bars ${from}–${to} are`} ${is}; this form has ${wants}`,
  remedy: `Write ${wants} there, or let it stand`,
});

function remarksOf(score: Score, { section, bars }: SectionForm): FormRemark[] {
  const name = sectionName(section, score).toLowerCase();
  const where = (index: number, beat?: number) =>
    `${name}, bar ${numberOfBar(score, index)}${beat === undefined ? '' : `, beat ${beat}`}`;
  const late = bars.flatMap((form, each): FormRemark[] => {
    const index = section.first + each;
    const metre = score.bars[index]?.metre;
    if (!metre) return [];
    const [starts] = [chordBeats(form, Math.round(barTicks(metre) / beatTicks(metre)))];
    return form.chords.flatMap(({ numeral }, chord) => {
      const held = barChords(score, index).find(
        ({ root, isCarried }) => !isCarried && root && pitchClassOf(root) === classOf(score, numeral),
      );
      const already = barChords(score, index).some(
        ({ root, isCarried }) => isCarried && root && pitchClassOf(root) === classOf(score, numeral),
      );
      return held && !already && held.beat > (starts[chord] ?? 1)
        ? [{ words: `${numeral} comes late`, where: where(index, held.beat) }]
        : [];
    });
  });
  const usual = score.bars[section.first]?.metre.beats ?? 4;
  const odd = bars.flatMap((_, each): FormRemark[] => {
    const index = section.first + each;
    const more = (score.bars[index]?.metre.beats ?? usual) - usual;
    if (more === 0) return [];
    const count = Math.abs(more);
    return [
      {
        words: `${count} ${count === 1 ? 'beat' : 'beats'} ${more > 0 ? 'more' : 'less'}`,
        where: where(index),
      },
    ];
  });
  const turnaround = turnaroundOf(score, section);
  const turned = turnaround
    ? [
        {
          words: `Turnaround from beat ${turnaround.from.beat} of bar ${turnaround.from.bar}`,
          where: `lands on beat ${turnaround.to.beat} of bar ${turnaround.to.bar}`,
        },
      ]
    : [];
  return [...late, ...odd, ...turned];
}

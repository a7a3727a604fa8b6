import {
  checkForm,
  formRows,
  sectionsOf,
  type FormCheck,
  type FormRow,
  type Section,
} from '@jocund/core/form';
import type { Score } from '@jocund/core/score';
import { useDeferredValue, useMemo } from 'react';
import { useAddress } from '../../ui/use-address.ts';
import { useBench } from '../bench-context.tsx';

export interface FormView {
  /** The score that is shown: a moment after the edit, so that a key press is painted first. */
  readonly score: Score;
  readonly rows: readonly FormRow[];
  readonly check: FormCheck;
  readonly chosen: FormRow | undefined;
  /** The section the chosen one is held beside. */
  readonly beside: Section | undefined;
  readonly others: readonly Section[];
  readonly choose: (row: FormRow) => void;
}

/** The plan of the piece, the chosen section and the one beside it. Both stand in the address, by the number of their first bar. */
export function useFormView(): FormView {
  const bench = useBench();
  const score = useDeferredValue(bench.score);
  const { read, write } = useAddress();
  const rows = useMemo(() => formRows(score), [score]);
  const check = useMemo(() => checkForm(score), [score]);
  const sections = useMemo(() => sectionsOf(score), [score]);
  const row = read('row');
  const chosen =
    rows.find((_, index) => String(index + 1) === row) ??
    rows.find(({ section: { first, last } }) => first <= bench.cursor.bar && bench.cursor.bar <= last) ??
    rows[0];
  const others = sections.filter(({ first }) => first !== chosen?.section.first);
  const base = chosen && baseSection(score, chosen.section, others);
  const beside = others.find(({ first }) => String(first + 1) === read('beside')) ?? base ?? others[0];
  return {
    score,
    rows,
    check,
    chosen,
    beside,
    others,
    choose: (next) => {
      write('row', String(rows.indexOf(next) + 1));
      if (next.section.first !== chosen?.section.first)
        bench.setCursor({ bar: next.section.first, tick: 0, string: 1 });
    },
  };
}

/** The section most bars of another are linked to. */
function baseSection(
  score: Score,
  { first, last }: Section,
  others: readonly Section[],
): Section | undefined {
  const bases = score.bars
    .slice(first, last + 1)
    .flatMap(({ sameAs }) => (sameAs === undefined ? [] : [score.bars.findIndex(({ id }) => id === sameAs)]));
  const count = (section: Section) =>
    bases.filter((bar) => section.first <= bar && bar <= section.last).length;
  return others.filter((each) => count(each) > 0).sort((a, b) => count(b) - count(a))[0];
}

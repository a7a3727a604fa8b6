import {
  chooseVersion,
  passageAt,
  passagesOf,
  sectionName,
  sectionsOf,
  type Alignment,
  type ComparedBars,
  type Passage,
  type Section,
} from '@jocund/core/form';
import type { Score } from '@jocund/core/score';
import { canPlayTogether } from '@jocund/core/two-guitars';
import { useMemo } from 'react';
import { useAddress } from '../../ui/use-address.ts';
import { useBench } from '../bench-context.tsx';
import { rangeText } from './bars-text.ts';
import { useBesideGroups, type Option, type OptionGroup } from './use-beside-groups.ts';
import { useFormView } from './use-form-view.ts';
import { partOf, partsOf, useOtherScore, whole } from './use-other-score.ts';

/** Bars on one side, and what they are called there. */
export interface Side extends ComparedBars {
  readonly name: string;
  /** Where there is little room. */
  readonly short: string;
}

/** A choice that stands in the address. */
interface Chosen {
  readonly value: string;
  readonly options: readonly Option[];
  readonly choose: (value: string) => void;
}

/** What is held beside what, and all that could be. */
export interface Beside {
  readonly state: 'ready' | 'reading' | 'failed' | 'otherTuning' | 'nothing';
  /** Above: what is compared with. */
  readonly a: Side | undefined;
  /** Below: what is on the bench. */
  readonly b: Side | undefined;
  readonly alignment: Alignment;
  /** Whether both can be played at once, bar for bar: parts of two guitars. */
  readonly areTwoGuitars: boolean;
  /** Whether it is said how two guitars stand to each other, in place of what differs. */
  readonly isToldAsGuitars: boolean;
  readonly tellAsGuitars: (as: boolean) => void;
  readonly value: string;
  readonly groups: readonly OptionGroup[];
  readonly choose: (value: string) => void;
  /** Stretches of the other piece or state; no options where that is settled. */
  readonly part: Chosen;
  /** Stretches of this piece. */
  readonly own: Chosen;
}

/**
 * What is held beside the chosen section: another section, another version of its passage, an earlier state of the piece, or another piece.
 * The choice stands in the address: `beside=5` the section from bar 5, `v:basic` a version, `r:12` a state, `p:…` a piece; `part` and `own`
 * are the bars of each.
 */
export function useBeside(): Beside {
  const { arrangementId, cursor } = useBench();
  const { score, chosen, beside, others } = useFormView();
  const { read, write } = useAddress();
  const passage = passageHere(score, cursor.bar, chosen?.section);
  const groups = useBesideGroups(score, others, passage);
  const asked = read('beside');
  const [, kind, key = ''] = /^([vrp]):(.+)$/.exec(asked) ?? [];
  const version = useVersionSide(score, passage?.id, kind === 'v' ? key : undefined);
  const other = useOtherScore(arrangementId, kind === 'r' || kind === 'p' ? { kind, key } : undefined);

  const settled = { value: '', options: [], choose: () => undefined };
  const shared = {
    groups,
    value: asked,
    choose: (value: string) => write('beside', value),
    alignment: 0,
    areTwoGuitars: false,
    isToldAsGuitars: false,
    tellAsGuitars: (as: boolean) => write('told', as ? '' : 'differences'),
    part: settled,
    own: settled,
  };
  if (version && passage) {
    const name = `${rangeText(score, passage)}, ${passage.chosen}`;
    return {
      ...shared,
      state: 'ready',
      a: version,
      b: { score, ...bounds(passage), name, short: passage.chosen },
    };
  }
  if (kind === 'v' && passage?.labels.includes(key) && key !== passage.chosen)
    return { ...shared, state: 'otherTuning', a: undefined, b: undefined };
  if (kind === 'r' || kind === 'p') {
    const section = read('own') === whole ? undefined : chosen?.section;
    const name = section ? sectionName(section, score) : 'The whole piece';
    const b = { score, ...(section ? bounds(section) : wholeOf(score)), name, short: name };
    const own = {
      value: section ? '' : whole,
      options: ownParts(score, chosen?.section),
      choose: (value: string) => write('own', value),
    };
    const there = other.score;
    if (!there) return { ...shared, own, state: other.hasFailed ? 'failed' : 'reading', a: undefined, b };
    const part = partOf(there, read('part'), section);
    const title = kind === 'p' ? there.title : `version ${key}`;
    const areTwoGuitars =
      kind === 'p' && canPlayTogether(there, score) && part.first === b.first && part.last === b.last;
    return {
      ...shared,
      own,
      state: 'ready',
      a: {
        score: there,
        ...bounds(part),
        name: part.name === '' ? title : `${title}, ${part.name}`,
        short: title,
      },
      b,
      alignment: kind === 'r' ? 'same-bars' : 0,
      areTwoGuitars,
      isToldAsGuitars: areTwoGuitars && read('told') !== 'differences',
      part: { value: part.value, options: partsOf(there), choose: (value) => write('part', value) },
    };
  }
  if (!chosen || !beside) return { ...shared, state: 'nothing', a: undefined, b: undefined, value: '' };
  return {
    ...shared,
    state: 'ready',
    a: sectionSide(score, beside),
    b: sectionSide(score, chosen.section),
    alignment: chosen.indent,
    value: String(beside.first + 1),
  };
}

const bounds = ({ first, last }: Pick<Section, 'first' | 'last'>) => ({ first, last });
const wholeOf = ({ bars }: Score) => ({ first: 0, last: bars.length - 1 });

function sectionSide(score: Score, section: Section): Side {
  const name = sectionName(section, score);
  return { score, ...bounds(section), name, short: name };
}

const ownParts = (score: Score, section: Section | undefined): readonly Option[] =>
  section && sectionsOf(score).length > 1
    ? [
        { value: '', label: sectionName(section, score) },
        { value: whole, label: 'The whole piece' },
      ]
    : [];

/** The passage under the cursor, or the first in the chosen section. */
const passageHere = (score: Score, bar: number, section: Section | undefined): Passage | undefined =>
  passageAt(score, bar) ??
  passagesOf(score).find(({ first, last }) => section && first <= section.last && section.first <= last);

/** A version that is kept, as it would stand; undefined where it cannot stand. */
const useVersionSide = (score: Score, passageId: string | undefined, label: string | undefined) =>
  useMemo((): Side | undefined => {
    if (passageId === undefined || label === undefined) return undefined;
    const other = chooseVersion(score, passageId, label);
    if (!other.ok || other.value === score) return undefined;
    const there = passagesOf(other.value).find(({ id }) => id === passageId);
    return (
      there && {
        score: other.value,
        ...bounds(there),
        name: `${rangeText(other.value, there)}, ${label}`,
        short: label,
      }
    );
  }, [score, passageId, label]);

import { skipToken, useQuery } from '@tanstack/react-query';
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
import { numberOfBar, type Score } from '@jocund/core/score';
import { useMemo } from 'react';
import { readArrangement, readRevision, usePieces, useRevisions } from '../../api/queries.ts';
import { useAddress } from '../../ui/use-address.ts';
import { useBench } from '../bench-context.tsx';
import { useFormView } from './use-form-view.ts';

/** Bars on one side, and what they are called there. */
export interface Side extends ComparedBars {
  readonly name: string;
}

export interface Option {
  readonly value: string;
  readonly label: string;
}

/** What is held beside what, and all that could be. */
export interface Beside {
  readonly state: 'ready' | 'reading' | 'failed' | 'nothing';
  /** Above: what is compared with. */
  readonly a: Side | undefined;
  /** Below: what is on the bench. */
  readonly b: Side | undefined;
  readonly alignment: Alignment;
  readonly groups: readonly { readonly label: string; readonly options: readonly Option[] }[];
  readonly value: string;
  readonly choose: (value: string) => void;
  /** Stretches of the other piece or state that can be chosen; none where that is settled. */
  readonly parts: readonly Option[];
  readonly part: string;
  readonly choosePart: (value: string) => void;
  /** Stretches of this piece. */
  readonly owns: readonly Option[];
  readonly own: string;
  readonly chooseOwn: (value: string) => void;
}

const whole = 'all';
/** States of the piece that are offered; all are in the history. */
const mostRevisions = 20;

/**
 * What is held beside the chosen section: another section, another version of its passage, an earlier state of the piece, or another piece.
 * The choice stands in the address: `beside=5` the section from bar 5, `v:basic` a version, `r:12` a state, `p:…` a piece; `part` and `own`
 * are the bars of each.
 */
export function useBeside(): Beside {
  const { arrangementId, cursor } = useBench();
  const view = useFormView();
  const { score, chosen } = view;
  const { read, write } = useAddress();
  const pieces = usePieces();
  const revisions = useRevisions(arrangementId);
  const passage = passageHere(score, cursor.bar, chosen?.section);
  const asked = read('beside');
  const [, kind = '', key = ''] = /^([vrp]):(.+)$/.exec(asked) ?? [];
  const foreign = useForeign(arrangementId, kind, key);
  const others = view.others;
  const groups = [
    {
      label: 'Sections',
      options: others.map((each) => ({
        value: String(each.first + 1),
        label: sectionName(each, score),
      })),
    },
    {
      label: passage ? `Versions of ${barsText(score, passage)}` : 'Versions',
      options: (passage?.labels ?? [])
        .filter((label) => label !== passage?.chosen)
        .map((label) => ({ value: `v:${label}`, label: `the ${label} version` })),
    },
    {
      label: 'Earlier',
      options: (revisions.data?.pages[0] ?? []).slice(0, mostRevisions).map(({ version, name, savedAt }) => ({
        value: `r:${version}`,
        label: name ?? `version ${version}, ${savedAtText(savedAt)}`,
      })),
    },
    {
      label: 'Other pieces',
      options: (pieces.data ?? [])
        .filter((piece) => piece.arrangementId !== arrangementId && piece.archivedAt === null)
        .map((piece) => ({ value: `p:${piece.arrangementId}`, label: piece.title })),
    },
  ].filter(({ options }) => options.length > 0);

  const version = useVersionSide(score, passage?.id, kind === 'v' ? key : undefined);
  const sections = sectionsOf(score);
  const own = read('own') === whole ? whole : '';
  const ownBars = own === whole || !chosen ? { first: 0, last: score.bars.length - 1 } : chosen.section;
  const ownName = own === whole || !chosen ? 'The whole piece' : sectionName(chosen.section, score);
  const shared = {
    groups,
    choose: (value: string) => {
      write('beside', value);
    },
    part: read('part'),
    choosePart: (value: string) => write('part', value),
    own,
    chooseOwn: (value: string) => write('own', value),
    owns: [
      { value: '', label: chosen ? sectionName(chosen.section, score) : 'The piece' },
      ...(sections.length > 1 ? [{ value: whole, label: 'The whole piece' }] : []),
    ],
    parts: [] as readonly Option[],
  };

  if (version && passage) {
    const b = {
      score,
      first: passage.first,
      last: passage.last,
      name: `${barsText(score, passage)}, ${passage.chosen}`,
    };
    return { ...shared, owns: [], state: 'ready', a: version, b, alignment: 0, value: asked };
  }
  if (kind === 'r' || kind === 'p') {
    const b = { score, ...bounds(ownBars), name: ownName };
    if (!foreign.score)
      return {
        ...shared,
        state: foreign.hasFailed ? 'failed' : 'reading',
        a: undefined,
        b,
        alignment: 0,
        value: asked,
      };
    const there = foreign.score;
    const part = partOf(there, read('part'), own === whole ? undefined : chosen?.section, kind);
    const title = kind === 'p' ? there.title : `version ${key}`;
    return {
      ...shared,
      state: 'ready',
      a: { score: there, ...bounds(part), name: `${title}${part.name === '' ? '' : `, ${part.name}`}` },
      b,
      alignment: kind === 'r' ? 'same-bars' : 0,
      value: asked,
      parts: [
        { value: whole, label: 'all of it' },
        ...sectionsOf(there).map((each) => ({
          value: String(each.first + 1),
          label: sectionName(each, there),
        })),
      ],
      part: part.value,
    };
  }
  const { beside } = view;
  if (!chosen || !beside)
    return { ...shared, state: 'nothing', a: undefined, b: undefined, alignment: 0, value: '' };
  return {
    ...shared,
    owns: [],
    state: 'ready',
    a: { score, ...bounds(beside), name: sectionName(beside, score) },
    b: { score, ...bounds(chosen.section), name: sectionName(chosen.section, score) },
    alignment: chosen.indent,
    value: String(beside.first + 1),
  };
}

const bounds = ({ first, last }: Pick<Section, 'first' | 'last'>) => ({ first, last });

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
      there && { score: other.value, ...bounds(there), name: `${barsText(other.value, there)}, ${label}` }
    );
  }, [score, passageId, label]);

/** "bars 5–8". */
export function barsText(score: Score, { first, last }: Pick<Section, 'first' | 'last'>): string {
  const [from, to] = [numberOfBar(score, first), numberOfBar(score, last)];
  return from === to ? `bar ${from}` : `bars ${from}–${to}`;
}

/** The bars of the other side: as asked for, else the section that is the same or has the same name, else all of them. */
function partOf(there: Score, asked: string, here: Section | undefined, kind: string) {
  const sections = sectionsOf(there);
  const all = { first: 0, last: there.bars.length - 1, name: '', value: whole };
  if (asked === whole) return all;
  const section =
    sections.find(({ first }) => String(first + 1) === asked) ??
    sections.find(
      ({ id, name }) => here && (kind === 'r' ? id === here.id : name !== '' && name === here.name),
    );
  return section
    ? { ...bounds(section), name: sectionName(section, there), value: String(section.first + 1) }
    : all;
}

/** The score of an earlier state (`r`), or of another piece (`p`). */
function useForeign(arrangementId: string, kind: string, key: string) {
  const version = kind === 'r' ? Number(key) : 0;
  const { data, isError } = useQuery({
    queryKey: ['beside', kind, kind === 'r' ? arrangementId : key, version],
    queryFn:
      kind === 'r' && Number.isInteger(version)
        ? () => readRevision(arrangementId, version)
        : kind === 'p'
          ? () => readArrangement(key)
          : skipToken,
    staleTime: Infinity,
    gcTime: 0,
    retry: false,
  });
  return { score: data?.score, hasFailed: isError };
}

const savedAtText = (savedAt: string): string =>
  new Intl.DateTimeFormat('en-GB', {
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  }).format(new Date(savedAt));

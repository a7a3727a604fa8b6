import { mostAlsoOnSheet, type PrintedSheet } from '@jocund/contract';
import type { Inks, Paper } from '@jocund/core/engraving';
import { useMemo } from 'react';
import { useAddress } from '../../ui/use-address.ts';

/** The settings of a handout and how to change them. */
interface Handout {
  readonly inks: Inks;
  readonly paper: Paper;
  /** What the sheet holds beside the music. */
  readonly holds: Holds;
  /** Whether repeats and the order of performance are written out bar by bar. */
  readonly isWrittenOut: boolean;
  readonly setWrittenOut: (wanted: boolean) => void;
  readonly setHolds: (change: Partial<Holds>) => void;
  /** Arrangements of other pieces on the same sheet. */
  readonly also: readonly string[];
  readonly setAlso: (arrangementIds: readonly string[]) => void;
  readonly setInks: (inks: Inks) => void;
  readonly setPaper: (paper: Paper) => void;
}

const flags = [
  'comments',
  'grips',
  'practice',
  'tuning',
  'song',
  'large',
  'verses',
  'notesAlone',
  'link',
] as const;
type Flag = (typeof flags)[number];
/** What a sheet holds; its link is made for its reader. */
type Holds = Readonly<Record<Flag, boolean>> & Pick<PrintedSheet['holds'], 'words'>;

/** How the address has what a sheet holds: `with=grips words-why`. */
const depths = ['do', 'why'] as const;

function holdsOf(text: string): Holds {
  const words = text.split(' ');
  const depth = depths.find((each) => words.includes(`words-${each}`));
  const held = Object.fromEntries(flags.map((flag) => [flag, words.includes(flag)])) as Record<Flag, boolean>;
  return { ...held, ...(depth ? { words: depth } : {}) };
}

const textOf = (holds: Holds): string =>
  [...flags.filter((flag) => holds[flag]), ...(holds.words ? [`words-${holds.words}`] : [])].join(' ');

/** What the handout is made of. It stands in the address, so that a reload prints the same. */
export function useHandout(): Handout {
  const { read, write } = useAddress();
  const held = read('with');
  const holds = useMemo(() => holdsOf(held), [held]);
  const listed = read('also');
  const also = useMemo(() => listed.split(' ').filter(Boolean).slice(0, mostAlsoOnSheet), [listed]);
  return {
    inks: read('inks') === 'black' ? 'black' : 'both',
    paper: read('paper') === 'letter' ? 'letter' : 'a4',
    holds,
    also,
    setAlso: (ids) => write('also', ids.join(' ')),
    isWrittenOut: read('bars') === 'all',
    setWrittenOut: (wanted) => write('bars', wanted ? 'all' : ''),
    setHolds: (change) => write('with', textOf({ ...holds, ...change })),
    setInks: (inks) => write('inks', inks === 'black' ? 'black' : ''),
    setPaper: (paper) => write('paper', paper === 'letter' ? 'letter' : ''),
  };
}

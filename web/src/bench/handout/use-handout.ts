import type { Inks, Paper } from '@jocund/core/engraving';
import { useAddress } from '../../ui/use-address.ts';

/** The settings of a handout and how to change them. */
interface Handout {
  readonly inks: Inks;
  readonly paper: Paper;
  /** Whether the teacher's comments stand under the music. */
  readonly comments: boolean;
  /** Whether repeats and the order of performance are written out bar by bar. */
  readonly isWrittenOut: boolean;
  readonly setWrittenOut: (wanted: boolean) => void;
  readonly setComments: (wanted: boolean) => void;
  readonly setInks: (inks: Inks) => void;
  readonly setPaper: (paper: Paper) => void;
}

/** What the handout is made of. It stands in the address, so that a reload prints the same. */
export function useHandout(): Handout {
  const { read, write } = useAddress();
  return {
    inks: read('inks') === 'black' ? 'black' : 'both',
    paper: read('paper') === 'letter' ? 'letter' : 'a4',
    comments: read('comments') === 'yes',
    isWrittenOut: read('bars') === 'all',
    setWrittenOut: (wanted) => write('bars', wanted ? 'all' : ''),
    setComments: (wanted) => write('comments', wanted ? 'yes' : ''),
    setInks: (inks) => write('inks', inks === 'black' ? 'black' : ''),
    setPaper: (paper) => write('paper', paper === 'letter' ? 'letter' : ''),
  };
}

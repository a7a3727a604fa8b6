import { plainTune, tuneAlone } from '@jocund/core/style';
import type { Tune } from '@jocund/core/melody';
import { useMemo, useState } from 'react';
import { useArrangement } from '../api/queries.ts';
import { useWork } from '../work/use-work.ts';

/** Files are bounded before they are read. */
const largestFileBytes = 8_000_000;

export interface Source {
  /** Undefined while it is fetched, and where there is none. */
  readonly tune: Tune | undefined;
  /** What could not be read, in a sentence. */
  readonly fault: string | undefined;
  readonly takeFile: (file: File) => void;
  readonly isFile: boolean;
  readonly dropFile: () => void;
}

/** Where the tune comes from: a piece of the repertoire, or a file in place of it. */
export function useSource(arrangementId: string): Source {
  const { data, isError } = useArrangement(arrangementId);
  const { state, start } = useWork('readFile');
  const [file, setFile] = useState<{ readonly tune?: Tune; readonly fault?: string } | undefined>();
  const ofPiece = useMemo(() => data && plainTune(data.score), [data]);
  const takeFile = (chosen: File) => {
    if (chosen.size > largestFileBytes) {
      setFile({ fault: `${chosen.name} is larger than 8 MB. Choose a file of one tune.` });
      return;
    }
    chosen.arrayBuffer().then(
      (buffer) =>
        start({ name: chosen.name, bytes: new Uint8Array(buffer), options: {} }, (read) => {
          if (!read.ok) {
            setFile({ fault: `${chosen.name}: ${read.fault.reason}. ${read.fault.remedy}.` });
            return;
          }
          const { content } = read.value;
          setFile({ tune: content.kind === 'score' ? plainTune(content.score) : tuneAlone(content.tune) });
        }),
      () => setFile({ fault: `${chosen.name} could not be opened. Choose it again.` }),
    );
  };
  const pieceFault = isError ? 'The piece cannot be read just now. Choose it again in a moment.' : undefined;
  const fileFault =
    state.kind === 'failed' ? 'The file could not be read to its end. Choose it again.' : file?.fault;
  return {
    tune: file ? file.tune : ofPiece,
    fault: file ? fileFault : (fileFault ?? pieceFault),
    takeFile,
    isFile: file !== undefined,
    dropFile: () => setFile(undefined),
  };
}

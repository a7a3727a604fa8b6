import { usePublicAddress } from '../../api/accounts.ts';
import { usePracticeOf } from '../../api/practice.ts';
import { useBench } from '../bench-context.tsx';
import { useReader } from '../use-reader.ts';

interface PracticeLink {
  readonly address: string;
  /** Whether it leads to this very piece, rather than to all that is given. */
  readonly leadsToPiece: boolean;
}

/** Where the reader of a sheet practises: at the piece itself where it was given to the student, else at the list of all that is given. */
export function usePracticeLink(): PracticeLink {
  const { arrangementId } = useBench();
  const { reader } = useReader();
  const base = usePublicAddress();
  const practice = usePracticeOf(reader.studentId);
  const given = practice.data?.assignments.find(
    (each) => each.arrangementId === arrangementId && each.endedAt === null,
  );
  return {
    address: given ? `${base}/practice/${given.id}` : `${base}/practice`,
    leadsToPiece: given !== undefined,
  };
}

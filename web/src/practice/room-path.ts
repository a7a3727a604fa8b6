import { useParams } from 'react-router';

/** Where the practice room stands: the student's own, or the one a teacher looks at as the student sees it. */
export function useRoomPath(): string {
  const { studentId } = useParams();
  return studentId ? `/people/${studentId}/practice` : '/practice';
}

import { endpoints, request, type HandSettings, type Student } from '@jocund/contract';
import { mediumHand, type Hand } from '@jocund/core/hands';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';

const handKey = ['my-hand'];
const studentsKey = ['students'];

/**
 * The signed-in person's own hand, a medium one until it was set, and a way to change it: not to be used before the hand is known, or a
 * change would be made to another one.
 */
export function useMyHand(): readonly [Hand, (hand: Hand) => void, isKnown: boolean] {
  const client = useQueryClient();
  const kept = useQuery({
    queryKey: handKey,
    queryFn: ({ signal }) => request(endpoints.readMyHand, { signal }),
    staleTime: Infinity,
  });
  const save = useMutation({
    mutationFn: (body: HandSettings) => request(endpoints.setMyHand, { body }),
    // One after the other, so that the last one stays.
    scope: { id: 'my-hand' },
    onError: () => client.invalidateQueries({ queryKey: handKey }),
  });
  const set = (hand: Hand) => {
    const settings = settingsOf(hand);
    // An answer from before this change must not undo it.
    void client.cancelQueries({ queryKey: handKey });
    client.setQueryData(handKey, settings);
    save.mutate(settings);
  };
  return [kept.data ?? mediumHand, set, kept.data !== undefined];
}

/** Changes a student's hand. */
export function useStudentHand(): (student: Student, hand: Hand) => void {
  const client = useQueryClient();
  const save = useMutation({
    mutationFn: ({ id, hand }: { id: string; hand: HandSettings }) =>
      request(endpoints.setStudentHand, { params: { id }, body: hand }),
    scope: { id: 'student-hands' },
    onSettled: () => client.invalidateQueries({ queryKey: studentsKey }),
  });
  return ({ id }, hand) => {
    const settings = settingsOf(hand);
    void client.cancelQueries({ queryKey: studentsKey });
    client.setQueryData<Student[]>(studentsKey, (students) =>
      students?.map((each) => (each.id === id ? { ...each, hand: settings } : each)),
    );
    save.mutate({ id, hand: settings });
  };
}

const settingsOf = ({ size, thumbOver, spans }: Hand): HandSettings => ({
  size,
  thumbOver,
  ...(spans && Object.keys(spans).length > 0 ? { spans } : {}),
});

import { endpoints, request, type HandSettings, type Student } from '@jocund/contract';
import { mediumHand, type Hand } from '@jocund/core/hands';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';

const handKey = ['my-hand'];
const studentsKey = ['students'];

/** The signed-in person's own hand, a medium one until it was set, and a way to change it. */
export function useMyHand(): readonly [Hand, (hand: Hand) => void] {
  const client = useQueryClient();
  const kept = useQuery({
    queryKey: handKey,
    queryFn: ({ signal }) => request(endpoints.readMyHand, { signal }),
    staleTime: Infinity,
  });
  const save = useMutation({
    mutationFn: (body: HandSettings) => request(endpoints.setMyHand, { body }),
    onError: () => client.invalidateQueries({ queryKey: handKey }),
  });
  const set = (hand: Hand) => {
    const settings = settingsOf(hand);
    client.setQueryData(handKey, settings);
    save.mutate(settings);
  };
  return [kept.data ?? mediumHand, set];
}

/** Changes a student's hand. */
export function useStudentHand(): (student: Student, hand: Hand) => void {
  const client = useQueryClient();
  const save = useMutation({
    mutationFn: ({ id, hand }: { id: string; hand: HandSettings }) =>
      request(endpoints.setStudentHand, { params: { id }, body: hand }),
    onSettled: () => client.invalidateQueries({ queryKey: studentsKey }),
  });
  return ({ id }, hand) => {
    const settings = settingsOf(hand);
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

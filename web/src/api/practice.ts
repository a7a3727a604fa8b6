import {
  endpoints,
  request,
  type Lesson,
  type NewAssignment,
  type NewEarGoal,
  type NewLessonNote,
} from '@jocund/contract';
import { useMutation, useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { requestOrKept } from './kept-answers.ts';

const taughtKey = ['taught'];
const practiceOf = (studentId: string) => ['practice', studentId];
export const myPracticeKey = ['my-practice'];

/** What a student was given and what came of it, for the teacher; nothing is asked of nobody, whose id is empty. */
export const usePracticeOf = (studentId: string) =>
  useQuery({
    queryKey: practiceOf(studentId),
    queryFn: ({ signal }) => request(endpoints.readPractice, { params: { id: studentId }, signal }),
    enabled: studentId !== '',
  });

/** Everybody who is taught, for a weekday, 1 Monday to 7 Sunday. */
export const useTaught = (weekday: number) =>
  useQuery({
    queryKey: [...taughtKey, weekday],
    queryFn: ({ signal }) => request(endpoints.listTaught, { params: { weekday }, signal }),
  });

export function useSetLessons(studentId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: Lesson[]) => request(endpoints.setLessons, { params: { id: studentId }, body }),
    onSuccess: () => renew(client, studentId),
  });
}

/** What is asked anew when something of a student changed. */
const renew = (client: QueryClient, studentId: string): Promise<unknown> =>
  Promise.all([
    client.invalidateQueries({ queryKey: practiceOf(studentId) }),
    client.invalidateQueries({ queryKey: taughtKey }),
  ]);

export function useWriteLessonNote(studentId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: NewLessonNote) =>
      request(endpoints.writeLessonNote, { params: { id: studentId }, body }),
    onSuccess: () => renew(client, studentId),
  });
}

export function useDropLessonNote(studentId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (id: string) => request(endpoints.dropLessonNote, { params: { id } }),
    onSuccess: () => renew(client, studentId),
  });
}

interface Assigning {
  readonly studentIds: readonly string[];
  /** One thing, or more of them one after the other. */
  readonly what: readonly NewAssignment[];
}

const giveTo = (id: string, what: readonly NewAssignment[]): Promise<unknown> => {
  const [only, ...others] = what;
  return only && others.length === 0
    ? request(endpoints.assign, { params: { id }, body: only })
    : request(endpoints.assignLadder, { params: { id }, body: [...what] });
};

/** Gives something to some students; answers to how many. Where it reached nobody it fails. */
export function useAssign() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async ({ studentIds, what }: Assigning) => {
      const answers = await Promise.allSettled(studentIds.map((id) => giveTo(id, what)));
      const failed = answers.find((answer) => answer.status === 'rejected');
      const given = answers.filter(({ status }) => status === 'fulfilled').length;
      if (given === 0 && failed) throw failed.reason;
      return { given, of: studentIds.length };
    },
    onSuccess: (_, { studentIds }) => Promise.all(studentIds.map((id) => renew(client, id))),
  });
}

/** Takes several assignments back, or gives them again. */
export function useEndAssignments(studentId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ ids, ended }: { ids: readonly string[]; ended: boolean }) =>
      Promise.all(ids.map((id) => request(endpoints.endAssignment, { params: { id }, body: { ended } }))),
    onSettled: () => renew(client, studentId),
  });
}

/** Takes an assignment back, or gives it again. */
export function useEndAssignment(studentId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, ended }: { id: string; ended: boolean }) =>
      request(endpoints.endAssignment, { params: { id }, body: { ended } }),
    onSuccess: () => renew(client, studentId),
  });
}

/** Gives the ear drill to a student, or, by null, takes it back. */
export function useSetEarGoal(studentId: string) {
  const client = useQueryClient();
  const params = { id: studentId };
  return useMutation({
    mutationFn: (body: NewEarGoal | null) =>
      body ? request(endpoints.setEarGoal, { params, body }) : request(endpoints.dropEarGoal, { params }),
    onSuccess: () => renew(client, studentId),
  });
}

export const useInvite = () =>
  useMutation({
    mutationFn: (studentId: string) => request(endpoints.inviteStudent, { params: { id: studentId } }),
  });

/** What a student practises from, as the student sees it, for the teacher. */
export const usePracticeSeen = (studentId: string) =>
  useQuery({
    queryKey: [...practiceOf(studentId), 'seen'],
    queryFn: ({ signal }) => request(endpoints.readPracticeSeen, { params: { id: studentId }, signal }),
  });

/** All that a student practises from. It is kept while there is no connection. */
export const useMyPractice = () =>
  useQuery({
    queryKey: myPracticeKey,
    queryFn: ({ signal }) => requestOrKept(endpoints.readMyPractice, signal),
    gcTime: Infinity,
    refetchOnReconnect: true,
  });

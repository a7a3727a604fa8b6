import { endpoints, request, type NewPlayer, type NewStudent, type Player } from '@jocund/contract';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';

const playersKey = ['players'];
const studentsKey = ['students'];

/** Everybody, those archived, too. */
export const usePlayers = () =>
  useQuery({ queryKey: playersKey, queryFn: ({ signal }) => request(endpoints.listPlayers, { signal }) });

/** What was measured of every piece in hand. */
export const useMeasured = () =>
  useQuery({ queryKey: ['styles'], queryFn: ({ signal }) => request(endpoints.listMeasured, { signal }) });

export const useStudents = () =>
  useQuery({ queryKey: studentsKey, queryFn: ({ signal }) => request(endpoints.listStudents, { signal }) });

/** Adds a player, or changes the one with the id. */
export function useKeepPlayer() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, ...body }: NewPlayer & { id?: string | undefined }) =>
      id ? request(endpoints.changePlayer, { params: { id }, body }) : request(endpoints.addPlayer, { body }),
    onSuccess: () => client.invalidateQueries({ queryKey: playersKey }),
  });
}

/** Says of a player what no piece shows; it counts in all that is measured. */
export function useClaims(playerId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (claims: readonly Player['claims'][number][]) =>
      request(endpoints.claimOfPlayer, { params: { id: playerId }, body: [...claims] }),
    onSuccess: () =>
      Promise.all([playersKey, ['styles']].map((queryKey) => client.invalidateQueries({ queryKey }))),
  });
}

/** Adds a student, or changes the one with the id. */
export function useKeepStudent() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, ...body }: NewStudent & { id?: string | undefined }) =>
      id
        ? request(endpoints.changeStudent, { params: { id }, body })
        : request(endpoints.addStudent, { body }),
    onSuccess: () => client.invalidateQueries({ queryKey: studentsKey }),
  });
}

interface Archiving {
  readonly id: string;
  readonly archived: boolean;
}

export function useArchivePlayer() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, archived }: Archiving) =>
      request(endpoints.archivePlayer, { params: { id }, body: { archived } }),
    onSuccess: () => client.invalidateQueries({ queryKey: playersKey }),
  });
}

export function useArchiveStudent() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, archived }: Archiving) =>
      request(endpoints.archiveStudent, { params: { id }, body: { archived } }),
    onSuccess: () => client.invalidateQueries({ queryKey: studentsKey }),
  });
}

/** Deletes an archived student for good. */
export function useDeleteStudent() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (id: string) => request(endpoints.deleteStudent, { params: { id } }),
    onSuccess: () => client.invalidateQueries({ queryKey: studentsKey }),
  });
}

/** All that is kept of one student, asked for when it is wanted. */
export const readPerson = (id: string) => request(endpoints.readPerson, { params: { id } });

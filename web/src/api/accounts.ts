import { endpoints, request } from '@jocund/contract';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';

const teachersKey = ['teachers'];
const sessionsKey = ['my-sessions'];

export const useTeachers = () =>
  useQuery({
    queryKey: teachersKey,
    queryFn: ({ signal }) => request(endpoints.listTeachers, { signal }),
  });

/** A link for somebody who is to teach here, too. */
export const useInviteTeacher = () =>
  useMutation({ mutationFn: (name: string) => request(endpoints.inviteTeacher, { body: { name } }) });

/** A link by which a teacher sets a new password. */
export const useRenewTeacher = () =>
  useMutation({ mutationFn: (id: string) => request(endpoints.renewTeacher, { params: { id } }) });

export function useCloseTeacher() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, closed }: { id: string; closed: boolean }) =>
      request(endpoints.closeTeacher, { params: { id }, body: { closed } }),
    onSuccess: () => client.invalidateQueries({ queryKey: teachersKey }),
  });
}

export const useMySessions = () =>
  useQuery({
    queryKey: sessionsKey,
    queryFn: ({ signal }) => request(endpoints.listMySessions, { signal }),
  });

export function useEndSession() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (session: string) => request(endpoints.endMySession, { params: { session } }),
    onSettled: () => client.invalidateQueries({ queryKey: sessionsKey }),
  });
}

/** What happened at the studio's door of late; for teachers. */
export const useDoorNotes = (isAsked: boolean) =>
  useQuery({
    queryKey: ['door-notes'],
    queryFn: ({ signal }) => request(endpoints.listDoorNotes, { signal }),
    enabled: isAsked,
  });

/** Who can sign in to the demo, where there is one and only this machine sees it. */
export const useDemoSignIns = () =>
  useQuery({
    queryKey: ['demo-sign-ins'],
    queryFn: ({ signal }) => request(endpoints.readDemoSignIns, { signal }),
    retry: false,
    staleTime: Infinity,
  });

/** The address at which students reach this Jocund: as it was set, else that of this very page. */
export const usePublicAddress = (): string => useReach().data?.url ?? window.location.origin;

/** Whether the server sends links by mail. */
export const useCanMail = (): boolean => useReach().data?.canMail === true;

const useReach = () =>
  useQuery({
    queryKey: ['public-address'],
    queryFn: ({ signal }) => request(endpoints.readPublicAddress, { signal }),
    staleTime: Infinity,
  });

/** Sends a link that was just made. */
export const useMailInvitation = (token: string) =>
  useMutation({
    mutationFn: (email: string) => request(endpoints.mailInvitation, { params: { token }, body: { email } }),
  });

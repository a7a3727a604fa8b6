import {
  endpoints,
  RefusedRequest,
  request,
  restorePath,
  restoredSchema,
  sendBytes,
  type AskedPieces,
  type PieceSummary,
  type User,
} from '@jocund/contract';
import type { Score } from '@jocund/core/score';
import { asDocument, changedBars } from '@jocund/core/score/document';
import { fromBase64 } from '../drafts/base64.ts';
import { forgetAnswers, keepAnswer, requestOrKept } from './kept-answers.ts';
import {
  keepPreviousData,
  useInfiniteQuery,
  useMutation,
  useQuery,
  useQueryClient,
  type QueryClient,
} from '@tanstack/react-query';

/** A score on its way to the server, in its envelope. */
export const sent = (score: Score) => ({ ...asDocument(score) });

const keys = {
  user: ['user'],
  pieces: ['pieces'],
  arrangement: (id: string) => ['arrangement', id],
  revisions: (id: string) => ['revisions', id],
} as const;

/** A student is known without a connection, too: the practice room opens. */
export const useUser = () =>
  useQuery({
    queryKey: keys.user,
    queryFn: ({ signal }) => requestOrKept(endpoints.whoAmI, signal, isStudent),
  });

const isStudent = (user: User | null): boolean => user?.role === 'student';

/** Who is signed in changes: nothing of the one before stays in the cache. */
function becomeUser(client: QueryClient, user: User | null): void {
  client.setQueryData(keys.user, user);
  void forgetAnswers();
  if (isStudent(user)) void keepAnswer(endpoints.whoAmI.path, user);
  client.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== keys.user[0] });
}

export function useSignIn() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: { email: string; password: string }) => request(endpoints.signIn, { body }),
    onSuccess: (user) => becomeUser(client, user),
  });
}

/** Comes in by a student's link. */
export function useJoin(token: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: { email: string; password: string }) =>
      request(endpoints.acceptInvitation, { params: { token }, body }),
    onSuccess: (user) => becomeUser(client, user),
  });
}

/** Makes the first studio of a new Jocund. */
export function useMakeFirstStudio(token: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: { studio: string; name: string; email: string; password: string }) =>
      request(endpoints.makeFirstStudio, { params: { token }, body }),
    onSuccess: (user) => becomeUser(client, user),
  });
}

/** Brings a studio back from a backup, as the first one of a new Jocund. */
export const useRestoreStudio = (token: string) =>
  useMutation({
    mutationFn: (file: Blob) => sendBytes(restorePath(token), file, restoredSchema),
  });

export const useChangePassword = () =>
  useMutation({
    mutationFn: (body: { current: string; next: string }) => request(endpoints.changePassword, { body }),
  });

export function useSignOut() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => request(endpoints.signOut, {}),
    onSuccess: () => becomeUser(client, null),
  });
}

export const usePieces = () =>
  useQuery({ queryKey: keys.pieces, queryFn: ({ signal }) => request(endpoints.listPieces, { signal }) });

const isToFollow = ({ figures, trouble }: PieceSummary) => figures === null && trouble === null;

/** Figures that follow are there within so long, as a rule. */
const followMs = 1000;

/** The repertoire page by page; asked for again while the figures of a piece follow. */
export const useRepertoire = (asked: Omit<AskedPieces, 'from'>) =>
  useInfiniteQuery({
    queryKey: [...keys.pieces, 'page', asked],
    queryFn: ({ pageParam, signal }) =>
      request(endpoints.findPieces, { params: paramsOf(asked, pageParam), signal }),
    initialPageParam: 0,
    getNextPageParam: ({ total }, pages) => {
      const read = pages.reduce((sum, { pieces }) => sum + pieces.length, 0);
      return read < total ? read : undefined;
    },
    placeholderData: keepPreviousData,
    refetchInterval: ({ state }) =>
      state.data?.pages.some(({ pieces }) => pieces.some(isToFollow)) ? followMs : false,
  });

/** All that match, for a list that is taken away. */
export async function readRepertoire(asked: Omit<AskedPieces, 'from'>): Promise<PieceSummary[]> {
  const all: PieceSummary[] = [];
  for (;;) {
    const { pieces, total } = await request(endpoints.findPieces, { params: paramsOf(asked, all.length) });
    all.push(...pieces);
    if (pieces.length === 0 || all.length >= total) return all;
  }
}

const paramsOf = ({ search, shelf, order, grade, open }: Omit<AskedPieces, 'from'>, from: number) => ({
  search,
  shelf,
  order,
  ...(grade === undefined ? {} : { grade }),
  open: String(open),
  from,
});

/** Puts a piece the server answered with into the list, and lets the list be asked for again. */
function useRenewPieces() {
  const client = useQueryClient();
  return (piece: PieceSummary) => {
    client.setQueryData<PieceSummary[]>(
      keys.pieces,
      (pieces) => pieces && [...pieces.filter(({ id }) => id !== piece.id), piece],
    );
    void client.invalidateQueries({ queryKey: keys.pieces });
  };
}

/** Grades of the pieces before and after what `act` does, for pieces whose grade changed by a tenth or more. */
export function useMovedGrades() {
  const client = useQueryClient();
  const pieces = { queryKey: keys.pieces, queryFn: () => request(endpoints.listPieces, {}) };
  return async (act: () => Promise<unknown>): Promise<MovedGrade[]> => {
    const before = await client.query({ ...pieces, staleTime: 'static' });
    await act();
    await client.invalidateQueries({ queryKey: keys.pieces, refetchType: 'none' });
    const after = await client.query(pieces);
    const was = new Map(before.map(({ id, figures }) => [id, figures?.gradePoints]));
    return after.flatMap(({ id, title, figures, archivedAt }) => {
      const points = was.get(id);
      const now = figures?.gradePoints;
      return points === undefined || now === undefined || points === now || archivedAt !== null
        ? []
        : [{ id, title, was: points, now }];
    });
  };
}

/** A piece whose grade is another now, in grade points. */
export interface MovedGrade {
  readonly id: string;
  readonly title: string;
  readonly was: number;
  readonly now: number;
}

export function useCreatePiece() {
  const onSuccess = useRenewPieces();
  return useMutation({
    mutationFn: (score: Score) => request(endpoints.createPiece, { body: { score: sent(score) } }),
    onSuccess,
  });
}

export function useDuplicatePiece() {
  const onSuccess = useRenewPieces();
  return useMutation({
    mutationFn: (id: string) => request(endpoints.duplicatePiece, { params: { id } }),
    onSuccess,
  });
}

export function useArchivePiece() {
  const onSuccess = useRenewPieces();
  return useMutation({
    mutationFn: ({ id, archived }: { id: string; archived: boolean }) =>
      request(endpoints.archivePiece, { params: { id }, body: { archived } }),
    onSuccess,
  });
}

export const readArrangement = (id: string) => request(endpoints.readArrangement, { params: { id } });

/** Always asked for anew when a bench is opened: what is edited must be what stands. Without an id nothing is asked. */
export const useArrangement = (id: string) =>
  useQuery({
    queryKey: keys.arrangement(id),
    queryFn: ({ signal }) => request(endpoints.readArrangement, { params: { id }, signal }),
    enabled: id !== '',
    staleTime: Infinity,
    gcTime: 0,
    refetchOnWindowFocus: false,
    refetchOnReconnect: false,
  });

/** As many as the server answers with at once; fewer are the last. */
const revisionsAPage = 50;

/** The history page by page, newest first. */
export const useRevisions = (id: string) =>
  useInfiniteQuery({
    queryKey: keys.revisions(id),
    queryFn: ({ signal, pageParam }) =>
      request(endpoints.listRevisions, {
        params: { id, ...(pageParam === undefined ? {} : { before: pageParam }) },
        signal,
      }),
    initialPageParam: undefined as number | undefined,
    getNextPageParam: (page) => (page.length < revisionsAPage ? undefined : page.at(-1)?.version),
    staleTime: 0,
  });

export function useNameRevision(id: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ version, name }: { version: number; name: string | null }) =>
      request(endpoints.nameRevision, { params: { id, version }, body: { name } }),
    onSuccess: () => client.invalidateQueries({ queryKey: keys.revisions(id) }),
  });
}

export const readRevision = (id: string, version: number) =>
  request(endpoints.readRevision, { params: { id, version } });

/** Long enough for a slow line, in milliseconds; after it the save is tried again. */
const saveTimeMs = 15_000;

export interface ScoreSave {
  readonly id: string;
  readonly baseVersion: number;
  /** What the base version says, where that is known: then a few changed bars are sent alone. */
  readonly base?: Score | undefined;
  readonly score: Score;
  /** The request goes on when the page goes away. */
  readonly outlivesPage?: boolean;
}

/** Saves a score over its base version: the bars that were changed, or the whole where more was, or where the server asks for it. */
export async function saveScore({ id, baseVersion, base, score, outlivesPage = false }: ScoreSave) {
  const how = { params: { id }, timeMs: saveTimeMs, outlivesPage };
  const bars = base && changedBars(base, score);
  if (bars && bars.length > 0) {
    try {
      return await request(endpoints.saveBars, { ...how, body: { baseVersion, bars: [...bars] } });
    } catch (error) {
      if (!(error instanceof RefusedRequest && error.error.code === 'stale')) throw error;
    }
  }
  return request(endpoints.saveArrangement, { ...how, body: { baseVersion, score: sent(score) } });
}

/** The key with which this person's unsaved work is sealed in the browser. It is kept nowhere but in this page's memory. */
export const useDraftKey = () =>
  useQuery({
    queryKey: ['draft-key'],
    queryFn: async ({ signal }) => fromBase64((await request(endpoints.readDraftKey, { signal })).key),
    staleTime: Infinity,
  });

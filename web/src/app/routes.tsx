import { lazy, type ComponentType } from 'react';
import { Navigate, useParams, type RouteObject } from 'react-router';
import { MemberShell, OpenShell, Shell, StudentShell } from './shell.tsx';

/** A page that is fetched when it is first opened. */
type FetchedPage = Pick<RouteObject, 'element'> & { readonly handle: { readonly fetch: () => void } };

function page(fetch: () => Promise<ComponentType>): FetchedPage {
  const Page = lazy(async () => ({ default: await fetch() }));
  // What cannot be fetched is said by the page itself.
  return { element: <Page />, handle: { fetch: () => void fetch().catch(() => undefined) } };
}

/** Fetches the page of a route, where it has one, before the studio has opened. */
export function fetchPage({ handle }: RouteObject): void {
  (handle as FetchedPage['handle'] | undefined)?.fetch();
}

/** The practice room: the student's own, and as a teacher looks at it. */
const practicePages: RouteObject[] = [
  { index: true, ...page(async () => (await import('../practice/today-page.tsx')).TodayPage) },
  { path: 'record', ...page(async () => (await import('../practice/record-page.tsx')).RecordPage) },
  { path: ':assignmentId', ...page(async () => (await import('../practice/play-page.tsx')).PlayPage) },
  { path: ':assignmentId/take', ...page(async () => (await import('../practice/take-page.tsx')).TakePage) },
  {
    path: ':assignmentId/own',
    ...page(async () => (await import('../practice/own-notes-page.tsx')).OwnNotesPage),
  },
  {
    path: ':assignmentId/words',
    ...page(async () => (await import('../practice/words-page.tsx')).WordsPage),
  },
  {
    path: ':assignmentId/drills',
    ...page(async () => (await import('../practice/drills-page.tsx')).DrillsPage),
  },
];

/** The bench opens at the tune. */
function ToMelody() {
  const { arrangementId = '' } = useParams();
  return <Navigate to={`/bench/${arrangementId}/melody`} replace />;
}

/** Every place of the house; the bench with its score is the largest of them. */
export const routes: RouteObject[] = [
  { path: '/sign-in', ...page(async () => (await import('../sign-in/sign-in-page.tsx')).SignInPage) },
  { path: '/begin/:token', ...page(async () => (await import('../sign-in/begin-page.tsx')).BeginPage) },
  { path: '/join/:token', ...page(async () => (await import('../sign-in/join-page.tsx')).JoinPage) },
  {
    path: '/account',
    element: <MemberShell />,
    children: [
      { index: true, ...page(async () => (await import('../sign-in/account-page.tsx')).AccountPage) },
    ],
  },
  { path: '/practice', element: <StudentShell />, children: practicePages },
  {
    path: '/tuning-room',
    element: <OpenShell />,
    children: [
      {
        index: true,
        ...page(async () => (await import('../tuning-room/tuning-room-page.tsx')).TuningRoomPage),
      },
    ],
  },
  { index: true, element: <Navigate to="/repertoire" replace /> },
  { path: '/bench/:arrangementId', element: <ToMelody /> },
  {
    path: '/',
    element: <Shell />,
    children: [
      { path: 'today', ...page(async () => (await import('../today/teachers-day.tsx')).TeachersDay) },
      {
        path: 'repertoire',
        ...page(async () => (await import('../repertoire/repertoire-page.tsx')).RepertoirePage),
      },
      {
        path: 'after',
        ...page(async () => (await import('../after-player/after-player-page.tsx')).AfterPlayerPage),
      },
      { path: 'players', ...page(async () => (await import('../players/players-page.tsx')).PlayersPage) },
      { path: 'people', ...page(async () => (await import('../people/people-page.tsx')).PeoplePage) },
      {
        path: 'people/:studentId',
        ...page(async () => (await import('../people/student-page.tsx')).StudentPage),
      },
      { path: 'people/:studentId/practice', children: practicePages },
      {
        path: 'bench/:arrangementId/:stage',
        ...page(async () => (await import('../bench/bench-page.tsx')).BenchPage),
      },
      { path: '*', ...page(async () => (await import('./not-found.tsx')).NotFound) },
    ],
  },
];

import { createBrowserRouter, redirect, type RouteObject } from 'react-router';
import { PageError } from './page-error.tsx';
import { MemberShell, OpenShell, Shell, StudentShell } from './shell.tsx';

/** The practice room: the student's own, and as a teacher looks at it. */
const practicePages: RouteObject[] = [
  {
    index: true,
    lazy: async () => ({ Component: (await import('../practice/today-page.tsx')).TodayPage }),
  },
  {
    path: 'record',
    lazy: async () => ({ Component: (await import('../practice/record-page.tsx')).RecordPage }),
  },
  {
    path: ':assignmentId',
    lazy: async () => ({ Component: (await import('../practice/play-page.tsx')).PlayPage }),
  },
  {
    path: ':assignmentId/take',
    lazy: async () => ({ Component: (await import('../practice/take-page.tsx')).TakePage }),
  },
  {
    path: ':assignmentId/own',
    lazy: async () => ({ Component: (await import('../practice/own-notes-page.tsx')).OwnNotesPage }),
  },
  {
    path: ':assignmentId/words',
    lazy: async () => ({ Component: (await import('../practice/words-page.tsx')).WordsPage }),
  },
  {
    path: ':assignmentId/drills',
    lazy: async () => ({ Component: (await import('../practice/drills-page.tsx')).DrillsPage }),
  },
];

/** Each place is loaded when it is first opened; the bench with its score is the largest of them. */
export const router = createBrowserRouter([
  {
    path: '/sign-in',
    HydrateFallback: () => null,
    errorElement: <PageError />,
    lazy: async () => ({ Component: (await import('../sign-in/sign-in-page.tsx')).SignInPage }),
  },
  {
    path: '/begin/:token',
    HydrateFallback: () => null,
    errorElement: <PageError />,
    lazy: async () => ({ Component: (await import('../sign-in/begin-page.tsx')).BeginPage }),
  },
  {
    path: '/join/:token',
    HydrateFallback: () => null,
    errorElement: <PageError />,
    lazy: async () => ({ Component: (await import('../sign-in/join-page.tsx')).JoinPage }),
  },
  {
    path: '/account',
    Component: MemberShell,
    errorElement: <PageError />,
    HydrateFallback: () => null,
    children: [
      {
        index: true,
        lazy: async () => ({ Component: (await import('../sign-in/account-page.tsx')).AccountPage }),
      },
    ],
  },
  {
    path: '/practice',
    Component: StudentShell,
    errorElement: <PageError />,
    HydrateFallback: () => null,
    children: practicePages,
  },
  {
    path: '/tuning-room',
    Component: OpenShell,
    errorElement: <PageError />,
    HydrateFallback: () => null,
    children: [
      {
        index: true,
        lazy: async () => ({
          Component: (await import('../tuning-room/tuning-room-page.tsx')).TuningRoomPage,
        }),
      },
    ],
  },
  {
    path: '/',
    Component: Shell,
    errorElement: <PageError />,
    HydrateFallback: () => null,
    children: [
      { index: true, loader: () => redirect('/repertoire') },
      {
        path: 'today',
        lazy: async () => ({ Component: (await import('../today/teachers-day.tsx')).TeachersDay }),
      },
      {
        path: 'repertoire',
        lazy: async () => ({ Component: (await import('../repertoire/repertoire-page.tsx')).RepertoirePage }),
      },
      {
        path: 'after',
        lazy: async () => ({
          Component: (await import('../after-player/after-player-page.tsx')).AfterPlayerPage,
        }),
      },
      {
        path: 'players',
        lazy: async () => ({ Component: (await import('../players/players-page.tsx')).PlayersPage }),
      },
      {
        path: 'people',
        lazy: async () => ({ Component: (await import('../people/people-page.tsx')).PeoplePage }),
      },
      {
        path: 'people/:studentId',
        lazy: async () => ({ Component: (await import('../people/student-page.tsx')).StudentPage }),
      },
      { path: 'people/:studentId/practice', children: practicePages },
      {
        path: 'bench/:arrangementId',
        loader: ({ params }) => redirect(`/bench/${params.arrangementId ?? ''}/melody`),
      },
      {
        path: 'bench/:arrangementId/:stage',
        lazy: async () => ({ Component: (await import('../bench/bench-page.tsx')).BenchPage }),
      },
      { path: '*', lazy: async () => ({ Component: (await import('./not-found.tsx')).NotFound }) },
    ],
  },
]);

import type { User } from '@jocund/contract';
import { Navigate, Outlet, useLocation } from 'react-router';
import { useUser } from '../api/queries.ts';
import { ErrorNote, LoadingNote } from '../ui/notice.tsx';
import { BrokenWorkNote } from './broken-work-note.tsx';
import { Spine } from './spine.tsx';

/** The teacher's house: the spine at the left (a bar at the foot of a phone), the page beside it. */
export const Shell = () => <SignedIn roles={['teacher']} elsewhere="/practice" />;

/** The student's rooms, made for a phone. */
export const StudentShell = () => <SignedIn roles={['student']} elsewhere="/repertoire" />;

/** What is everybody's who is signed in. */
export const MemberShell = () => <SignedIn roles={['teacher', 'student']} elsewhere="/" />;

/** Rooms for some roles; whoever is signed in as another is led to their own. */
function SignedIn({ roles, elsewhere }: { roles: readonly User['role'][]; elsewhere: string }) {
  const user = useUser();
  const location = useLocation();
  if (user.isPending) return <LoadingNote title="Opening the studio" text="One moment." />;
  if (user.isError) {
    return (
      <div className="m-8 max-w-xl">
        <ErrorNote
          title="The server does not answer"
          text="Nothing you wrote is lost: it is kept in this browser."
          actions={[{ label: 'Try again', act: () => void user.refetch() }]}
        />
      </div>
    );
  }
  if (!user.data) return <Navigate to={`/sign-in?next=${encodeURIComponent(location.pathname)}`} replace />;
  if (!roles.includes(user.data.role)) return <Navigate to={elsewhere} replace />;
  return <House user={user.data} />;
}

/** The rooms that anybody may enter, signed in or not: a student with a link needs no account to tune a guitar. */
export function OpenShell() {
  const user = useUser();
  return <House user={user.data ?? undefined} />;
}

function House({ user }: { user: User | undefined }) {
  return (
    <div className="flex h-dvh flex-col-reverse md:flex-row print:block print:h-auto">
      {user && <Spine user={user} />}
      <div className="flex min-h-0 min-w-0 flex-1 flex-col print:block">
        <BrokenWorkNote />
        <div className="min-h-0 flex-1">
          <Outlet />
        </div>
      </div>
    </div>
  );
}

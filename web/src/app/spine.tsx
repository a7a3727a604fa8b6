import type { User } from '@jocund/contract';
import { LogOut, UserRound } from 'lucide-react';
import { NavLink, useLocation } from 'react-router';
import { useSignOut } from '../api/queries.ts';
import { lastBench } from '../ui/last-bench.ts';

const cell =
  'narrow flex items-center justify-center font-semibold text-label md:text-note md:[writing-mode:vertical-rl] px-3 py-3 md:px-5 md:py-0 md:w-full text-center';
const quiet = 'border-ink1-65 border-r md:border-r-0 md:border-b text-paper hover:bg-ink1-80';
const current = 'bg-margin text-ink1';
const way = ({ isActive }: { isActive: boolean }): string => `${cell} ${isActive ? current : quiet}`;

/** The way between the rooms that are open to who is signed in. On a phone it lies at the foot of the page. */
export function Spine({ user }: { user: User }) {
  const signOut = useSignOut();
  const { pathname } = useLocation();
  const isTeacher = user.role === 'teacher';
  const bench = pathname.startsWith('/bench/') ? pathname : lastBench();
  return (
    <nav
      aria-label="Rooms"
      className="on-ink flex w-full flex-none items-stretch overflow-x-auto bg-ink1 text-paper md:w-11 md:flex-col md:overflow-x-visible print:hidden"
    >
      <span
        className="figure hidden w-full border-b border-ink1-65 px-4 text-xl tracking-wide md:flex md:items-center md:justify-center md:[writing-mode:vertical-rl]"
        aria-hidden
      >
        Jocund
      </span>
      {isTeacher ? (
        <>
          <NavLink to="/today" className={way}>
            Today
          </NavLink>
          <NavLink to="/repertoire" className={way}>
            Repertoire
          </NavLink>
        </>
      ) : (
        <>
          <NavLink to="/practice" end className={way}>
            Practice
          </NavLink>
          <NavLink to="/practice/record" className={way}>
            Record
          </NavLink>
        </>
      )}
      {isTeacher && bench && (
        <NavLink to={bench} className={way}>
          Bench
        </NavLink>
      )}
      <NavLink to="/tuning-room" className={way}>
        Tuning room
      </NavLink>
      {isTeacher && (
        <>
          <NavLink to="/players" className={way}>
            Players
          </NavLink>
          <NavLink to="/people" className={way}>
            People
          </NavLink>
        </>
      )}
      <NavLink
        to="/account"
        className={({ isActive }) =>
          `narrow ml-auto flex flex-none flex-col items-center justify-center gap-1 px-3 py-3 text-label md:mt-auto md:ml-0 md:px-0 ${isActive ? current : 'hover:bg-ink1-80'}`
        }
        title={`Signed in as ${user.name}`}
      >
        <UserRound aria-hidden size={16} />
        <span className="text-center leading-tight">Account</span>
      </NavLink>
      <button
        type="button"
        // On a phone there is no room for it: it stands in the account.
        className="hidden flex-none items-center justify-center gap-1 px-3 py-3 text-label hover:bg-ink1-80 md:flex md:flex-col md:px-0"
        onClick={() => signOut.mutate()}
      >
        <LogOut aria-hidden size={16} />
        <span className="narrow text-center leading-tight">Sign out</span>
      </button>
    </nav>
  );
}

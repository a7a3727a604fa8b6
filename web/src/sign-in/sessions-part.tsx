import { useEndSession, useMySessions } from '../api/accounts.ts';
import { Button } from '../ui/button.tsx';
import { useSay } from '../ui/toast.tsx';
import { refusalWords } from './parts.tsx';

const moment = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

/** Every browser in which this person is signed in; each can be signed out from here. */
export function SessionsPart() {
  const sessions = useMySessions();
  const end = useEndSession();
  const say = useSay();
  return (
    <section aria-labelledby="sessions" className="mt-8 max-w-xl">
      <h2 id="sessions" className="text-head">
        Where you are signed in
      </h2>
      {sessions.isError && (
        <p role="alert" className="pt-2 font-semibold">
          It cannot be read: {refusalWords(sessions.error)}
        </p>
      )}
      <ul className="mt-3 border-t-[1.5px] border-ink1">
        {sessions.data?.map(({ id, browser, since, lastSeen, isThis }) => (
          <li
            key={id}
            className="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-b border-ink1-40 py-2.5"
          >
            <span className="font-semibold">{browser}</span>
            <span className="text-note flex-1">
              since {moment.format(new Date(since))}, last used {moment.format(new Date(lastSeen))}
            </span>
            {isThis ? (
              <span className="text-note">this one</span>
            ) : (
              <Button
                look="plain"
                aria-label={`Sign out ${browser}, in use since ${moment.format(new Date(since))}`}
                disabled={end.isPending}
                onClick={() =>
                  end.mutate(id, {
                    onSuccess: () => say(`${browser} is signed out.`),
                    onError: (error) => say(refusalWords(error)),
                  })
                }
              >
                Sign out there
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

import type { Student } from '@jocund/contract';
import { useInvite } from '../api/practice.ts';
import { Button } from '../ui/button.tsx';
import { MadeLink } from './made-link.tsx';
import { faultWords } from './people-parts.tsx';

/** The way into the practice room for a student. */
export function LinkPart({ student }: { student: Student }) {
  const invite = useInvite();
  return (
    <section className="mt-5 border-t-[1.5px] border-ink1 pt-3" aria-labelledby="link">
      <h2 id="link" className="text-base">
        The practice room on a phone
      </h2>
      <p className="text-note pt-1 pb-2">
        A link sets up {student.name}’s account, or a new password. It opens once, within seven days; a new
        one voids the one before.
      </p>
      <Button disabled={invite.isPending} onClick={() => invite.mutate(student.id)}>
        {invite.data ? 'Make another link' : 'Make a link'}
      </Button>
      {invite.isError && (
        <p role="alert" className="pt-2 font-semibold">
          No link was made: {faultWords(invite.error)}
        </p>
      )}
      {invite.data && <MadeLink {...invite.data} />}
    </section>
  );
}

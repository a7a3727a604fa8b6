import type { Teacher } from '@jocund/contract';
import { useForm } from 'react-hook-form';
import { useCloseTeacher, useInviteTeacher, useRenewTeacher, useTeachers } from '../api/accounts.ts';
import { useUser } from '../api/queries.ts';
import { Button } from '../ui/button.tsx';
import { TextField } from '../ui/field.tsx';
import { useSay } from '../ui/toast.tsx';
import { MadeLink } from './made-link.tsx';
import { faultWords } from './people-parts.tsx';

/** Who teaches in this studio: each sees and does everything in it. */
export function TeachersPart() {
  const teachers = useTeachers();
  const you = useUser().data;
  return (
    <section aria-labelledby="teachers" className="mt-8 max-w-2xl">
      <h2 id="teachers" className="text-head">
        Teachers
      </h2>
      <p className="text-note mt-1.5 text-ink1-80">
        Everybody who teaches here sees all pieces and all students of the studio.
      </p>
      {teachers.isError && (
        <p role="alert" className="pt-2 font-semibold">
          The teachers cannot be read: {faultWords(teachers.error)}
        </p>
      )}
      <ul className="mt-3 border-t-[1.5px] border-ink1">
        {you &&
          teachers.data?.map((teacher) => (
            <TeacherRow key={teacher.id} teacher={teacher} isYou={teacher.id === you.id} />
          ))}
      </ul>
      <InviteTeacher />
    </section>
  );
}

function TeacherRow({ teacher, isYou }: { teacher: Teacher; isYou: boolean }) {
  const { id, name, email, closedAt } = teacher;
  const close = useCloseTeacher();
  const renew = useRenewTeacher();
  const say = useSay();
  const setClosed = (closed: boolean) =>
    close.mutate(
      { id, closed },
      {
        onSuccess: () =>
          say(closed ? `${name} is signed out and cannot sign in.` : `${name} can sign in again.`, () =>
            setClosed(!closed),
          ),
        onError: (error) => say(`Nothing changed for ${name}: ${faultWords(error)}`),
      },
    );
  return (
    <li className="border-b border-ink1-40 py-2.5">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h3 className="text-base">{name}</h3>
        <span className="text-note flex-1">{email}</span>
        {isYou ? (
          <span className="text-note">you</span>
        ) : closedAt ? (
          <>
            <span className="text-note">closed: cannot sign in</span>
            <Button look="plain" aria-label={`Let ${name} in again`} onClick={() => setClosed(false)}>
              Let in again
            </Button>
          </>
        ) : (
          <>
            <Button
              look="plain"
              aria-label={`A link for a new password for ${name}`}
              disabled={renew.isPending}
              onClick={() => renew.mutate(id)}
            >
              New password
            </Button>
            <Button look="plain" aria-label={`Close ${name}’s way in`} onClick={() => setClosed(true)}>
              Close
            </Button>
          </>
        )}
      </div>
      {renew.isError && (
        <p role="alert" className="pt-2 font-semibold">
          No link was made: {faultWords(renew.error)}
        </p>
      )}
      {renew.data && !closedAt && <MadeLink {...renew.data} />}
    </li>
  );
}

function InviteTeacher() {
  const invite = useInviteTeacher();
  const { register, handleSubmit, formState, reset } = useForm({ defaultValues: { name: '' } });
  return (
    <form
      noValidate
      className="mt-4 max-w-sm"
      onSubmit={(event) =>
        void handleSubmit(({ name }) => invite.mutate(name, { onSuccess: () => reset() }))(event)
      }
    >
      <TextField
        label="Somebody who is to teach here, too"
        hint="Their name. A link sets up their account; it opens once, within seven days."
        error={formState.errors.name?.message}
        {...register('name', { validate: (name) => name.trim() !== '' || 'Write a name' })}
      />
      <Button type="submit" className="mt-2" disabled={invite.isPending}>
        Make a link
      </Button>
      {invite.isError && (
        <p role="alert" className="pt-2 font-semibold">
          No link was made: {faultWords(invite.error)}
        </p>
      )}
      {invite.data && <MadeLink {...invite.data} />}
    </form>
  );
}

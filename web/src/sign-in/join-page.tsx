import { endpoints, request } from '@jocund/contract';
import { useQuery } from '@tanstack/react-query';
import { useForm } from 'react-hook-form';
import { useNavigate, useParams } from 'react-router';
import { useJoin } from '../api/queries.ts';
import { Button } from '../ui/button.tsx';
import { LoadingNote } from '../ui/notice.tsx';
import { AddressField, DeadLink, isAddress, isPassword, NewPasswordField, refusalWords } from './parts.tsx';

interface JoinFields {
  readonly email: string;
  readonly password: string;
}

/** Where a link leads: an address and a password, and the studio opens, for a student its practice room. */
export function JoinPage() {
  const { token = '' } = useParams();
  const navigate = useNavigate();
  const invited = useQuery({
    queryKey: ['invitation', token],
    queryFn: ({ signal }) => request(endpoints.readInvitation, { params: { token }, signal }),
    retry: false,
    staleTime: Infinity,
  });
  const join = useJoin(token);
  const { register, handleSubmit, formState } = useForm<JoinFields>();
  if (invited.isPending) return <LoadingNote title="Opening the link" text="One moment." />;
  if (invited.isError) return <DeadLink error={invited.error} />;
  const { name, role, studio, email } = invited.data;
  const room = role === 'student' ? 'the practice room' : 'the studio';
  return (
    <main className="mx-auto max-w-md p-6">
      <h1 className="oxford pb-2 text-piece">Welcome, {name}</h1>
      <p className="pt-4 pb-5">
        {email === null
          ? `${role === 'student' ? `${studio} has a practice room for you.` : `You are asked to teach at ${studio}.`} Choose how you come in from now on.`
          : `Choose a new password for ${studio}. You are signed out everywhere else.`}
      </p>
      <form
        noValidate
        className="flex flex-col gap-4"
        onSubmit={(event) =>
          void handleSubmit((fields) =>
            join.mutate(
              { email: email ?? fields.email, password: fields.password },
              { onSuccess: () => void navigate(role === 'student' ? '/practice' : '/', { replace: true }) },
            ),
          )(event)
        }
      >
        {email === null ? (
          <AddressField
            label="Your e-mail address"
            error={formState.errors.email}
            field={register('email', { validate: isAddress })}
          />
        ) : (
          <p>
            Your address: <span className="font-semibold">{email}</span>
          </p>
        )}
        <NewPasswordField
          label="A password"
          error={formState.errors.password}
          field={register('password', { validate: isPassword })}
        />
        <div>
          <Button type="submit" look="solid" className="min-h-12 px-5" disabled={join.isPending}>
            {join.isPending ? `Opening ${room}` : `Open ${room}`}
          </Button>
          {join.isError && (
            <p role="alert" className="pt-2 font-semibold">
              {refusalWords(join.error)}
            </p>
          )}
        </div>
      </form>
    </main>
  );
}

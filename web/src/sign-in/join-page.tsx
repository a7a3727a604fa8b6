import { endpoints, RefusedRequest, request } from '@jocund/contract';
import { useQuery } from '@tanstack/react-query';
import { useForm } from 'react-hook-form';
import { Link, useNavigate, useParams } from 'react-router';
import { useJoin } from '../api/queries.ts';
import { Button } from '../ui/button.tsx';
import { TextField } from '../ui/field.tsx';
import { ErrorNote, LoadingNote } from '../ui/notice.tsx';

interface JoinFields {
  readonly email: string;
  readonly password: string;
}

const leastPassword = 10;

/** Where a student's link leads: an address and a password, and the practice room opens. */
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
  if (invited.isError)
    return (
      <main className="m-4 max-w-xl md:m-8">
        <ErrorNote title="The link does not open" text={words(invited.error)} />
        <p className="pt-4">
          <Link className="underline" to="/sign-in">
            Sign in
          </Link>{' '}
          if you have a password already.
        </p>
      </main>
    );
  const { student, studio, email } = invited.data;
  return (
    <main className="mx-auto max-w-md p-6">
      <h1 className="oxford pb-2 text-piece">Welcome, {student}</h1>
      <p className="pt-4 pb-5">
        {email === null
          ? `${studio} has a practice room for you. Choose how you come in from now on.`
          : `Choose a new password for ${studio}. You are signed out everywhere else.`}
      </p>
      <form
        noValidate
        className="flex flex-col gap-4"
        onSubmit={(event) =>
          void handleSubmit((fields) =>
            join.mutate(
              { email: email ?? fields.email, password: fields.password },
              { onSuccess: () => void navigate('/practice', { replace: true }) },
            ),
          )(event)
        }
      >
        {email === null ? (
          <TextField
            label="Your e-mail address"
            type="email"
            autoComplete="username"
            error={formState.errors.email?.message}
            {...register('email', {
              validate: (typed) => /^\S+@\S+\.\S+$/.test(typed) || 'Write an e-mail address',
            })}
          />
        ) : (
          <p>
            Your address: <span className="font-semibold">{email}</span>
          </p>
        )}
        <TextField
          label="A password"
          type="password"
          autoComplete="new-password"
          hint="Ten characters or more. A few words you remember are best."
          error={formState.errors.password?.message}
          {...register('password', {
            validate: (typed) => typed.length >= leastPassword || 'Ten characters or more',
          })}
        />
        <div>
          <Button type="submit" look="solid" className="min-h-12 px-5" disabled={join.isPending}>
            {join.isPending ? 'Opening the room' : 'Open the practice room'}
          </Button>
          {join.isError && (
            <p role="alert" className="pt-2 font-semibold">
              {words(join.error)}
            </p>
          )}
        </div>
      </form>
    </main>
  );
}

const words = (error: Error): string =>
  error instanceof RefusedRequest
    ? `${error.error.message}. ${error.error.remedy}.`
    : 'The server cannot be reached. Try again when there is a connection.';

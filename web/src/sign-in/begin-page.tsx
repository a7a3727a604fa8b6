import { endpoints, RefusedRequest, request } from '@jocund/contract';
import { useQuery } from '@tanstack/react-query';
import { useForm } from 'react-hook-form';
import { Link, useNavigate, useParams } from 'react-router';
import { useMakeFirstStudio } from '../api/queries.ts';
import { Button } from '../ui/button.tsx';
import { TextField } from '../ui/field.tsx';
import { ErrorNote, LoadingNote } from '../ui/notice.tsx';

interface BeginFields {
  readonly studio: string;
  readonly name: string;
  readonly email: string;
  readonly password: string;
}

const leastPassword = 10;

/** A new Jocund: its first studio and teacher, by the link that the start command printed. */
export function BeginPage() {
  const { token = '' } = useParams();
  const navigate = useNavigate();
  const link = useQuery({
    queryKey: ['first-studio', token],
    queryFn: ({ signal }) => request(endpoints.readFirstLink, { params: { token }, signal }),
    retry: false,
    staleTime: Infinity,
  });
  const make = useMakeFirstStudio(token);
  const { register, handleSubmit, formState } = useForm<BeginFields>({
    defaultValues: { studio: '', name: '', email: '', password: '' },
  });
  const { errors } = formState;
  if (link.isPending) return <LoadingNote title="Opening the link" text="One moment." />;
  if (link.isError)
    return (
      <main className="m-4 max-w-xl md:m-8">
        <ErrorNote title="The link does not open" text={words(link.error)} />
        <p className="pt-4">
          <Link className="underline" to="/sign-in">
            Sign in
          </Link>
        </p>
      </main>
    );
  return (
    <main className="mx-auto max-w-md p-6">
      <h1 className="oxford pb-2 text-piece">A studio of your own</h1>
      <form
        noValidate
        className="flex flex-col gap-4 pt-5"
        onSubmit={(event) =>
          void handleSubmit((fields) =>
            make.mutate(fields, { onSuccess: () => void navigate('/repertoire', { replace: true }) }),
          )(event)
        }
      >
        <TextField
          label="Name of the studio"
          error={errors.studio?.message}
          {...register('studio', { validate: (typed) => typed.trim() !== '' || 'Write a name' })}
        />
        <TextField
          label="Your name"
          autoComplete="name"
          error={errors.name?.message}
          {...register('name', { validate: (typed) => typed.trim() !== '' || 'Write your name' })}
        />
        <TextField
          label="Your e-mail address"
          type="email"
          autoComplete="username"
          hint="You sign in with it; nothing is sent to it."
          error={errors.email?.message}
          {...register('email', {
            validate: (typed) => /^\S+@\S+\.\S+$/.test(typed) || 'Write an e-mail address',
          })}
        />
        <TextField
          label="A password"
          type="password"
          autoComplete="new-password"
          hint="Ten characters or more. A few words you remember are best."
          error={errors.password?.message}
          {...register('password', {
            validate: (typed) => typed.length >= leastPassword || 'Ten characters or more',
          })}
        />
        <div>
          <Button type="submit" look="solid" className="min-h-12 px-5" disabled={make.isPending}>
            {make.isPending ? 'Making it' : 'Make the studio'}
          </Button>
          {make.isError && (
            <p role="alert" className="pt-2 font-semibold">
              {words(make.error)}
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
    : 'The server cannot be reached. Check that Jocund is running.';

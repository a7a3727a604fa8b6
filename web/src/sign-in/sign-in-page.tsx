import { RefusedRequest } from '@jocund/contract';
import { useForm } from 'react-hook-form';
import { Navigate, useSearchParams } from 'react-router';
import { useDemoSignIns } from '../api/accounts.ts';
import { useSignIn, useUser } from '../api/queries.ts';
import { Button } from '../ui/button.tsx';
import { TextField } from '../ui/field.tsx';

interface SignInFields {
  readonly email: string;
  readonly password: string;
}

/** A path of our own only: an address from outside is not followed. */
const safeNext = (next: string | null): string => (next && /^\/(?!\/)/.test(next) ? next : '/repertoire');

export function SignInPage() {
  const [params] = useSearchParams();
  const user = useUser();
  const signIn = useSignIn();
  const { register, handleSubmit } = useForm<SignInFields>();
  if (user.data) return <Navigate to={safeNext(params.get('next'))} replace />;

  const { error } = signIn;
  const fault =
    error &&
    (error instanceof RefusedRequest
      ? `${error.error.message}. ${error.error.remedy}.`
      : 'The server cannot be reached. Check that Jocund is running.');
  return (
    <main className="flex min-h-dvh flex-col md:flex-row">
      <div className="on-ink flex flex-none items-center bg-ink1 px-6 py-4 text-paper md:w-[38%] md:justify-center">
        <div>
          <p className="figure text-4xl md:text-6xl">Jocund</p>
          <p className="mt-2 max-w-64 md:text-lg">The workbench of a fingerstyle guitar teacher.</p>
        </div>
      </div>
      <div className="flex flex-1 items-start p-6 md:items-center md:p-16">
        <form
          className="w-full max-w-90"
          onSubmit={(event) => void handleSubmit((fields) => signIn.mutate(fields))(event)}
          noValidate
        >
          <h1 className="oxford mb-6 pb-2 text-piece">Sign in</h1>
          <TextField
            label="E-mail address"
            type="email"
            autoComplete="username"
            required
            {...register('email')}
          />
          <TextField
            label="Password"
            type="password"
            autoComplete="current-password"
            required
            className="mt-4"
            error={fault ?? undefined}
            {...register('password')}
          />
          <Button type="submit" look="solid" className="mt-5" disabled={signIn.isPending}>
            {signIn.isPending ? 'Signing in' : 'Sign in'}
          </Button>
          <DemoPart isPending={signIn.isPending} onSignIn={(fields) => signIn.mutate(fields)} />
        </form>
      </div>
    </main>
  );
}

interface DemoPartProps {
  readonly isPending: boolean;
  readonly onSignIn: (fields: SignInFields) => void;
}

/** On the machine itself, the demo is open to whoever sits there. */
function DemoPart({ isPending, onSignIn }: DemoPartProps) {
  const { data } = useDemoSignIns();
  if (!data) return null;
  const { teacher, student, password } = data;
  return (
    <section aria-labelledby="demo" className="mt-8 border-t-[1.5px] border-ink1 pt-3">
      <h2 id="demo" className="text-base">
        The demo studio
      </h2>
      <p className="text-note pt-1 pb-3">Everybody and every piece in it is made up.</p>
      <div className="flex flex-wrap gap-2">
        <Button disabled={isPending} onClick={() => onSignIn({ email: teacher, password })}>
          Come in as the teacher
        </Button>
        {student && (
          <Button disabled={isPending} onClick={() => onSignIn({ email: student, password })}>
            Come in as a student
          </Button>
        )}
      </div>
    </section>
  );
}

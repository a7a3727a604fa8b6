import { useForm } from 'react-hook-form';
import { useChangePassword, useSignOut, useUser } from '../api/queries.ts';
import { Button } from '../ui/button.tsx';
import { TextField } from '../ui/field.tsx';
import { useSay } from '../ui/toast.tsx';
import { BackupPart } from './backup-part.tsx';
import { DoorPart } from './door-part.tsx';
import { isPassword, NewPasswordField, refusalWords } from './parts.tsx';
import { SessionsPart } from './sessions-part.tsx';

interface PasswordFields {
  readonly current: string;
  readonly next: string;
  readonly again: string;
}

/** Who is signed in, the password, and where else. */
export function AccountPage() {
  const user = useUser();
  const change = useChangePassword();
  const signOut = useSignOut();
  const say = useSay();
  const { register, handleSubmit, formState, getValues, reset } = useForm<PasswordFields>({
    defaultValues: { current: '', next: '', again: '' },
  });
  const { errors } = formState;
  const store = ({ current, next }: PasswordFields) =>
    change.mutate(
      { current, next },
      {
        onSuccess: () => {
          reset();
          say('The password is changed. Everywhere else you are signed out.');
        },
      },
    );
  return (
    <main className="h-full overflow-auto px-4 py-4 md:px-6">
      <h1 className="oxford pb-2 text-4xl">Your account</h1>
      <p className="pt-4">
        <span className="font-semibold">{user.data?.name}</span>, {user.data?.studio}
        <span className="text-note block">{user.data?.email}</span>
      </p>
      <Button className="mt-3 min-h-12 md:hidden" onClick={() => signOut.mutate()}>
        Sign out
      </Button>
      <form
        noValidate
        aria-labelledby="password"
        className="mt-6 flex max-w-sm flex-col gap-4"
        onSubmit={(event) => void handleSubmit(store)(event)}
      >
        <h2 id="password" className="text-head">
          Change the password
        </h2>
        <TextField
          label="The present one"
          type="password"
          autoComplete="current-password"
          error={errors.current?.message}
          {...register('current', { validate: (typed) => typed !== '' || 'Write the present password' })}
        />
        <NewPasswordField
          label="A new one"
          error={errors.next}
          field={register('next', { validate: isPassword })}
        />
        <TextField
          label="The new one again"
          type="password"
          autoComplete="new-password"
          error={errors.again?.message}
          {...register('again', {
            validate: (typed) => typed === getValues('next') || 'It is not the same',
          })}
        />
        <div>
          <Button type="submit" look="solid" disabled={change.isPending}>
            {change.isPending ? 'Changing it' : 'Change it'}
          </Button>
          {change.isError && (
            <p role="alert" className="pt-2 font-semibold">
              Not changed: {refusalWords(change.error)}
            </p>
          )}
        </div>
      </form>
      <SessionsPart />
      {user.data?.role === 'teacher' && (
        <>
          <BackupPart />
          <DoorPart />
        </>
      )}
    </main>
  );
}

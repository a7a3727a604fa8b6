import { RefusedRequest } from '@jocund/contract';
import type { FieldError, UseFormRegisterReturn } from 'react-hook-form';
import { Link } from 'react-router';
import { TextField } from '../ui/field.tsx';
import { ErrorNote } from '../ui/notice.tsx';

/** As the server asks for it. */
const leastPassword = 10;

export const isPassword = (typed: string): true | string =>
  typed.length >= leastPassword || 'Ten characters or more';
export const isAddress = (typed: string): true | string =>
  /^\S+@\S+\.\S+$/.test(typed) || 'Write an e-mail address';

interface FieldProps {
  readonly label: string;
  readonly error: FieldError | undefined;
  /** What `register` gave. */
  readonly field: UseFormRegisterReturn;
}

/** A password that is chosen. */
export const NewPasswordField = ({ label, error, field }: FieldProps) => (
  <TextField
    label={label}
    type="password"
    autoComplete="new-password"
    hint="Ten characters or more. A few words you remember are best."
    error={error?.message}
    {...field}
  />
);

/** The address one signs in with. */
export const AddressField = ({ label, error, field }: FieldProps) => (
  <TextField
    label={label}
    type="email"
    autoComplete="username"
    hint="You sign in with it; nothing is sent to it."
    error={error?.message}
    {...field}
  />
);

/** A link that leads nowhere, or no longer. */
export const DeadLink = ({ error }: { error: Error }) => (
  <main className="m-4 max-w-xl md:m-8">
    <ErrorNote title="The link does not open" text={refusalWords(error)} />
    <p className="pt-4">
      <Link className="underline" to="/sign-in">
        Sign in
      </Link>{' '}
      if you have a password already.
    </p>
  </main>
);

export const refusalWords = (error: Error): string =>
  error instanceof RefusedRequest
    ? `${error.error.message}. ${error.error.remedy}.`
    : 'The server cannot be reached. Try again when there is a connection.';

import { useForm } from 'react-hook-form';
import * as z from 'zod/mini';
import { useMailInvitation } from '../api/accounts.ts';
import { Button } from '../ui/button.tsx';
import { TextField } from '../ui/field.tsx';
import { faultWords } from './people-parts.tsx';

/** Sends a link to an address instead of copying it, where the server can. */
export function MailLink({ token }: { readonly token: string }) {
  const mail = useMailInvitation(token);
  const { register, handleSubmit, formState } = useForm({ defaultValues: { email: '' } });
  return (
    <form
      className="pt-3"
      noValidate
      onSubmit={(event) => void handleSubmit(({ email }) => mail.mutate(email))(event)}
    >
      <TextField
        label="Or send it to"
        type="email"
        autoComplete="off"
        error={formState.errors.email?.message}
        {...register('email', {
          validate: (email) => z.email().safeParse(email).success || 'Write an e-mail address',
        })}
      />
      <Button type="submit" className="mt-2" disabled={mail.isPending}>
        {mail.isPending ? 'Sending it …' : 'Send it'}
      </Button>
      {mail.isSuccess && (
        <p role="status" className="pt-2">
          Sent to {mail.variables}.
        </p>
      )}
      {mail.isError && (
        <p role="alert" className="pt-2 font-semibold">
          Not sent: {faultWords(mail.error)}
        </p>
      )}
    </form>
  );
}

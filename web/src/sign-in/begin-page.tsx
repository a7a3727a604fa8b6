import { endpoints, request } from '@jocund/contract';
import { useQuery } from '@tanstack/react-query';
import { useForm } from 'react-hook-form';
import { useNavigate, useParams } from 'react-router';
import { useMakeFirstStudio } from '../api/queries.ts';
import { Button } from '../ui/button.tsx';
import { TextField } from '../ui/field.tsx';
import { LoadingNote } from '../ui/notice.tsx';
import { RestorePart } from './restore-part.tsx';
import { AddressField, DeadLink, isAddress, isPassword, NewPasswordField, refusalWords } from './parts.tsx';

interface BeginFields {
  readonly studio: string;
  readonly name: string;
  readonly email: string;
  readonly password: string;
}

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
  if (link.isError) return <DeadLink error={link.error} />;
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
        <AddressField
          label="Your e-mail address"
          error={errors.email}
          field={register('email', { validate: isAddress })}
        />
        <NewPasswordField
          label="A password"
          error={errors.password}
          field={register('password', { validate: isPassword })}
        />
        <div>
          <Button type="submit" look="solid" className="min-h-12 px-5" disabled={make.isPending}>
            {make.isPending ? 'Making it' : 'Make the studio'}
          </Button>
          {make.isError && (
            <p role="alert" className="pt-2 font-semibold">
              {refusalWords(make.error)}
            </p>
          )}
        </div>
      </form>
      <RestorePart token={token} />
    </main>
  );
}

import { mostRestoredBytes } from '@jocund/contract';
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { useRestoreStudio } from '../api/queries.ts';
import { Button } from '../ui/button.tsx';
import { FileInput } from '../ui/file-input.tsx';
import { counted } from '../ui/words.ts';
import { refusalWords } from './parts.tsx';

const mib = 1024 * 1024;

/** Instead of a new studio one that was kept as a backup, on this machine or another. */
export function RestorePart({ token }: { readonly token: string }) {
  const restore = useRestoreStudio(token);
  const input = useRef<HTMLInputElement>(null);
  const [tooLarge, setTooLarge] = useState(false);
  return (
    <section aria-labelledby="restore" className="mt-8 border-t-[1.5px] border-ink1 pt-4">
      <h2 id="restore" className="text-head">
        Or one that was kept
      </h2>
      {restore.isSuccess ? (
        <p role="status" className="pt-2">
          <span className="font-semibold">{restore.data.studio} is here again</span>, with{' '}
          {counted(restore.data.rows, 'row')}. Everybody signs in as before.{' '}
          <Link className="underline" to="/sign-in">
            Sign in
          </Link>
        </p>
      ) : (
        <>
          <p className="py-2">
            A backup of a studio, taken on the page Account or made at night, brings everything back: pieces
            with their history, people, lessons, what was practised.
          </p>
          <Button disabled={restore.isPending} onClick={() => input.current?.click()}>
            {restore.isPending ? 'Bringing it back …' : 'Choose the backup'}
          </Button>
          <FileInput
            input={input}
            label="Backup of a studio"
            accept=".zip,application/zip"
            onFile={(file) => {
              setTooLarge(file.size > mostRestoredBytes);
              if (file.size <= mostRestoredBytes) restore.mutate(file);
            }}
          />
          {tooLarge && (
            <p role="alert" className="pt-2 font-semibold">
              The backup is larger than {mostRestoredBytes / mib} MB. Put it back with{' '}
              <code>npm run restore</code>.
            </p>
          )}
          {restore.isError && !tooLarge && (
            <p role="alert" className="pt-2 font-semibold">
              {refusalWords(restore.error)}
            </p>
          )}
        </>
      )}
    </section>
  );
}

import { largestBodyBytes } from '@jocund/contract';
import { describeFault } from '@jocund/core/fault';
import { readStudy } from '@jocund/core/formats/jocund-json';
import { applyThumb } from '@jocund/core/thumb';
import { useRef } from 'react';
import { useNavigate } from 'react-router';
import { useCreatePiece } from '../api/queries.ts';
import { Button } from '../ui/button.tsx';

/** Brings a Jocund JSON file in as a new piece. A file that cannot be read is refused with its reason; nothing changes. */
export function ImportFile({ onFault }: { onFault: (fault: string | undefined) => void }) {
  const input = useRef<HTMLInputElement>(null);
  const create = useCreatePiece();
  const navigate = useNavigate();

  const take = async (file: File) => {
    onFault(undefined);
    if (file.size > largestBodyBytes) {
      onFault(
        `${file.name} is ${Math.ceil(file.size / 1_000_000)} MB; a study has at most 2 MB. Choose a .jocund.json file.`,
      );
      return;
    }
    const study = readStudy(await file.text());
    if (!study.ok) {
      onFault(`${file.name}: ${describeFault(study.fault)}`);
      return;
    }
    create.mutate(applyThumb(study.value), {
      onSuccess: ({ arrangementId }) => void navigate(`/bench/${arrangementId}/melody`),
      onError: (error) => onFault(`${file.name} was not stored: ${error.message} Try again.`),
    });
  };

  return (
    <>
      <Button onClick={() => input.current?.click()} disabled={create.isPending}>
        Import a file
      </Button>
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        className="hidden"
        aria-label="Jocund JSON file"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) void take(file);
        }}
      />
    </>
  );
}

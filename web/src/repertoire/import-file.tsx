import { readEndings } from '@jocund/core/formats/kinds';
import { lazy, Suspense, useRef, useState } from 'react';
import { FileInput } from '../ui/file-input.tsx';
import { Button } from '../ui/button.tsx';
import type { ChosenFile } from './chosen-file.ts';

/** Comes with the first file. */
const ImportPanel = lazy(async () => ({ default: (await import('./import-panel.tsx')).ImportPanel }));

/** Files are bounded before they are read. */
const largestFileBytes = 8_000_000;

/** Brings a file of any format Jocund reads in as a new piece. Existing pieces stay as they are. */
export function ImportFile({ onFault }: { onFault: (fault: string | undefined) => void }) {
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<ChosenFile | undefined>();

  const take = async (chosen: File) => {
    onFault(undefined);
    if (chosen.size > largestFileBytes) {
      onFault(
        `${chosen.name} is ${Math.ceil(chosen.size / 1_000_000)} MB; a file has at most 8 MB. Choose a single piece.`,
      );
      return;
    }
    try {
      setFile({ name: chosen.name, bytes: new Uint8Array(await chosen.arrayBuffer()) });
    } catch {
      onFault(`${chosen.name} could not be opened. Choose it again.`);
    }
  };

  return (
    <>
      <Button onClick={() => input.current?.click()}>Import a file</Button>
      <FileInput
        input={input}
        label="File to import"
        accept={readEndings.join(',')}
        onFile={(chosen) => void take(chosen)}
      />
      {file && (
        <Suspense>
          <ImportPanel
            key={`${file.name} ${file.bytes.length}`}
            file={file}
            onClose={() => setFile(undefined)}
          />
        </Suspense>
      )}
    </>
  );
}

import { NoConnection, RefusedRequest } from '@jocund/contract';
import type { Score } from '@jocund/core/score';
import { useEffect, useRef, useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { MarginPart } from '../margin.tsx';
import { useCheck } from '../use-check.ts';
import { fileFormats, takeFile, type FileFormat } from './download.ts';
import type { Also } from './use-also.ts';
import { useSheetLook } from './use-sheet-look.ts';

interface FilesPartProps {
  readonly score: Score;
  readonly grade?: number;
  readonly also?: Also | undefined;
}

/** The score in every open format, each with what it is good for. */
export function FilesPart({ score, grade, also }: FilesPartProps) {
  const look = useSheetLook();
  const { fingers, checked, isWorking } = useCheck(score);
  const [fault, setFault] = useState<string | undefined>();
  const [making, setMaking] = useState<{ readonly format: FileFormat; readonly share: number } | undefined>();
  const running = useRef<AbortController | undefined>(undefined);
  useEffect(() => () => running.current?.abort(), []);

  const take = (format: FileFormat) => {
    running.current?.abort();
    const controller = new AbortController();
    running.current = controller;
    setFault(undefined);
    setMaking({ format, share: 0 });
    const end = (said: string | undefined) => {
      if (running.current !== controller) return;
      setMaking(undefined);
      setFault(said);
    };
    takeFile(
      format,
      {
        score,
        look,
        fingers,
        placedFingers: (checked?.fingers ?? []).map(({ place, finger, picking }) => ({
          place,
          finger,
          picking,
        })),
        grade,
        also,
      },
      {
        signal: controller.signal,
        onProgress: (share) => running.current === controller && setMaking({ format, share }),
      },
    ).then(end, (error: unknown) => end(controller.signal.aborted ? undefined : faultWords(format, error)));
  };
  const cancel = () => {
    running.current?.abort();
    running.current = undefined;
    setMaking(undefined);
  };

  return (
    <MarginPart title="Take the file">
      <ul className="flex flex-col">
        {fileFormats.map((format) => (
          <li
            key={format.id}
            className="grid grid-cols-[7.5rem_1fr] items-center gap-3 border-t border-ink1-22 py-1.5"
          >
            <Button
              className="justify-center"
              disabled={(isWorking || also?.isWorking === true) && format.showsFingers}
              onClick={() => take(format)}
            >
              {format.label}
            </Button>
            {making?.format.id === format.id ? (
              <span className="text-note flex items-center justify-between gap-2" role="status">
                making it, {Math.round(making.share * 100)} %
                <Button look="plain" className="text-note" onClick={cancel}>
                  Cancel
                </Button>
              </span>
            ) : (
              <span className="narrow text-note leading-tight">{format.says}</span>
            )}
          </li>
        ))}
      </ul>
      {fault && (
        <p role="alert" className="pt-2 font-semibold">
          {fault}
        </p>
      )}
    </MarginPart>
  );
}

function faultWords({ label }: FileFormat, error: unknown): string {
  if (error instanceof RefusedRequest) return `${error.error.message}. ${error.error.remedy}.`;
  if (error instanceof NoConnection)
    return `The ${label} is made by the server, which cannot be reached. Try again later, or print the page.`;
  return `The ${label} could not be made. Reload the page and try again.`;
}

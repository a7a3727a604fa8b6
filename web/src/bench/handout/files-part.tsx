import type { Study } from '@jocund/core/score';
import { useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { useSettings } from '../../ui/settings.ts';
import { useNames } from '../../ui/use-names.ts';
import { MarginPart } from '../margin.tsx';
import { useCheck } from '../use-check.ts';
import { fileFormats, takeFile, type FileFormat } from './download.ts';
import { useHandout } from './use-handout.ts';

/** The study in every open format, each with what it is good for. */
export function FilesPart({ study }: { study: Study }) {
  const { inks, student } = useHandout();
  const { fingers } = useCheck(study);
  const [{ leftHanded }] = useSettings();
  const shown = useNames();
  const [fault, setFault] = useState<string | undefined>();
  const take = (format: FileFormat) => {
    setFault(undefined);
    takeFile(format, { study, inks, student, fingers, leftHanded, shown }).then(setFault, () =>
      setFault(`The ${format.label} could not be made. Reload the page and try again.`),
    );
  };
  return (
    <MarginPart title="Take the file">
      <ul className="flex flex-col">
        {fileFormats.map((format) => (
          <li
            key={format.id}
            className="grid grid-cols-[7.5rem_1fr] items-center gap-3 border-t border-ink1-22 py-1.5"
          >
            <Button className="justify-center" onClick={() => take(format)}>
              {format.label}
            </Button>
            <span className="narrow text-note leading-tight">{format.says}</span>
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

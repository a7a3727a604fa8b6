import { readCaptions } from '@jocund/core/formats/captions';
import { longestRecordingS } from '@jocund/core/listening';
import { useRef, useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { FileInput } from '../../ui/file-input.tsx';
import { counted } from '../../ui/words.ts';
import { MarginProblem } from '../margin.tsx';
import { useListen } from './listen-context.tsx';

const largestText = 2_000_000;

/** Captions or notes from a text file, which then stand under the wave in their time. */
export function WordsBeside() {
  const { listening, write } = useListen();
  const file = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState<string | undefined>();
  const read = async (chosen: File) => {
    if (chosen.size > largestText) {
      setProblem('The file is larger than 2 MB. Choose a text file.');
      return;
    }
    const captions = readCaptions(await chosen.text());
    setProblem(captions.ok ? undefined : `${captions.fault.reason}. ${captions.fault.remedy}.`);
    if (captions.ok)
      write((before) => ({
        ...before,
        captions: captions.value.filter(({ toS }) => toS <= longestRecordingS),
      }));
  };
  const count = listening.captions.length;
  return (
    <div className="mt-2">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <Button look="plain" onClick={() => file.current?.click()}>
          {count === 0 ? 'Words from a text file' : 'Other words'}
        </Button>
        {count > 0 && (
          <Button look="plain" onClick={() => write((before) => ({ ...before, captions: [] }))}>
            Take out {counted(count, 'caption')}
          </Button>
        )}
      </div>
      <FileInput
        input={file}
        label="Words with times, as subtitles or plain text"
        accept=".srt,.vtt,.txt,text/plain"
        onFile={(chosen) => void read(chosen)}
      />
      <MarginProblem text={problem} />
    </div>
  );
}

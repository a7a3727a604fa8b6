import { listeningLimits } from '@jocund/contract';
import { longestRecordingS } from '@jocund/core/listening';
import { readCaptions } from '@jocund/core/formats/captions';
import { useRef, useState } from 'react';
import { FileInput } from '../../ui/file-input.tsx';
import { Button } from '../../ui/button.tsx';
import { newId } from '../../work/new-id.ts';
import { counted } from '../../ui/words.ts';
import { MarginPart, MarginProblem } from '../margin.tsx';
import { useListen } from './listen-context.tsx';
import { clock, fineClock } from './time-words.ts';
import { usePlace } from './use-place.ts';

const field = 'min-h-8 w-full border-[1.2px] border-ink1 bg-white px-2';

/** Loops and marks kept with the recording. */
export function LoopsPart() {
  const { listening, loop, write } = useListen();
  const placeS = usePlace();
  const [name, setName] = useState('');
  const [words, setWords] = useState('');
  const isKept = loop && listening.loops.some(({ fromS, toS }) => fromS === loop.fromS && toS === loop.toS);
  return (
    <MarginPart title="Loops and marks">
      {loop && !isKept && (
        <form
          className="mb-2 flex gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            const { fromS, toS } = loop;
            const kept = { id: newId(), name: name.trim() || `${clock(fromS)} to ${clock(toS)}`, fromS, toS };
            write((before) => ({
              ...before,
              loops: [...before.loops, kept]
                .sort((a, b) => a.fromS - b.fromS)
                .slice(0, listeningLimits.loops),
            }));
            setName('');
          }}
        >
          <input
            className={field}
            aria-label={`Name of the loop from ${fineClock(loop.fromS)} to ${fineClock(loop.toS)}`}
            placeholder="Name this loop"
            maxLength={160}
            value={name}
            onChange={({ target }) => setName(target.value)}
          />
          <Button type="submit">Keep</Button>
        </form>
      )}
      {!loop && <p className="text-note mb-2">Drag over the wave above to make a loop.</p>}
      <form
        className="flex gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (words.trim() === '') return;
          const mark = { id: newId(), atS: placeS, words: words.trim() };
          write((before) => ({
            ...before,
            marks: [...before.marks, mark].sort((a, b) => a.atS - b.atS).slice(0, listeningLimits.marks),
          }));
          setWords('');
        }}
      >
        <input
          className={field}
          aria-label={`Mark at ${fineClock(placeS)}`}
          placeholder={`Mark at ${clock(placeS)}`}
          maxLength={160}
          value={words}
          onChange={({ target }) => setWords(target.value)}
        />
        <Button type="submit">Mark</Button>
      </form>
      <WordsBeside />
      <ul className="mt-2">
        {[
          ...listening.loops.map(({ id, name: of, fromS }) => ({
            id,
            words: of,
            atS: fromS,
            kind: 'loops' as const,
          })),
          ...listening.marks.map(({ id, words: of, atS }) => ({
            id,
            words: of,
            atS,
            kind: 'marks' as const,
          })),
        ].map((each) => (
          <li key={each.id} className="text-note flex items-baseline justify-between gap-2">
            <span>
              {clock(each.atS)} {each.words}
            </span>
            <Button
              look="plain"
              aria-label={`Take out ${each.words}`}
              onClick={() =>
                write((before) => ({
                  ...before,
                  [each.kind]: before[each.kind].filter(({ id }) => id !== each.id),
                }))
              }
            >
              Take out
            </Button>
          </li>
        ))}
      </ul>
    </MarginPart>
  );
}

const largestText = 2_000_000;

/** Captions or notes from a text file, which then stand under the wave in their time. */
function WordsBeside() {
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

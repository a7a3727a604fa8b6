import { listeningLimits } from '@jocund/contract';
import { useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { newId } from '../../work/new-id.ts';
import { MarginPart } from '../margin.tsx';
import { useListen } from './listen-context.tsx';
import { clock, fineClock } from './time-words.ts';
import { usePlace } from './use-place.ts';
import { WordsBeside } from './words-beside.tsx';

const field = 'min-h-8 w-full border-[1.2px] border-ink1 bg-white px-2';

/** Loops and marks kept with the recording. */
export function LoopsPart() {
  const { listening, loop, write, player } = useListen();
  const placeS = usePlace(1);
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
          const mark = { id: newId(), atS: player.placeS(), words: words.trim() };
          write((before) => ({
            ...before,
            marks: [...before.marks, mark].sort((a, b) => a.atS - b.atS).slice(0, listeningLimits.marks),
          }));
          setWords('');
        }}
      >
        <input
          className={field}
          aria-label={`Mark at ${clock(placeS)}`}
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

import { scoreLimits } from '@jocund/core/score';
import { tellPhrase, toldLines, type PhraseWords, type Telling } from '@jocund/core/walk-through';
import { useId, useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { QueryMark } from '../../ui/query-mark.tsx';
import { useBench } from '../bench-context.tsx';

interface PhraseToldProps {
  readonly words: PhraseWords;
  readonly telling: Telling;
  /** Whether these are words of the piece itself: those of a rung are made, and not written. */
  readonly isOfPiece: boolean;
}

/** A phrase as it is told, in the teacher's own words where there are any; they are written here, and kept with the piece. */
export function PhraseTold({ words, telling, isOfPiece }: PhraseToldProps) {
  const { edit } = useBench();
  const [isWriting, setWriting] = useState(false);
  const { title, own, phrase } = words;
  const tell = (text: string | undefined) => {
    edit((score) => tellPhrase(score, phrase, telling, text));
    setWriting(false);
  };
  return (
    <section className="border-t-[1.5px] border-ink1 pt-2 pb-3">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h3 className="text-lg">{title}</h3>
        {own?.fits && <span className="text-note text-ink1-80">in your words</span>}
        {isOfPiece && !isWriting && (
          <span className="ml-auto flex gap-4">
            {own?.fits && (
              <Button look="plain" className="text-note" onClick={() => tell(undefined)}>
                As it is made
              </Button>
            )}
            <Button
              look="plain"
              className="text-note"
              aria-label={`Write ${title} in your words`}
              onClick={() => setWriting(true)}
            >
              Write it yourself
            </Button>
          </span>
        )}
      </div>
      {isOfPiece && own && !own.fits && !isWriting && (
        <Outdated text={own.text} onKeep={() => tell(own.text)} onDrop={() => tell(undefined)} />
      )}
      {isWriting ? (
        <WordsField
          title={title}
          start={own?.text ?? toldLines(words).join('\n')}
          onTake={tell}
          onLeave={() => setWriting(false)}
        />
      ) : (
        <Told words={words} />
      )}
    </section>
  );
}

function Told({ words }: { words: PhraseWords }) {
  const { lines, reasons, own } = words;
  if (own?.fits)
    return own.text.split('\n').map((line, index) => (
      <p key={index} className="max-w-[76ch] pt-1">
        {line}
      </p>
    ));
  return (
    <>
      {lines.map((line) => (
        <p key={line} className="max-w-[76ch] pt-1">
          {line}
        </p>
      ))}
      {reasons.length > 0 && (
        <ul className="mt-2 max-w-[76ch] border-l-[3px] border-ink1-22 pl-3">
          {reasons.map((reason) => (
            <li key={reason} className="text-note pt-1">
              {reason}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

/** The notes changed since the teacher's words were written: what is told is made again until the teacher looks. */
const Outdated = ({ text, onKeep, onDrop }: { text: string; onKeep: () => void; onDrop: () => void }) => (
  <div role="note" className="my-2 max-w-[76ch] border-l-[4px] border-brass bg-white p-3">
    <p className="flex items-start gap-2 font-semibold">
      <QueryMark /> The notes have changed since you wrote your words. Until you look, what is made from the
      notes is told.
    </p>
    <p className="pt-1 whitespace-pre-line">{text}</p>
    <div className="flex flex-wrap gap-4 pt-2">
      <Button onClick={onKeep}>They still fit</Button>
      <Button look="plain" onClick={onDrop}>
        Drop them
      </Button>
    </div>
  </div>
);

interface WordsFieldProps {
  readonly title: string;
  readonly start: string;
  readonly onTake: (text: string) => void;
  readonly onLeave: () => void;
}

function WordsField({ title, start, onTake, onLeave }: WordsFieldProps) {
  const [text, setText] = useState(start);
  const field = useId();
  return (
    <form
      className="max-w-[76ch] pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        onTake(text);
      }}
    >
      <label htmlFor={field} className="text-note">
        {title} in your words; empty, it is told as it is made
      </label>
      <textarea
        id={field}
        // It was asked for by a button that is gone now.
        autoFocus
        value={text}
        maxLength={scoreLimits.toldLength}
        rows={Math.min(16, Math.max(4, text.split('\n').length + 2))}
        className="mt-1 block w-full border border-ink1 bg-white p-2"
        onChange={(event) => setText(event.target.value)}
      />
      <div className="flex gap-4 pt-2">
        <Button type="submit">Keep these words</Button>
        <Button look="plain" onClick={onLeave}>
          Leave it
        </Button>
      </div>
    </form>
  );
}

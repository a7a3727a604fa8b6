import { toldLines, walkThrough, type WalkThroughDepth } from '@jocund/core/walk-through';
import type { NameLanguage } from '@jocund/core/pitch';
import { useDeferredValue, useMemo } from 'react';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { EmptyNote } from '../../ui/notice.tsx';
import { useSay } from '../../ui/toast.tsx';
import { useAddress } from '../../ui/use-address.ts';
import { useBench } from '../bench-context.tsx';
import { useHand } from '../use-check.ts';
import { PhraseTold } from './phrase-told.tsx';
import { useRungs } from './rungs-context.tsx';

const depths = [
  { value: 'do', label: 'What to do' },
  { value: 'why', label: 'And why' },
] as const;
const languages = [
  { value: 'english', label: 'English' },
  { value: 'german', label: 'Deutsch' },
] as const;

/** The chosen rung told phrase by phrase, as a teacher says it: to be read out, copied, or put on a sheet. */
export function WordsView() {
  const bench = useBench();
  const { chosen } = useRungs();
  const score = useDeferredValue(chosen?.score ?? bench.score);
  const hand = useHand();
  const say = useSay();
  const { read, write } = useAddress();
  const depth: WalkThroughDepth = read('depth') === 'why' ? 'why' : 'do';
  const language: NameLanguage = read('language') === 'german' ? 'german' : 'english';
  const phrases = useMemo(
    () => walkThrough(score, { depth, language, hand }),
    [score, depth, language, hand],
  );
  const isOfPiece = chosen === undefined || chosen.id === 'whole';
  const isEmpty = score.bars.every(({ notes, grips }) => notes.length + grips.length === 0);
  const text = phrases.map((phrase) => [phrase.title, ...toldLines(phrase)].join('\n')).join('\n\n');
  const copy = () =>
    void navigator.clipboard.writeText(text).then(
      () => say('The words are copied.'),
      () => say('The browser did not allow copying. Select the text and copy it by hand.'),
    );
  if (isEmpty)
    return (
      <div className="m-4.5">
        <EmptyNote
          title="Nothing to tell yet"
          text="Lay grips on Shapes or write a melody: the words are made from them."
        />
      </div>
    );
  return (
    <section aria-label="The piece in words" className="mx-4.5 pt-2 pb-6">
      <div className="flex flex-wrap items-center gap-3 pb-2">
        <Choice<WalkThroughDepth>
          label="How deep"
          value={depth}
          options={depths}
          onChange={(next) => write('depth', next === 'do' ? '' : next)}
        />
        <Choice<NameLanguage>
          label="Language"
          value={language}
          options={languages}
          onChange={(next) => write('language', next === 'english' ? '' : next)}
        />
        <Button onClick={copy}>Copy the words</Button>
      </div>
      <p className="text-note pb-2 text-ink1-80">
        {chosen ? `Of rung ${chosen.number}, ${chosen.name.toLowerCase()}. ` : ''}A place is a string and,
        behind the slash, its fret.
      </p>
      <div lang={language === 'german' ? 'de' : 'en'}>
        {phrases.map((phrase) => (
          <PhraseTold
            key={`${phrase.fromBar} ${depth} ${language}`}
            words={phrase}
            telling={{ depth, language }}
            isOfPiece={isOfPiece}
          />
        ))}
      </div>
    </section>
  );
}

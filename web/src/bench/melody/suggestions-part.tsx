import type { Suggestion } from '@jocund/core/melody';
import { numberOfBar, applyRemedy, noteAt, placeOfNote, type Score } from '@jocund/core/score';
import { useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { ErrorNote } from '../../ui/notice.tsx';
import { useSay } from '../../ui/toast.tsx';
import { useWork } from '../../work/use-work.ts';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import { useHand } from '../use-check.ts';

/** Other ways to play a note, each weighed for both hands: hammers, moves off the thumb's strings, double stops. */
export function SuggestionsPart() {
  const { score, cursor } = useBench();
  const hand = useHand();
  const { state, start, cancel } = useWork('suggest');
  const [found, setFound] = useState<{ of: Score; suggestions: readonly Suggestion[] } | undefined>();
  const note = noteAt(score.bars[cursor.bar], cursor.tick, cursor.string, 'melody');
  const look = (place: Suggestion['place'] | undefined) =>
    start({ score, hand, place }, (suggestions) => setFound({ of: score, suggestions }));
  return (
    <MarginPart title="Suggestions" note="both hands weighed">
      {state.kind === 'working' ? (
        <p className="flex items-center justify-between" role="status">
          <span className="text-note">
            weighing, <span className="figure">{Math.round(state.share * 100)} %</span>
          </span>
          <Button onClick={cancel}>Cancel</Button>
        </p>
      ) : (
        <p className="flex flex-wrap gap-2">
          <Button onClick={() => look(undefined)}>Easier notes</Button>
          <Button disabled={!note} onClick={() => note && look(placeOfNote(cursor.bar, note))}>
            Double stops here
          </Button>
        </p>
      )}
      {state.kind === 'failed' && (
        <ErrorNote title="The weighing broke off" text="The piece is as it was. Try again." />
      )}
      {found?.suggestions.length === 0 && (
        <p className="text-note pt-2" role="status">
          Nothing that is easier, or fits the hand, was found.
        </p>
      )}
      <ul>
        {found?.suggestions.map((suggestion) => (
          <Suggested
            key={JSON.stringify(suggestion.remedy)}
            suggestion={suggestion}
            isStale={found.of !== score}
            onTaken={() => setFound(undefined)}
          />
        ))}
      </ul>
    </MarginPart>
  );
}

interface SuggestedProps {
  readonly suggestion: Suggestion;
  /** The piece was changed since: what it weighs may be wrong. */
  readonly isStale: boolean;
  readonly onTaken: () => void;
}

function Suggested({ suggestion: { place, reason, remedy, moreMm }, isStale, onTaken }: SuggestedProps) {
  const { score, edit, undo, setCursor } = useBench();
  const say = useSay();
  const mm = Math.round(Math.abs(moreMm));
  return (
    <li className="border-b border-ink1-22 py-2">
      <p className="text-note">
        <button
          type="button"
          className="border-b border-ink1 font-semibold hover:bg-ink1-12"
          onClick={() => setCursor({ bar: place.bar, tick: place.tick, string: place.string })}
        >
          bar {numberOfBar(score, place.bar)}, string {place.string}
        </button>
        : {reason}
      </p>
      <p className="flex items-center justify-between gap-2 pt-1">
        <Button
          className="text-note"
          disabled={isStale}
          onClick={() => {
            edit((each) => applyRemedy(each, remedy));
            say(`${remedy.words}: done.`, undo);
            onTaken();
          }}
        >
          {remedy.words}
        </Button>
        <span className="figure text-note">{moreMm < 0 ? `−${mm}` : `+${mm}`} mm</span>
      </p>
      {isStale && <p className="text-note pt-1">The piece has changed. Look again.</p>}
    </li>
  );
}

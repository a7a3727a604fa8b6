import type { PassAnswer } from '@jocund/core/practice';

interface AnswersProps {
  readonly canAnswer: boolean;
  /** The tempo that one more clean pass leads to. */
  readonly next: number;
  readonly tempoBpm: number;
  readonly hint: string;
  readonly onAnswer: (answer: PassAnswer) => void;
}

/** How the pass went: one touch, and the next one begins. */
export function Answers({ canAnswer, next, tempoBpm, hint, onAnswer }: AnswersProps) {
  const large =
    'figure flex min-h-16 flex-1 flex-col items-center justify-center bg-paper px-2 text-xl text-ink1 disabled:bg-transparent disabled:text-paper disabled:border disabled:border-dashed disabled:border-ink1-40';
  return (
    <>
      <div className="flex gap-2">
        <button type="button" disabled={!canAnswer} className={large} onClick={() => onAnswer('clean')}>
          <span>✓ clean</span>
          <span className="text-note font-sans font-normal">
            {next > tempoBpm ? `opens ♩${next}` : `again at ♩${tempoBpm}`}
          </span>
        </button>
        <button type="button" disabled={!canAnswer} className={large} onClick={() => onAnswer('not-yet')}>
          <span>↰ not yet</span>
          <span className="text-note font-sans font-normal">once more</span>
        </button>
        <button type="button" className={large} onClick={() => onAnswer('hurts')}>
          <span>△ hurts</span>
          <span className="text-note font-sans font-normal">stop and rest</span>
        </button>
      </div>
      <p className="text-note min-h-5">{canAnswer ? 'How did it go? The next pass begins then.' : hint}</p>
    </>
  );
}

interface RestProps {
  /** Whether fingers for a smaller hand are shown. */
  readonly isSmaller: boolean;
  /** Undefined: there is no smaller one. */
  readonly onSmaller: ((on: boolean) => void) | undefined;
  readonly onGoOn: () => void;
}

/** What hurts is no step on the way: rest, and word to the teacher. No diagnosis. */
export const Rest = ({ isSmaller, onSmaller, onGoOn }: RestProps) => (
  <div role="alert" className="flex flex-col gap-2 bg-paper p-3 text-ink1">
    <p className="figure text-lg">Hands off the guitar for five minutes.</p>
    <p>
      If it hurts again, stop for today. Pain, numbness or tingling that stays is for a clinician to judge,
      not for this page. Your teacher sees that it hurt.
    </p>
    {onSmaller && (
      <label className="flex min-h-12 items-center gap-3">
        <input
          type="checkbox"
          className="size-5"
          checked={isSmaller}
          onChange={(event) => onSmaller(event.target.checked)}
        />
        Show fingers for a smaller hand: less stretch
      </label>
    )}
    <button
      type="button"
      className="min-h-12 self-start border-[1.2px] border-ink1 bg-white px-4 font-semibold"
      onClick={onGoOn}
    >
      I have rested
    </button>
  </div>
);

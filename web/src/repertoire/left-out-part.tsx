import { leftOutWords, type LeftOut } from '@jocund/core/formats/reading';

/** What could not be taken over, with its place. */
export function LeftOutPart({ leftOut }: { leftOut: readonly LeftOut[] }) {
  if (leftOut.length === 0) return <p className="text-note text-ink1-80">Nothing was left out.</p>;
  return (
    <div>
      <h3 className="pb-1 text-[16px]">Left out</h3>
      <ul
        className="text-note max-h-40 overflow-auto border-y border-ink1-22 py-1"
        tabIndex={0}
        aria-label="Left out"
      >
        {leftOut.map((each) => (
          <li key={each.what}>{leftOutWords(each)}</li>
        ))}
      </ul>
    </div>
  );
}

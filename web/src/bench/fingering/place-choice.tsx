import type { Alternative } from '@jocund/core/fingering';
import { changeNote, moveNote, type Note, type NotePlace } from '@jocund/core/score';
import { RadioGroup } from 'radix-ui';
import { Tick } from '../../ui/tick.tsx';
import { useBench } from '../bench-context.tsx';
import { moreWords, reasonWords } from './cost-words.ts';

interface PlaceChoiceProps {
  readonly note: Note;
  readonly place: NotePlace;
  /** Easiest first; empty while they are weighed. */
  readonly places: readonly Alternative[];
}

/** Every place of the neck with the note's pitch. Choosing one moves the note; both hands find their way around it. */
export function PlaceChoice({ note, place, places }: PlaceChoiceProps) {
  const { edit, cursor, setCursor } = useBench();
  const move = (value: string) => {
    const chosen = places.find(({ string }) => String(string) === value);
    if (!chosen) return;
    edit((each) => moveNote(each, place, chosen.string, chosen.fret));
    setCursor({ ...cursor, string: chosen.string });
  };
  return (
    <>
      <RadioGroup.Root
        aria-label="Where the note can sit"
        value={String(note.string)}
        onValueChange={move}
        className="border-t border-ink1-40"
      >
        {places.map((each) => (
          <PlaceRow key={each.string} alternative={each} isMelody={note.voice === 'melody'} />
        ))}
      </RadioGroup.Root>
      <Tick
        label="Keep it on this string"
        checked={note.keepString ?? false}
        onChange={(keep) =>
          edit((each) => changeNote(each, place, () => ({ keepString: keep || undefined })))
        }
      />
    </>
  );
}

function PlaceRow({ alternative, isMelody }: { alternative: Alternative; isMelody: boolean }) {
  const { string, fret, isCurrent, moreMm, reasons, obstacle } = alternative;
  const why = obstacle ?? reasonWords(reasons);
  const shape = isMelody
    ? 'rounded-full border-[1.7px] border-ink2 bg-paper text-ink2-deep'
    : 'bg-ink1 text-paper';
  return (
    <RadioGroup.Item
      value={String(string)}
      disabled={obstacle !== undefined && !isCurrent}
      className="flex w-full items-center gap-2 border-b border-ink1-40 px-1 py-1.5 text-left hover:bg-ink1-12 disabled:text-ink1-65 data-[state=checked]:bg-white data-[state=checked]:shadow-[inset_0_2.5px_0_var(--color-ink1),inset_0_-2.5px_0_var(--color-ink1)]"
    >
      <svg width="18" height="18" viewBox="0 0 18 18" aria-hidden className="flex-none">
        <path d="M9 1 L17 9 L9 17 L1 9 Z" fill="var(--color-white)" stroke="currentColor" strokeWidth="1.3" />
        {isCurrent && <path d="M9 5 L13 9 L9 13 L5 9 Z" fill="currentColor" />}
      </svg>
      <span className={`figure flex size-6 flex-none items-center justify-center ${shape}`}>{string}</span>
      <span className="text-note flex-none">
        {fret === 0 ? 'open' : 'fret '}
        {fret > 0 && <span className="figure text-base">{fret}</span>}
      </span>
      <span className="narrow text-note min-w-0 flex-1 text-right">
        {isCurrent ? 'where it is' : obstacle === undefined ? moreWords(moreMm) : ''}
        {why && <span className="block text-label text-ink1-80">{why}</span>}
      </span>
    </RadioGroup.Item>
  );
}

import { valueOf } from '@jocund/core/engraving';
import { soundingMidi, soundingShift, writtenMidi } from '@jocund/core/instrument';
import { pitchText, spellMidi, transposeKey } from '@jocund/core/pitch';
import type { Note } from '@jocund/core/score';
import { useNames } from '../../ui/use-names.ts';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import { applyNoteKey, noteKeys } from './note-keys.ts';

/** The note the cursor stands on: place, pitch, length, and every mark it can carry. */
export function NoteUnderCursor({ note }: { note: Note | undefined }) {
  const { study, cursor, edit } = useBench();
  const shown = useNames();
  if (!note) {
    return (
      <MarginPart title="This place is empty" note={`bar ${cursor.bar + 1}`}>
        <p className="text-note">
          Type a fret to write on string {cursor.string}. Arrows move by slot and string.
        </p>
      </MarginPart>
    );
  }
  const written = pitchText(spellMidi(writtenMidi(study.tuning, note), study.key));
  const heard = pitchText(
    spellMidi(soundingMidi(study, note), transposeKey(study.key, soundingShift(study))),
  );
  return (
    <MarginPart
      title={`String ${note.string}, ${note.fret === 0 ? 'open' : `fret ${note.fret}`}`}
      note={`bar ${cursor.bar + 1}`}
    >
      <p>
        <span className="figure text-head">{shown(written)}</span>
        <span className="text-note text-ink1-80">
          {' '}
          {soundingShift(study) !== 0 ? `sounds ${shown(heard)} · ` : ''}
          {lengthWords(note.durationTicks)}
        </span>
      </p>
      <ul className="mt-2 grid grid-cols-2 gap-1.5">
        {noteKeys.map((noteKey) => (
          <li key={noteKey.key}>
            <button
              type="button"
              aria-pressed={noteKey.isOn(note)}
              className={`narrow text-note flex min-h-8 w-full items-center justify-between border-[1.2px] border-ink1 px-2 font-semibold ${noteKey.isOn(note) ? 'bg-ink1 text-paper' : 'bg-white hover:bg-ink1-12'}`}
              onClick={() => edit((each) => applyNoteKey(each, { ...cursor, voice: note.voice }, noteKey))}
            >
              {noteKey.words}
              <kbd className="figure">{noteKey.key.toUpperCase()}</kbd>
            </button>
          </li>
        ))}
      </ul>
    </MarginPart>
  );
}

function lengthWords(ticks: number): string {
  const value = valueOf(ticks);
  if (!value) return `${Math.round((ticks / 960) * 100) / 100} quarters long`;
  return `${value.dots ? 'dotted ' : ''}${value.name}${value.triplet ? ' triplet' : ''}`;
}

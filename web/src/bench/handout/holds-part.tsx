import { sectionsOf } from '@jocund/core/form';
import { Tick } from '../../ui/tick.tsx';
import { useSettings } from '../../ui/settings.ts';
import { useReader } from '../use-reader.ts';
import { useHandoutScore } from './use-handout-score.ts';
import { useHandout } from './use-handout.ts';
import { usePracticeLink } from './use-practice-link.ts';

/** What the sheet holds beside the music. */
export function HoldsPart() {
  const { holds, setHolds, isWrittenOut, setWrittenOut } = useHandout();
  const { score, playedBars, canBeWrittenOut } = useHandoutScore();
  const [{ staff }] = useSettings();
  const hasVerses = score !== undefined && sectionsOf(score).length > 1;
  return (
    <div className="mt-3">
      <Tick label="Large print" checked={holds.large} onChange={(large) => setHolds({ large })} />
      {staff && (
        <Tick
          label="Notes without tab: strings are in the call line"
          checked={holds.notesAlone}
          onChange={(notesAlone) => setHolds({ notesAlone })}
        />
      )}
      <Tick label="How to tune it first" checked={holds.tuning} onChange={(tuning) => setHolds({ tuning })} />
      <Tick
        label="Grips with their fingers first"
        checked={holds.grips}
        onChange={(grips) => setHolds({ grips })}
      />
      {hasVerses && (
        <Tick
          label="What a later verse plays otherwise"
          checked={holds.verses}
          onChange={(verses) => setHolds({ verses })}
        />
      )}
      <Tick
        label="With my comments under the music"
        checked={holds.comments}
        onChange={(comments) => setHolds({ comments })}
      />
      <Tick
        label="Words and chords, and how a bar is struck"
        checked={holds.song}
        onChange={(song) => setHolds({ song })}
      />
      <Tick
        label="A practice table to tick off"
        checked={holds.practice}
        onChange={(practice) => setHolds({ practice })}
      />
      <Tick
        label="The piece in words after it"
        checked={holds.words !== undefined}
        onChange={(wanted) => setHolds({ words: wanted ? 'do' : undefined })}
      />
      {holds.words !== undefined && (
        <Tick
          label="… and why it is played so"
          checked={holds.words === 'why'}
          onChange={(wanted) => setHolds({ words: wanted ? 'why' : 'do' })}
        />
      )}
      <LinkTick />
      {canBeWrittenOut && (
        <Tick
          label={`Repeats written out: ${playedBars} bars`}
          checked={isWrittenOut}
          onChange={setWrittenOut}
        />
      )}
      {playedBars !== undefined && !canBeWrittenOut && (
        <p className="text-note">Played it has {playedBars} bars, too many to be written out.</p>
      )}
    </div>
  );
}

/** A code that leads a phone to the practice room. */
function LinkTick() {
  const { holds, setHolds } = useHandout();
  const { reader } = useReader();
  const { leadsToPiece } = usePracticeLink();
  const where = leadsToPiece
    ? `It leads ${reader.name} to this piece.`
    : reader.name
      ? `It leads to all that ${reader.name} was given; this piece is not among it yet.`
      : 'It leads whoever signs in to what they were given.';
  return (
    <>
      <Tick
        label="A code for a phone, to practise it there"
        checked={holds.link}
        onChange={(link) => setHolds({ link })}
      />
      {holds.link && <p className="text-note pl-6">{where}</p>}
    </>
  );
}

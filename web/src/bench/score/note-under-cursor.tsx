import { Fold } from '../../ui/fold.tsx';
import { valueOf } from '@jocund/core/engraving';
import { highestFret, soundingShift, writtenMidi } from '@jocund/core/instrument';
import { pitchText, spellMidi, transposeKey } from '@jocund/core/pitch';
import {
  numberOfBar,
  changeNote,
  heardWholeMidi,
  usualOrnamentFrets,
  writeNote,
  type Note,
  type NoteChange,
  type Voice,
} from '@jocund/core/score';
import { useNames } from '../../ui/use-names.ts';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import { Stepper } from '../../ui/stepper.tsx';
import { proposedFret } from './proposed-fret.ts';
import { KeyButton } from './key-button.tsx';
import { applyNoteKey, keyWords, noteKeys, type NoteKey } from './note-keys.ts';
import { StretchCommands } from './selection-part.tsx';

interface NoteUnderCursorProps {
  readonly note: Note | undefined;
  /** Whose notes are written here. */
  readonly voice: Voice;
}

/** The note the cursor stands on: place, pitch, length, where it can go and every mark it can carry. */
export function NoteUnderCursor({ note, voice }: NoteUnderCursorProps) {
  const { score, cursor } = useBench();
  const shown = useNames();
  if (!note) return <EmptyPlace voice={voice} />;
  const written = pitchText(spellMidi(writtenMidi(score.tuning, note), score.key));
  const heard = pitchText(
    spellMidi(heardWholeMidi(score, note), transposeKey(score.key, soundingShift(score))),
  );
  return (
    <MarginPart
      title={`String ${note.string}, ${note.fret === 0 ? 'open' : `fret ${note.fret}`}`}
      note={`bar ${numberOfBar(score, cursor.bar)}`}
    >
      <p>
        <span className="figure text-head">{shown(written)}</span>
        <span className="text-note text-ink1-80">
          {' '}
          {soundingShift(score) !== 0 || note.harmonic ? `sounds ${shown(heard)} · ` : ''}
          {lengthWords(note.durationTicks)}
        </span>
      </p>
      <MarkButtons note={note} keys={noteKeys.filter(({ isEveryday }) => isEveryday)} />
      <Fold title="More marks">
        {() => (
          <>
            <MarkButtons note={note} keys={noteKeys.filter(({ isEveryday }) => !isEveryday)} />
          </>
        )}
      </Fold>
      <MarkAmounts note={note} />
      <Fold title="Move it">
        {() => (
          <>
            <ul className="mt-2 grid gap-1.5">
              <StretchCommands voice={voice} />
            </ul>
          </>
        )}
      </Fold>
    </MarginPart>
  );
}

/** Nothing is written here yet: the grip's fret is offered. */
function EmptyPlace({ voice }: { voice: Voice }) {
  const { score, cursor, edit, grid } = useBench();
  const proposed = proposedFret(score, cursor);
  return (
    <MarginPart title="This place is empty" note={`bar ${numberOfBar(score, cursor.bar)}`}>
      <p className="text-note">
        Type a fret to write on string {cursor.string}. Arrows move by slot and string.
      </p>
      {proposed !== undefined && (
        <ul className="mt-2">
          <KeyButton
            words={proposed === 0 ? 'the grip leaves it open' : `the grip has fret ${proposed} here`}
            shownKey="Enter"
            act={() => edit((each) => writeNote(each, { ...cursor, voice }, proposed, grid))}
          />
        </ul>
      )}
    </MarginPart>
  );
}

function lengthWords(ticks: number): string {
  const value = valueOf(ticks);
  if (!value) return `${Math.round((ticks / 960) * 100) / 100} quarters long`;
  return `${value.dots ? 'dotted ' : ''}${value.name}${value.triplet ? ' triplet' : ''}`;
}

/** One button for each mark, pressed while the note carries it. */
function MarkButtons({ note, keys }: { note: Note; keys: readonly NoteKey[] }) {
  const { cursor, edit } = useBench();
  return (
    <ul className="mt-2 grid grid-cols-2 gap-1.5">
      {keys.map((noteKey) => (
        <KeyButton
          key={noteKey.key}
          words={noteKey.words}
          shownKey={keyWords(noteKey.key)}
          isOn={noteKey.isOn(note)}
          act={() => edit((each) => applyNoteKey(each, { ...cursor, voice: note.voice }, noteKey))}
        />
      ))}
    </ul>
  );
}

const sixteenthTicks = 240;
/** What a slide from nowhere takes where nothing is said, about: a sixteenth. */
const usualSlideTicks = sixteenthTicks;

/** How far a bend goes, where a slide from nowhere begins and how long it takes, how the glass leans, where it stops and shakes, how wide a turn is. */
function MarkAmounts({ note }: { note: Note }) {
  const { score, cursor, edit } = useBench();
  const set = (change: NoteChange) =>
    edit((each) => changeNote(each, { ...cursor, voice: note.voice }, () => change));
  const { bendCents, slide, bottleneck, ornament, ornamentFrets = usualOrnamentFrets, fret } = note;
  const isFromAbove = slide?.from === 'above';
  return (
    <div className="mt-2 flex flex-col gap-2 empty:hidden">
      {bendCents !== undefined && (
        <Stepper
          label="Bend, in cents"
          value={bendCents}
          low={10}
          high={400}
          step={10}
          onChange={(cents) => set({ bendCents: cents })}
        />
      )}
      {slide?.from && (isFromAbove || fret > 0) && (
        <Stepper
          label="Slide begins at fret"
          value={slide.approachFret ?? Math.max(0, fret + (isFromAbove ? 2 : -2))}
          low={isFromAbove ? fret + 1 : 0}
          high={isFromAbove ? highestFret(score) : fret - 1}
          onChange={(approachFret) => set({ slide: { ...slide, approachFret } })}
        />
      )}
      {slide?.from && (
        <Stepper
          label="Slide under way, 16ths"
          value={Math.max(1, Math.round((slide.overTicks ?? usualSlideTicks) / sixteenthTicks))}
          low={1}
          high={16}
          onChange={(sixteenths) => set({ slide: { ...slide, overTicks: sixteenths * sixteenthTicks } })}
        />
      )}
      {bottleneck && (
        <Stepper
          label="Glass leans, degrees"
          value={bottleneck.angleDegrees ?? 0}
          low={-45}
          high={45}
          step={5}
          onChange={(angleDegrees) => set({ bottleneck: { ...bottleneck, angleDegrees } })}
        />
      )}
      {bottleneck && (
        <Stepper
          label="Glass off the fret, cents"
          value={bottleneck.cents ?? 0}
          low={-90}
          high={90}
          step={10}
          onChange={(cents) => set({ bottleneck: { ...bottleneck, cents } })}
        />
      )}
      {bottleneck && (
        <Stepper
          label="Glass shakes, cents wide"
          value={bottleneck.vibratoCents ?? 0}
          low={0}
          high={150}
          step={10}
          onChange={(wide) =>
            set({ bottleneck: { ...bottleneck, vibratoCents: wide === 0 ? undefined : wide } })
          }
        />
      )}
      {ornament && (
        <Stepper
          label="Turn, in frets"
          value={ornamentFrets}
          low={1}
          high={5}
          onChange={(frets) => set({ ornamentFrets: frets })}
        />
      )}
    </div>
  );
}

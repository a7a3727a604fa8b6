import { noteAt, placedNotes } from '@jocund/core/score';
import { counted } from '../../ui/words.ts';
import { useBench } from '../bench-context.tsx';
import { CommentPart } from '../comment-part.tsx';
import { StyleFold } from '../style/style-part.tsx';
import { EasierPart } from '../fingering/easier-part.tsx';
import { HandsPart } from '../fingering/hands-part.tsx';
import { NoteChoices } from '../fingering/note-choices.tsx';
import { Margin, MarginPart } from '../margin.tsx';
import { Queries } from '../queries.tsx';
import { GridChoice } from '../score/grid-choice.tsx';
import { SelectionPart } from '../score/selection-part.tsx';
import { voiceInHand } from '../score/voice-in-hand.ts';
import { NoteUnderCursor } from '../score/note-under-cursor.tsx';
import { OverBarPart } from './over-bar-part.tsx';
import { SuggestionsPart } from './suggestions-part.tsx';
import { TypingPart } from './typing-part.tsx';

/** Both hands, where the note under the cursor can sit, what to mend, and the note's marks. */
export function MelodyMargin() {
  const { score, cursor } = useBench();
  const melody = placedNotes(score, 'melody')
    .map(({ note }) => note)
    .filter(({ tied }) => !tied);
  const struck = new Set(placedNotes(score, 'thumb').map(({ atTicks }) => atTicks));
  const pinched = placedNotes(score, 'melody').filter(
    ({ note, atTicks }) => !note.tied && struck.has(atTicks),
  ).length;
  const hand = voiceInHand(score, cursor, 'melody');
  const note = noteAt(score.bars[cursor.bar], cursor.tick, cursor.string, hand);
  return (
    <Margin
      title="Melody"
      note={
        melody.length === 0
          ? 'no note yet: click the score, then type frets'
          : `${counted(melody.length, 'note')}: ${pinched} with the thumb, ${melody.length - pinched} between`
      }
    >
      <HandsPart />
      <SelectionPart voice="melody" />
      {note && <NoteChoices note={note} />}
      <Queries />
      <MarginPart>
        <GridChoice />
      </MarginPart>
      <NoteUnderCursor note={note} voice={hand} />
      <TypingPart />
      <CommentPart voice="melody" />
      <OverBarPart />
      <EasierPart />
      <SuggestionsPart />
      <StyleFold />
    </Margin>
  );
}

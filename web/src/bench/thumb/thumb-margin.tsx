import { noteAt, type NoteEnding, type Score } from '@jocund/core/score';
import { findPattern } from '@jocund/core/thumb';
import { useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { SelectField } from '../../ui/field.tsx';
import { endingWords } from '../../ui/words.ts';
import { useBench } from '../bench-context.tsx';
import { NoteChoices } from '../fingering/note-choices.tsx';
import { CommentPart } from '../comment-part.tsx';
import { StyleFold } from '../style/style-part.tsx';
import { Margin, MarginPart } from '../margin.tsx';
import { Queries } from '../queries.tsx';
import { SelectionPart } from '../score/selection-part.tsx';
import { voiceInHand } from '../score/voice-in-hand.ts';
import { NoteUnderCursor } from '../score/note-under-cursor.tsx';
import { BarPart } from './bar-part.tsx';
import { BassWords, DensityMeter, HearBass } from './bass-facts.tsx';
import { PatternMaker } from './pattern-maker.tsx';
import { PatternSelect } from './pattern-select.tsx';

const endings: readonly NoteEnding[] = ['let-ring', 'stopped', 'palm-damped'];

const withEnding = ({ bassEnding: _, ...score }: Score, ending: string): Score => {
  const chosen = endings.find((each) => each === ending);
  return chosen ? { ...score, bassEnding: chosen } : score;
};

/** The thumb's patterns for piece, section, bar and beat, how its notes end, how busy it is, and how it reads and sounds alone. */
export function ThumbMargin() {
  const { score, edit, cursor } = useBench();
  const [making, setMaking] = useState<'new' | 'change' | undefined>();
  const hand = voiceInHand(score, cursor, 'thumb');
  const note = noteAt(score.bars[cursor.bar], cursor.tick, cursor.string, hand);
  const own = score.patterns?.find(({ id }) => id === score.thumbPattern);
  return (
    <Margin title="Thumb" note={findPattern(score.thumbPattern, score.patterns)?.name ?? 'written by hand'}>
      <MarginPart title="Whole piece">
        <PatternSelect
          label="Pattern of the piece"
          value={score.thumbPattern}
          onChange={(pattern) => edit((each) => ({ ...each, thumbPattern: pattern }))}
        />
        <p className="flex gap-3 pt-2">
          <Button look="plain" className="text-note" onClick={() => setMaking('new')}>
            Make a pattern
          </Button>
          {own && (
            <Button look="plain" className="text-note" onClick={() => setMaking('change')}>
              Change “{own.name}”
            </Button>
          )}
        </p>
        {making && (
          <PatternMaker
            key={making}
            pattern={making === 'change' ? own : undefined}
            onDone={() => setMaking(undefined)}
          />
        )}
        <SelectField
          label="Bass notes end"
          className="mt-3"
          value={score.bassEnding ?? ''}
          onChange={(event) => edit((each) => withEnding(each, event.target.value))}
        >
          <option value="">as the pattern has it</option>
          {endings.map((ending) => (
            <option key={ending} value={ending}>
              {endingWords(ending)}
            </option>
          ))}
        </SelectField>
      </MarginPart>
      <SelectionPart voice="thumb" />
      <BarPart />
      <Queries />
      <HearBass />
      <DensityMeter />
      <BassWords />
      {note && <NoteChoices note={note} />}
      <NoteUnderCursor note={note} voice={hand} />
      <CommentPart voice="thumb" />
      <StyleFold />
    </Margin>
  );
}

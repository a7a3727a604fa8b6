import { noteAt, setBarPattern, setMetre, type NoteEnding, type Study } from '@jocund/core/score';
import { byHand, findPattern, thumbPatternTable } from '@jocund/core/thumb';
import { SelectField } from '../../ui/field.tsx';
import { useSay } from '../../ui/toast.tsx';
import { endingWords } from '../../ui/words.ts';
import { useBench } from '../bench-context.tsx';
import { Margin, MarginPart } from '../margin.tsx';
import { Queries } from '../queries.tsx';
import { GridChoice } from '../score/grid-choice.tsx';
import { NoteUnderCursor } from '../score/note-under-cursor.tsx';

const endings: readonly NoteEnding[] = ['let-ring', 'stopped', 'palm-damped'];
const metres = ['2/4', '3/4', '4/4', '5/4', '6/4', '6/8', '9/8', '12/8'];

const withEnding = ({ bassEnding: _, ...study }: Study, ending: string): Study => {
  const chosen = endings.find((each) => each === ending);
  return chosen ? { ...study, bassEnding: chosen } : study;
};

/** The thumb's pattern for the piece and for the bar under the cursor, and how its notes end. */
export function ThumbMargin() {
  const { study, edit, cursor } = useBench();
  const say = useSay();
  const bar = study.bars[cursor.bar];
  const note = noteAt(bar, cursor.tick, cursor.string, 'thumb');
  const chooseMetre = (text: string) => {
    const [beats = 4, unit = 4] = text.split('/').map(Number);
    const changed = setMetre(study, cursor.bar, { beats, unit: unit === 8 ? 8 : 4 });
    if (changed.ok) edit(() => changed.value);
    else say(`Bar ${cursor.bar + 1}: ${changed.fault.reason}. ${changed.fault.remedy}.`);
  };
  return (
    <Margin title="Thumb" note={findPattern(study.thumbPattern)?.name ?? 'written by hand'}>
      <MarginPart title="Whole piece">
        <SelectField
          label="Pattern of the piece"
          value={study.thumbPattern}
          onChange={(event) => edit((each) => ({ ...each, thumbPattern: event.target.value }))}
        >
          {thumbPatternTable.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </SelectField>
        <SelectField
          label="Bass notes end"
          className="mt-3"
          value={study.bassEnding ?? ''}
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
      <MarginPart title={`Bar ${cursor.bar + 1}`}>
        <SelectField
          label="Pattern of this bar"
          value={bar?.thumbPattern ?? ''}
          hint={
            bar?.thumbPattern === byHand
              ? 'Strokes stay as written until a pattern is chosen.'
              : 'Type frets on the score to write strokes by hand.'
          }
          onChange={(event) =>
            edit((each) => setBarPattern(each, cursor.bar, event.target.value || undefined))
          }
        >
          <option value="">as the piece</option>
          {thumbPatternTable.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
          <option value={byHand}>by hand</option>
        </SelectField>
        <SelectField
          label="Metre of this bar"
          className="mt-3"
          value={bar ? `${bar.metre.beats}/${bar.metre.unit}` : '4/4'}
          onChange={(event) => chooseMetre(event.target.value)}
        >
          {metres.map((metre) => (
            <option key={metre}>{metre}</option>
          ))}
        </SelectField>
        <div className="mt-3">
          <GridChoice />
        </div>
      </MarginPart>
      {note && <NoteUnderCursor note={note} />}
      <Queries />
    </Margin>
  );
}

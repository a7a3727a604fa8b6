import { usualSchool, type PickingSchool, type Score } from '@jocund/core/score';
import type { ReactNode } from 'react';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { SelectField } from '../../ui/field.tsx';
import { QueryMark } from '../../ui/query-mark.tsx';
import { counted } from '../../ui/words.ts';
import { useBench } from '../bench-context.tsx';
import { Margin, MarginPart } from '../margin.tsx';
import { NotationChoice } from '../notation-choice.tsx';
import { useRungs } from '../studies/rungs-context.tsx';
import { AlsoPart } from './also-part.tsx';
import { HoldsPart } from './holds-part.tsx';
import { FilesPart } from './files-part.tsx';
import { useCheck } from '../use-check.ts';
import { ReaderField } from '../reader-field.tsx';
import { SchoolField } from '../school-field.tsx';
import { useReader } from '../use-reader.ts';
import { PackPart } from './pack-part.tsx';
import { useAlso } from './use-also.ts';
import { useHandoutScore } from './use-handout-score.ts';
import { useHandout } from './use-handout.ts';

/** Which score, for whom, in which inks; then print it or take the file. */
export function HandoutMargin() {
  const { findings } = useBench();
  const { rungs, chosen, choose, state } = useRungs();
  const { inks, setInks, paper, setPaper, also: alsoIds } = useHandout();
  const also = useAlso(alsoIds);
  const { score } = useHandoutScore();
  if (!chosen || !score)
    return (
      <Margin
        title="Handout"
        note={state === 'working' ? 'Cutting the ladder …' : 'Nothing to hand out yet.'}
      >
        {null}
      </Margin>
    );
  return (
    <Margin title="Handout" note={`${chosen.name}, ${counted(score.bars.length, 'bar')}`}>
      <MarginPart>
        <SelectField
          label="Study"
          value={chosen.id}
          onChange={(event) => choose(event.target.value as typeof chosen.id)}
        >
          {rungs.map(({ id, name, number, grade }) => (
            <option key={id} value={id}>
              {number} · {name} · grade {grade.points.toFixed(1)}
            </option>
          ))}
        </SelectField>
        <ReaderField label="For" className="mt-3" />
        <ReaderChoices pieceSchool={chosen.score.pickingSchool ?? usualSchool} />
        <div className="mt-3 flex items-center justify-between gap-2">
          <span className="text-note">Inks</span>
          <Choice
            label="Inks"
            value={inks}
            options={[
              { value: 'both', label: 'both inks' },
              { value: 'black', label: 'black only' },
            ]}
            onChange={setInks}
          />
        </div>
        <div className="mt-2">
          <NotationChoice />
        </div>
        <div className="mt-2 flex items-center justify-between gap-2">
          <span className="text-note">Paper</span>
          <Choice
            label="Paper"
            value={paper}
            options={[
              { value: 'a4', label: 'A4' },
              { value: 'letter', label: 'Letter' },
            ]}
            onChange={setPaper}
          />
        </div>
        <HoldsPart />
      </MarginPart>
      <MarginPart>
        {findings.length > 0 && (
          <p className="text-note mb-3 flex items-start gap-2">
            <QueryMark /> {counted(findings.length, 'query', 'queries')} open. It can be printed all the same.
          </p>
        )}
        <PrintButton score={score} isWorkingBeside={also.isWorking} />
      </MarginPart>
      <AlsoPart missing={also.missing} />
      <FilesPart score={score} grade={chosen.grade.grade} also={also} />
      <PackPart also={also} />
    </Margin>
  );
}

/** A sheet is not printed before its fingers are on it. */
function PrintButton({ score, isWorkingBeside }: { score: Score; isWorkingBeside: boolean }) {
  const check = useCheck(score);
  const isWorking = check.isWorking || isWorkingBeside;
  return (
    <div className="flex items-center gap-3">
      <Button look="solid" disabled={isWorking} onClick={() => window.print()}>
        Print
      </Button>
      {isWorking && (
        <span role="status" className="text-note">
          working out the fingers
        </span>
      )}
    </div>
  );
}

/** How the reader reads: which fingers pick, how notes are named, which hand frets. */
function ReaderChoices({ pieceSchool }: { pieceSchool: PickingSchool }) {
  const { reader, setReader } = useReader();
  return (
    <div className="mt-3 flex flex-col gap-2">
      <SchoolField
        label="Picking hand of the reader"
        value={reader.school ?? pieceSchool}
        onChange={(school) => setReader({ school: school === pieceSchool ? undefined : school })}
      />
      <ReaderChoice label="Names of notes">
        <Choice
          label="Names of notes for the reader"
          value={reader.noteNames}
          options={[
            { value: 'english', label: 'B, B♭' },
            { value: 'german', label: 'H, B' },
          ]}
          onChange={(noteNames) => setReader({ noteNames })}
        />
      </ReaderChoice>
      <ReaderChoice label="Grips for">
        <Choice
          label="Grips for which hand"
          value={reader.leftHanded ? 'left' : 'right'}
          options={[
            { value: 'right', label: 'right-handed' },
            { value: 'left', label: 'left-handed' },
          ]}
          onChange={(side) => setReader({ leftHanded: side === 'left' })}
        />
      </ReaderChoice>
    </div>
  );
}

const ReaderChoice = ({ label, children }: { label: string; children: ReactNode }) => (
  <div className="flex items-center justify-between gap-2">
    <span className="text-note">{label}</span>
    {children}
  </div>
);

import { useStudents } from '../../api/queries.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { SelectField } from '../../ui/field.tsx';
import { QueryMark } from '../../ui/query-mark.tsx';
import { counted } from '../../ui/words.ts';
import { useBench } from '../bench-context.tsx';
import { Margin, MarginPart } from '../margin.tsx';
import { NotationChoice } from '../notation-choice.tsx';
import { useRungs } from '../studies/use-rungs.ts';
import { FilesPart } from './files-part.tsx';
import { useHandout } from './use-handout.ts';

/** Which score, for whom, in which inks; then print it or take the file. */
export function HandoutMargin() {
  const { findings } = useBench();
  const { rungs, chosen, choose } = useRungs();
  const { inks, setInks, paper, setPaper, student, setStudent } = useHandout();
  const students = useStudents();
  if (!chosen)
    return (
      <Margin title="Handout" note="Nothing to hand out yet.">
        {null}
      </Margin>
    );
  return (
    <Margin title="Handout" note={`${chosen.name}, ${counted(chosen.score.bars.length, 'bar')}`}>
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
        <SelectField
          label="For"
          className="mt-3"
          value={student}
          onChange={(event) => setStudent(event.target.value)}
        >
          <option value="">nobody named</option>
          {students.data?.map(({ id, name }) => (
            <option key={id} value={name}>
              {name}
            </option>
          ))}
        </SelectField>
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
          <span className="text-note">Paper of files</span>
          <Choice
            label="Paper of files"
            value={paper}
            options={[
              { value: 'a4', label: 'A4' },
              { value: 'letter', label: 'Letter' },
            ]}
            onChange={setPaper}
          />
        </div>
      </MarginPart>
      <MarginPart>
        {findings.length > 0 && (
          <p className="text-note mb-3 flex items-start gap-2">
            <QueryMark /> {counted(findings.length, 'query', 'queries')} open. It can be printed all the same.
          </p>
        )}
        <Button look="solid" onClick={() => window.print()}>
          Print
        </Button>
      </MarginPart>
      <FilesPart score={chosen.score} />
    </Margin>
  );
}

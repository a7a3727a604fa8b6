import type { EarGoal, Student } from '@jocund/contract';
import { useState } from 'react';
import { useDrawer } from '../api/figures.ts';
import { usePieces } from '../api/queries.ts';
import { SelectField } from '../ui/field.tsx';
import { EarGoalForm } from './ear-goal-form.tsx';
import { GiveForm, type Subject } from './give-form.tsx';

const earDrill = 'ear-drill';

interface AssignPartProps {
  readonly student: Student;
  readonly earGoal: EarGoal | null;
}

/** Gives a piece or bars of it, its ladder, a figure of the drawer, or the ear drill to a student. */
export function AssignPart({ student, earGoal }: AssignPartProps) {
  const pieces = usePieces();
  const { figures } = useDrawer();
  const [chosen, setChosen] = useState('');
  const offered: readonly Subject[] = [
    ...(pieces.data ?? [])
      .filter(({ archivedAt, trouble }) => archivedAt === null && trouble === null)
      .map(({ arrangementId, title, tempoBpm, barCount }) => ({
        kind: 'piece' as const,
        id: arrangementId,
        title,
        tempoBpm,
        barCount,
      })),
    ...figures.map(({ id, score }) => ({
      kind: 'figure' as const,
      id,
      title: score.title,
      tempoBpm: score.tempoBpm,
      barCount: score.bars.length,
    })),
  ].sort((a, b) => a.title.localeCompare(b.title));
  const options = (kind: Subject['kind']) =>
    offered
      .filter((each) => each.kind === kind)
      .map(({ id, title }) => (
        <option key={id} value={`${kind} ${id}`}>
          {title}
        </option>
      ));
  const subject = offered.find(({ kind, id }) => chosen === `${kind} ${id}`);
  const done = () => setChosen('');
  return (
    <section aria-labelledby="give">
      <h2 id="give" className="pt-4 pb-2 text-head">
        Give to practise
      </h2>
      <SelectField label="What" value={chosen} onChange={({ target }) => setChosen(target.value)}>
        <option value="">choose a piece or a figure</option>
        <option value={earDrill}>the ear drill: count the beats of two strings</option>
        <optgroup label="Pieces">{options('piece')}</optgroup>
        {figures.length > 0 && <optgroup label="Figures of the drawer">{options('figure')}</optgroup>}
      </SelectField>
      {chosen === earDrill && <EarGoalForm student={student} earGoal={earGoal} onGiven={done} />}
      {subject && <GiveForm key={chosen} subject={subject} student={student} onGiven={done} />}
    </section>
  );
}

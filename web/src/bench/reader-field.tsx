import { useStudents } from '../api/people.ts';
import { SelectField } from '../ui/field.tsx';
import { useReader } from './use-reader.ts';

/** Whom the sheet is for: their hand takes the fingers, their name stands on the handout. Of this piece only. */
export function ReaderField({ label, className }: { label: string; className?: string }) {
  const { reader, setReader } = useReader();
  const students = useStudents();
  const offered = students.data?.filter(
    ({ id, archivedAt }) => archivedAt === null || id === reader.studentId,
  );
  return (
    <SelectField
      label={label}
      {...(className ? { className } : {})}
      value={reader.studentId}
      onChange={({ target }) => setReader({ studentId: target.value })}
    >
      <option value="">nobody named, my own hand</option>
      {offered?.map(({ id, name, hand }) => (
        <option key={id} value={id}>
          {name}, {hand?.size ?? 'medium'} hand
        </option>
      ))}
    </SelectField>
  );
}

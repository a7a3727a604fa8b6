import { groupNameLength, mostGroups, type Reading, type Student } from '@jocund/contract';
import { pickingSchools, schoolWords } from '@jocund/core/score';
import { useForm } from 'react-hook-form';
import { useKeepStudent } from '../api/people.ts';
import { Panel } from '../ui/dialog.tsx';
import { SelectField, TextField } from '../ui/field.tsx';
import { KeepPerson } from './people-parts.tsx';

interface StudentFields {
  readonly name: string;
  readonly note: string;
  readonly goals: string;
  readonly cautions: string;
  readonly groups: string;
  readonly school: string;
  readonly noteNames: string;
  readonly side: string;
}

/** Adds a student, or changes one: what is wanted and to be minded, in which groups, how a sheet is read. */
export function StudentPanel({ student, onClose }: { student: Student | undefined; onClose: () => void }) {
  const keep = useKeepStudent();
  const { register, handleSubmit, formState } = useForm<StudentFields>({ defaultValues: fieldsOf(student) });
  const save = ({ name, note, goals, cautions, groups, ...reading }: StudentFields) =>
    keep.mutate(
      {
        id: student?.id,
        name,
        note,
        goals,
        cautions,
        groups: groupsIn(groups),
        reading: readingOf(reading),
      },
      { onSuccess: onClose },
    );
  return (
    <Panel title={student ? `Change ${student.name}` : 'Add a student'} open onClose={onClose} width={460}>
      <form className="flex flex-col gap-4" onSubmit={(event) => void handleSubmit(save)(event)} noValidate>
        <TextField
          label="Name"
          autoFocus
          error={formState.errors.name?.message}
          {...register('name', { validate: (name) => name.trim() !== '' || 'Write a name' })}
        />
        <TextField label="Note (optional)" {...register('note')} />
        <TextField label="What the student wants (optional)" {...register('goals')} />
        <TextField
          label="What is to be minded (optional)"
          hint="A hand that was hurt, a stretch to be avoided. Only teachers read it."
          {...register('cautions')}
        />
        <TextField
          label="Groups (optional)"
          hint="Parted by commas: Tuesday class, slide players"
          error={formState.errors.groups?.message}
          {...register('groups', { validate: (text) => groupsFault(groupsIn(text)) })}
        />
        <SelectField label="Picks with" {...register('school')}>
          <option value="">what each piece asks for</option>
          {pickingSchools.map((school) => (
            <option key={school} value={school}>
              {schoolWords[school]}
            </option>
          ))}
        </SelectField>
        <SelectField label="Names of notes" {...register('noteNames')}>
          <option value="">as this browser has them</option>
          <option value="english">B and B♭</option>
          <option value="german">H and B</option>
        </SelectField>
        <SelectField label="Grips drawn for" {...register('side')}>
          <option value="">the side this browser has</option>
          <option value="right">right-handed players</option>
          <option value="left">left-handed players</option>
        </SelectField>
        <KeepPerson isNew={student === undefined} keep={keep} />
      </form>
    </Panel>
  );
}

const fieldsOf = (student: Student | undefined): StudentFields => {
  const { school, noteNames, leftHanded } = student?.reading ?? nothing;
  return {
    name: student?.name ?? '',
    note: student?.note ?? '',
    goals: student?.goals ?? '',
    cautions: student?.cautions ?? '',
    groups: student?.groups.join(', ') ?? '',
    school: school ?? '',
    noteNames: noteNames ?? '',
    side: leftHanded === null ? '' : leftHanded ? 'left' : 'right',
  };
};

const nothing: Reading = { school: null, noteNames: null, leftHanded: null };

function readingOf({ school, noteNames, side }: Pick<StudentFields, 'school' | 'noteNames' | 'side'>) {
  const reading: Reading = {
    school: pickingSchools.find((each) => each === school) ?? null,
    noteNames: (['english', 'german'] as const).find((each) => each === noteNames) ?? null,
    leftHanded: side === '' ? null : side === 'left',
  };
  return Object.values(reading).every((value) => value === null) ? null : reading;
}

/** Names parted by commas, each once. */
const groupsIn = (text: string): string[] => [
  ...new Set(
    text
      .split(',')
      .map((name) => name.trim())
      .filter(Boolean),
  ),
];

const groupsFault = (groups: readonly string[]): string | true =>
  groups.length > mostGroups
    ? `${mostGroups} groups at most`
    : groups.some((name) => name.length > groupNameLength)
      ? `A name of ${groupNameLength} signs at most`
      : true;

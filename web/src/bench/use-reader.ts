import { mediumHand, type Hand } from '@jocund/core/hands';
import { pickingSchools, type PickingSchool } from '@jocund/core/score';
import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { useMyHand } from '../api/hands.ts';
import { useStudents } from '../api/people.ts';
import { useSettings, type Settings } from '../ui/settings.ts';

/** Who reads a sheet: a person with a hand and a school, and how names and grips are shown; as it stands with the student unless the address says otherwise. */
export interface Reader {
  /** Empty: the teacher, for nobody in particular. */
  readonly studentId: string;
  readonly name: string;
  readonly hand: Hand;
  /** Absent: as the piece says. */
  readonly school: PickingSchool | undefined;
  readonly noteNames: Settings['noteNames'];
  readonly leftHanded: boolean;
}

/** What of the reader stands in the address, so that a shared link and a reload show and print the same. */
const fields = ['for', 'school', 'names', 'side'] as const;

/** The one reader of the sheet, of this piece only: chosen on Melody or on the handout, and kept from stage to stage. */
export function useReader(): {
  readonly reader: Reader;
  readonly setReader: (change: {
    readonly studentId?: string;
    readonly school?: PickingSchool | undefined;
    readonly noteNames?: Settings['noteNames'];
    readonly leftHanded?: boolean;
  }) => void;
} {
  const [params, setParams] = useSearchParams();
  const [settings] = useSettings();
  const [mine] = useMyHand();
  const students = useStudents();
  const [studentId, school, names, side] = fields.map((field) => params.get(field) ?? '');
  const student = students.data?.find(({ id }) => id === studentId);
  const hand = student ? (student.hand ?? mediumHand) : mine;
  const reader = useMemo<Reader>(
    () => ({
      studentId: student?.id ?? '',
      name: student?.name ?? '',
      hand,
      school: pickingSchools.find((each) => each === (school === '' ? student?.reading?.school : school)),
      noteNames:
        names === 'english' || names === 'german'
          ? names
          : (student?.reading?.noteNames ?? settings.noteNames),
      leftHanded: side === '' ? (student?.reading?.leftHanded ?? settings.leftHanded) : side === 'left',
    }),
    [student, hand, school, names, side, settings.noteNames, settings.leftHanded],
  );
  return {
    reader,
    setReader: (change) =>
      setParams(
        (before) => {
          const set = (field: (typeof fields)[number], value: string) => {
            if (value) before.set(field, value);
            else before.delete(field);
          };
          if (change.studentId !== undefined) set('for', change.studentId);
          if ('school' in change) set('school', change.school ?? '');
          if (change.noteNames) set('names', change.noteNames);
          if (change.leftHanded !== undefined) set('side', change.leftHanded ? 'left' : 'right');
          return before;
        },
        { replace: true },
      ),
  };
}

/** The address of a stage of the piece for the same reader. */
export function useStagePath(arrangementId: string): (stage: string) => string {
  const [params] = useSearchParams();
  const kept = new URLSearchParams();
  for (const field of fields) {
    const value = params.get(field);
    if (value) kept.set(field, value);
  }
  const search = kept.size > 0 ? `?${kept.toString()}` : '';
  return (stage) => `/bench/${arrangementId}/${stage}${search}`;
}

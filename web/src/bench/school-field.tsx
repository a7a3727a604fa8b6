import { pickingSchools, schoolWords, type PickingSchool } from '@jocund/core/score';
import { SelectField } from '../ui/field.tsx';

interface SchoolFieldProps {
  readonly label: string;
  readonly value: PickingSchool;
  readonly onChange: (school: PickingSchool) => void;
}

/** Which fingers pick which strings, and what brushes. */
export const SchoolField = ({ label, value, onChange }: SchoolFieldProps) => (
  <SelectField
    label={label}
    value={value}
    onChange={({ target }) => {
      const chosen = pickingSchools.find((each) => each === target.value);
      if (chosen) onChange(chosen);
    }}
  >
    {pickingSchools.map((school) => (
      <option key={school} value={school}>
        {schoolWords[school]}
      </option>
    ))}
  </SelectField>
);

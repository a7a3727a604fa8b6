import { figureRoles, type FigureQuery, type FigureRole } from '@jocund/core/figures';
import { SelectField, TextField } from '../../ui/field.tsx';
import { Tick } from '../../ui/tick.tsx';

export interface Asked {
  readonly text: string;
  readonly role: string;
  readonly from: string;
  readonly to: string;
  readonly beats: string;
  readonly endsOn: string;
  readonly onlyThisTuning: boolean;
}

export const nothingAsked: Asked = {
  text: '',
  role: '',
  from: '',
  to: '',
  beats: '',
  endsOn: '',
  onlyThisTuning: false,
};

/** What is asked, as the search takes it: empty fields ask for nothing. */
export function queryOf(asked: Asked, pitches: readonly string[]): FigureQuery {
  const beats = Number(asked.beats);
  return {
    role: (asked.role || undefined) as FigureRole | undefined,
    from: asked.from.trim() || undefined,
    to: asked.to.trim() || undefined,
    beats: asked.beats.trim() && !Number.isNaN(beats) ? beats : undefined,
    endsOn: asked.endsOn.trim() || undefined,
    text: asked.text.trim() || undefined,
    pitches: asked.onlyThisTuning ? pitches : undefined,
  };
}

/** Figures are found by what sounds: from which chord to which, how long, where they end. */
export function FigureSearch({ asked, onChange }: { asked: Asked; onChange: (asked: Asked) => void }) {
  const field = (
    name: keyof Omit<Asked, 'onlyThisTuning' | 'role'>,
    label: string,
    placeholder: string,
    maxLength: number,
  ) => (
    <TextField
      label={label}
      value={asked[name]}
      placeholder={placeholder}
      maxLength={maxLength}
      onChange={({ target }) => onChange({ ...asked, [name]: target.value })}
    />
  );
  return (
    <div role="search" aria-label="Figures" className="pb-2">
      <div className="grid grid-cols-2 gap-x-2 gap-y-1.5">
        <SelectField
          label="Role"
          value={asked.role}
          onChange={({ target }) => onChange({ ...asked, role: target.value })}
        >
          <option value="">any</option>
          {figureRoles.map((role) => (
            <option key={role}>{role}</option>
          ))}
        </SelectField>
        {field('text', 'Name or player', 'any', 40)}
      </div>
      <div className="grid grid-cols-4 gap-x-2 pt-1.5">
        {field('from', 'From', 'V7', 8)}
        {field('to', 'To', 'I', 8)}
        {field('beats', 'Beats', 'any', 3)}
        {field('endsOn', 'Ends on', '2', 3)}
      </div>
      <Tick
        label="only in this tuning"
        checked={asked.onlyThisTuning}
        onChange={(onlyThisTuning) => onChange({ ...asked, onlyThisTuning })}
      />
    </div>
  );
}

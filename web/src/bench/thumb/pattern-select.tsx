import { byHand, thumbPatternTable } from '@jocund/core/thumb';
import { useOwnPatterns } from '../../api/thumb-patterns.ts';
import { SelectField } from '../../ui/field.tsx';
import { useBench } from '../bench-context.tsx';

interface PatternSelectProps {
  readonly label: string;
  readonly value: string;
  /** What following the larger unit is called: "as the piece". Absent: something must be chosen. */
  readonly inherits?: string;
  readonly allowsByHand?: boolean;
  readonly hint?: string | undefined;
  readonly className?: string;
  readonly onChange: (pattern: string) => void;
}

/** The shipped patterns and the teacher's own, those of the piece first. A chosen own pattern goes with the piece. */
export function PatternSelect({
  label,
  value,
  inherits,
  allowsByHand = false,
  hint,
  className,
  onChange,
}: PatternSelectProps) {
  const { score, edit } = useBench();
  const { kept } = useOwnPatterns();
  const inPiece = score.patterns ?? [];
  const own = [...inPiece, ...kept.filter(({ id }) => !inPiece.some((each) => each.id === id))];
  const choose = (id: string) => {
    const pattern = kept.find((each) => each.id === id);
    if (pattern && !inPiece.some((each) => each.id === id))
      edit((each) => ({ ...each, patterns: [...(each.patterns ?? []), pattern] }));
    onChange(id);
  };
  const isKnown =
    value === '' || value === byHand || [...thumbPatternTable, ...own].some(({ id }) => id === value);
  return (
    <SelectField
      label={label}
      value={value}
      hint={hint}
      {...(className ? { className } : {})}
      onChange={({ target }) => choose(target.value)}
    >
      {inherits !== undefined && <option value="">{inherits}</option>}
      {own.length > 0 && (
        <optgroup label="Your own">
          {own.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </optgroup>
      )}
      <optgroup label="Of the trade">
        {thumbPatternTable.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </optgroup>
      {allowsByHand && <option value={byHand}>by hand</option>}
      {!isKnown && <option value={value}>{value}, not known here</option>}
    </SelectField>
  );
}

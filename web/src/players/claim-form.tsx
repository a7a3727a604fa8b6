import {
  checkClaims,
  claimAmounts,
  kindsOf,
  traitGroups,
  traits,
  type ClaimAmount,
  type PieceEvidence,
  type StyleClaim,
} from '@jocund/core/style';
import { useState, type SyntheticEvent } from 'react';
import { Button } from '../ui/button.tsx';
import { SelectField, TextField } from '../ui/field.tsx';
import { groupNames } from './figures.ts';

interface ClaimFormProps {
  readonly claims: readonly StyleClaim[];
  readonly pool: readonly PieceEvidence[];
  readonly isBusy: boolean;
  readonly onSay: (claim: StyleClaim) => void;
}

/** One thing said of a player: what, which of its kinds or what number, and how often. */
export function ClaimForm({ claims, pool, isBusy, onSay }: ClaimFormProps) {
  const [id, setId] = useState('thumb-kind');
  const [kind, setKind] = useState('');
  const [number, setNumber] = useState('');
  const [often, setOften] = useState<ClaimAmount>('mostly');
  const [fault, setFault] = useState<string>();
  const trait = traits.find((each) => each.id === id);
  const isNumber = trait?.values === 'numbers';
  const kinds = isNumber ? [] : kindsOf(id, pool);
  const submit = (event: SyntheticEvent) => {
    event.preventDefault();
    const figure = Number(number.trim().replace(',', '.'));
    if (isNumber && (number.trim() === '' || !Number.isFinite(figure) || figure < 0 || figure > 1000)) {
      setFault(`“${number}” is no number from 0 to 1000`);
      return;
    }
    const claim: StyleClaim = isNumber
      ? { trait: id, value: figure, often: 'always' }
      : { trait: id, value: kind === '' ? (kinds[0] ?? '') : kind, often };
    const checked = checkClaims([...claims, claim]);
    setFault(checked.ok ? undefined : `${checked.fault.reason}. ${checked.fault.remedy}.`);
    if (checked.ok) onSay(claim);
  };
  return (
    <form
      aria-label="Say something of the player"
      className="flex flex-col gap-3 pt-2"
      onSubmit={submit}
      noValidate
    >
      <SelectField
        label="What"
        value={id}
        onChange={({ currentTarget }) => {
          setId(currentTarget.value);
          setKind('');
          setFault(undefined);
        }}
      >
        {traitGroups.map((group) => (
          <optgroup key={group} label={groupNames[group]}>
            {traits
              .filter((each) => each.group === group && isSayable(each.id, pool))
              .map((each) => (
                <option key={each.id} value={each.id}>
                  {each.name}
                </option>
              ))}
          </optgroup>
        ))}
      </SelectField>
      {isNumber ? (
        <TextField
          label={`About how much, in ${trait.unit ?? 'its unit'}`}
          inputMode="decimal"
          maxLength={8}
          value={number}
          onChange={({ currentTarget }) => setNumber(currentTarget.value)}
        />
      ) : (
        <>
          <SelectField
            label="Which"
            value={kind === '' ? kinds[0] : kind}
            onChange={({ currentTarget }) => setKind(currentTarget.value)}
          >
            {kinds.map((each) => (
              <option key={each} value={each}>
                {each}
              </option>
            ))}
          </SelectField>
          <SelectField
            label="How often"
            value={often}
            onChange={({ currentTarget }) =>
              setOften(claimAmounts.find((each) => each.id === currentTarget.value)?.id ?? often)
            }
          >
            {claimAmounts.map((each) => (
              <option key={each.id} value={each.id}>
                {each.id}
              </option>
            ))}
          </SelectField>
        </>
      )}
      {fault && (
        <p role="alert" className="font-semibold">
          {fault}
        </p>
      )}
      <Button type="submit" disabled={isBusy}>
        Say it
      </Button>
    </form>
  );
}

/** A kind can only be picked where any player shows one. */
const isSayable = (id: string, pool: readonly PieceEvidence[]): boolean =>
  traits.find((each) => each.id === id)?.values === 'numbers' || kindsOf(id, pool).length > 0;

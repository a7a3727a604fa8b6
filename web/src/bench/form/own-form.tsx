import { useState } from 'react';
import { useOwnForms } from '../../api/forms.ts';
import { Button } from '../../ui/button.tsx';
import { TextField } from '../../ui/field.tsx';
import { useSay } from '../../ui/toast.tsx';

/** Keeps the numerals of this piece under a name for other pieces; one that is kept can be let go. */
export function OwnForm({ numerals }: { numerals: string }) {
  const forms = useOwnForms();
  const say = useSay();
  const known = forms.kept.find((each) => each.numerals === numerals);
  const [name, setName] = useState('');
  if (known)
    return (
      <p className="text-note flex items-baseline justify-between gap-2 pt-1">
        <span>Kept as “{known.name}”.</span>
        <Button
          look="plain"
          className="text-note"
          onClick={() =>
            forms.drop(known.name, (problem) =>
              say(problem ?? `“${known.name}” is no longer kept. This piece has it still.`, () =>
                forms.keep(known, (trouble) => trouble !== undefined && say(trouble)),
              ),
            )
          }
        >
          Let it go
        </Button>
      </p>
    );
  return (
    <form
      className="flex items-end gap-2 pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        const called = name.trim();
        if (called === '') return;
        forms.keep({ name: called, numerals }, (problem) =>
          say(problem ?? `“${called}” can be chosen in every piece.`),
        );
      }}
    >
      <TextField
        className="flex-1"
        label="Keep it for other pieces as"
        value={name}
        maxLength={60}
        placeholder="a name"
        onChange={({ target }) => setName(target.value)}
      />
      <Button type="submit" disabled={name.trim() === ''}>
        Keep
      </Button>
    </form>
  );
}

import {
  beginVersion,
  chooseVersion,
  dropVersion,
  lengthenPassage,
  passageAt,
  passagesOf,
  renameVersion,
  versionLabels,
  type Passage,
} from '@jocund/core/form';
import { indexOfBar, numberOfBar, scoreLimits } from '@jocund/core/score';
import { useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { SelectField, TextField } from '../../ui/field.tsx';
import { Fold } from '../../ui/fold.tsx';
import { useSay } from '../../ui/toast.tsx';
import { useAddress } from '../../ui/use-address.ts';
import { counted } from '../../ui/words.ts';
import { newId } from '../../work/new-id.ts';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import { useAttempt } from '../use-attempt.ts';
import { rangeText } from './bars-text.ts';
import type { FormView } from './use-form-view.ts';

/** Versions of the bars under the cursor: which stands, another begun from it, and what becomes of them. */
export function VersionsPart({ view }: { view: FormView }) {
  const { score, cursor } = useBench();
  const passage = passageAt(score, cursor.bar);
  const count = passagesOf(score).length;
  return (
    <MarginPart
      title="Versions"
      note={passage ? rangeText(score, passage) : count === 0 ? 'none yet' : counted(count, 'passage')}
    >
      {passage ? (
        <>
          <Standing key={passage.id} passage={passage} />
          <Begin key={passage.labels.join()} first={passage.first} last={passage.last} passage={passage} />
        </>
      ) : (
        <BeginHere key={`${view.chosen?.section.first ?? 0} ${score.bars.length}`} view={view} />
      )}
    </MarginPart>
  );
}

/** All versions of a passage; the chosen one stands in the piece: it is heard, printed and graded. */
function Standing({ passage: { id, labels, chosen } }: { passage: Passage }) {
  const { edit, undo } = useBench();
  const attempt = useAttempt();
  const say = useSay();
  const { write } = useAddress();
  return (
    <>
      <fieldset>
        <legend className="text-note pb-1">Stands in the piece</legend>
        {labels.map((label) => (
          <div key={label} className="flex min-h-8 items-center gap-2 border-b border-ink1-22">
            <label className="flex flex-1 items-center gap-2">
              <input
                type="radio"
                name={`version of ${id}`}
                className="size-4 accent-ink1"
                checked={label === chosen}
                onChange={() => attempt((each) => chooseVersion(each, id, label))}
              />
              <span className={label === chosen ? 'font-bold' : ''}>{label}</span>
            </label>
            {label !== chosen && (
              <>
                <Button
                  look="plain"
                  className="text-note"
                  aria-label={`Hold the ${label} version beside`}
                  onClick={() => write('beside', `v:${label}`)}
                >
                  beside
                </Button>
                <Button
                  look="plain"
                  className="text-note"
                  aria-label={`Drop the ${label} version`}
                  onClick={() => {
                    edit((each) => dropVersion(each, id, label));
                    say(`The ${label} version is dropped.`, undo);
                  }}
                >
                  drop
                </Button>
              </>
            )}
          </div>
        ))}
      </fieldset>
      <div className="flex flex-wrap gap-2 pt-2.5">
        <Button onClick={() => attempt((each) => lengthenPassage(each, id, newId))}>One bar more</Button>
      </div>
      <Fold title={`Call “${chosen}” otherwise`}>
        {() => <Rename key={chosen} id={id} chosen={chosen} />}
      </Fold>
    </>
  );
}

function Rename({ id, chosen }: { id: string; chosen: string }) {
  const attempt = useAttempt();
  const [name, setName] = useState(chosen);
  return (
    <form
      className="flex items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        const next = name.trim();
        if (next !== '') attempt((each) => renameVersion(each, id, chosen, next));
      }}
    >
      <TextField
        label="Name of this version"
        className="flex-1"
        value={name}
        maxLength={scoreLimits.labelLength}
        onChange={({ target }) => setName(target.value)}
      />
      <Button type="submit">Rename</Button>
    </form>
  );
}

interface BeginProps {
  readonly first: number;
  readonly last: number;
  readonly passage?: Passage;
}

/** Begins another version as a copy of what stands. */
function Begin({ first, last, passage }: BeginProps) {
  const { score, undo, setCursor } = useBench();
  const attempt = useAttempt();
  const say = useSay();
  const { write } = useAddress();
  const [was, setWas] = useState<string>(passage?.chosen ?? versionLabels[0]);
  const free = versionLabels.find((each) => each !== was && !passage?.labels.includes(each));
  const [typed, setTyped] = useState<string | undefined>();
  const name = (typed ?? free ?? '').trim();
  const begin = () => {
    if (name === '') return;
    const stands = was.trim() || versionLabels[0];
    if (!attempt((each) => beginVersion(each, { first, last }, { was: stands, label: name }, newId))) return;
    setCursor({ bar: first, tick: 0, string: 1 });
    write('beside', `v:${stands}`);
    say(
      `The ${name} version stands in ${rangeText(score, { first, last })}, a copy so far. Change it as you like.`,
      undo,
    );
  };
  return (
    <form
      className="pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        begin();
      }}
    >
      <div className={passage ? '' : 'grid grid-cols-2 gap-2'}>
        {!passage && (
          <TextField
            label="What stands is"
            value={was}
            list="version-names"
            maxLength={scoreLimits.labelLength}
            onChange={({ target }) => setWas(target.value)}
          />
        )}
        <TextField
          label="The new one is"
          value={typed ?? free ?? ''}
          list="version-names"
          maxLength={scoreLimits.labelLength}
          onChange={({ target }) => setTyped(target.value)}
        />
        <datalist id="version-names">
          {versionLabels.map((each) => (
            <option key={each} value={each} />
          ))}
        </datalist>
      </div>
      <Button type="submit" className="mt-2 w-full" disabled={name === ''}>
        Begin another version
      </Button>
    </form>
  );
}

/** Which bars get a second version: what is selected, else the bar under the cursor; any others can be chosen. */
function BeginHere({ view }: { view: FormView }) {
  const { score, cursor, anchor, setCursor } = useBench();
  const passages = passagesOf(score);
  const selected = anchor
    ? { first: Math.min(anchor.bar, cursor.bar), last: Math.max(anchor.bar, cursor.bar) }
    : { first: cursor.bar, last: cursor.bar };
  const [chosen, setChosen] = useState<Pick<Passage, 'first' | 'last'> | undefined>();
  const { first, last } = chosen ?? selected;
  const numbers = score.bars.map((_, index) => numberOfBar(score, index));
  const bar = (value: string) => indexOfBar(score, Number(value));
  const section = view.chosen?.section;
  return (
    <>
      {passages.length === 0 ? (
        <p className="text-note pb-2">
          Easier or fuller bars for the same place: one version stands, the others are kept.
        </p>
      ) : (
        <p className="flex flex-wrap gap-x-4 gap-y-1 pb-2">
          {passages.map((passage) => (
            <Button
              key={passage.id}
              look="plain"
              className="text-note"
              onClick={() => setCursor({ bar: passage.first, tick: 0, string: 1 })}
            >
              {rangeText(score, passage)}: {passage.chosen}
            </Button>
          ))}
        </p>
      )}
      <div className="grid grid-cols-2 gap-2">
        <SelectField
          label="From bar"
          value={numbers[first]}
          onChange={({ target }) =>
            setChosen({ first: bar(target.value), last: Math.max(last, bar(target.value)) })
          }
        >
          {numbers.map((each) => (
            <option key={each}>{each}</option>
          ))}
        </SelectField>
        <SelectField
          label="to bar"
          value={numbers[last]}
          onChange={({ target }) =>
            setChosen({ first: Math.min(first, bar(target.value)), last: bar(target.value) })
          }
        >
          {numbers.map((each) => (
            <option key={each}>{each}</option>
          ))}
        </SelectField>
      </div>
      {section && (section.first !== first || section.last !== last) && (
        <Button
          look="plain"
          className="text-note mt-1"
          onClick={() => setChosen({ first: section.first, last: section.last })}
        >
          all of {section.name || 'it'}
        </Button>
      )}
      <Begin first={first} last={last} />
    </>
  );
}

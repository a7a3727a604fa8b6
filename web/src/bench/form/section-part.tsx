import {
  addSectionAs,
  breakSection,
  linkSection,
  repeatTurn,
  sectionLinks,
  sectionName,
  sectionsOf,
  type Section,
} from '@jocund/core/form';
import { numberOfBar, setSection } from '@jocund/core/score';
import { useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { SelectField, TextField } from '../../ui/field.tsx';
import { useSay } from '../../ui/toast.tsx';
import { newId } from '../../work/new-id.ts';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import { useAttempt } from '../use-attempt.ts';
import type { FormView } from './use-form-view.ts';

/** The chosen section: its name, what it is the same as, and what can be made of it. */
export function SectionPart({ view }: { view: FormView }) {
  const { score, edit, undo, cursor } = useBench();
  const attempt = useAttempt();
  const say = useSay();
  const { chosen } = view;
  if (!chosen) return null;
  const { section, turn } = chosen;
  const links = sectionLinks(score, section);
  const base = sectionsOf(score).find(
    ({ first, last }) => links.base && first <= links.base.first && links.base.first <= last,
  );
  const name = sectionName(section, score);
  const at = cursor.bar >= section.first && cursor.bar <= section.last ? cursor.bar : section.first;
  return (
    <MarginPart
      title={name}
      note={`bars ${numberOfBar(score, section.first)}–${numberOfBar(score, section.last)}`}
    >
      <NameField key={`${section.first} ${section.name}`} section={section} />
      {view.others.length > 0 && (
        <SelectField
          className="pt-2"
          label="Same as"
          value={base ? String(base.first) : ''}
          onChange={({ target: { value } }) => {
            const to = view.others.find(({ first }) => String(first) === value);
            edit((each) => (to ? linkSection(each, section, to) : breakSection(each, section)));
            say(to ? `${name} is the same as ${sectionName(to, score)}.` : `${name} goes its own way.`, undo);
          }}
        >
          <option value="">nothing: its own</option>
          {view.others.map((each) => (
            <option key={each.first} value={each.first}>
              {sectionName(each, score)}
            </option>
          ))}
        </SelectField>
      )}
      <p className="flex flex-wrap gap-2 pt-3">
        <Button
          disabled={!links.base}
          onClick={() => {
            edit((each) => breakSection(each, section));
            say(`${name} goes its own way.`, undo);
          }}
        >
          Break the links
        </Button>
        <Button
          disabled={turn === undefined}
          onClick={() => turn !== undefined && attempt((each) => repeatTurn(each, turn))}
        >
          Play it again <kbd className="figure">R</kbd>
        </Button>
      </p>
      <AddSection section={section} at={at} />
      <p className="text-note pt-2 text-ink1-80">
        In the plan: <kbd className="figure">K</kbd> breaks the link of one bar,{' '}
        <kbd className="figure">=</kbd> links it to the bar before, <kbd className="figure">Enter</kbd> types
        numerals.
      </p>
    </MarginPart>
  );
}

function NameField({ section }: { section: Section }) {
  const { edit } = useBench();
  const [name, setName] = useState(section.name);
  const take = () => {
    const trimmed = name.trim();
    if (trimmed !== '' && trimmed !== section.name)
      edit((score) => setSection(score, section.first, { name: trimmed }));
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        take();
      }}
    >
      <TextField
        label="Name of the section"
        value={name}
        maxLength={60}
        onChange={({ target }) => setName(target.value)}
        onBlur={take}
      />
    </form>
  );
}

/** Names a section can be given at one press, with the next number where it has one. */
const kinds = ['Verse', 'Intro', 'Break', 'Ending'] as const;

function AddSection({ section, at }: { section: Section; at: number }) {
  const { score, undo } = useBench();
  const attempt = useAttempt();
  const say = useSay();
  const [kind, setKind] = useState<(typeof kinds)[number]>('Verse');
  const [bars, setBars] = useState('all');
  const count = section.last - section.first + 1;
  const name = freeName(
    kind,
    sectionsOf(score).map((each) => each.name),
  );
  const range = bars === 'all' || count <= 4 ? section : { first: section.last - 3, last: section.last };
  const here = { first: at, last: at };
  const taken = bars === 'one' ? here : range;
  return (
    <div className="mt-3 border-t border-ink1-40 pt-2">
      <div className="grid grid-cols-2 gap-2">
        <SelectField
          label="New section"
          value={kind}
          onChange={({ target }) => setKind(target.value as typeof kind)}
        >
          {kinds.map((each) => (
            <option key={each}>{each}</option>
          ))}
        </SelectField>
        <SelectField label="the same as" value={bars} onChange={({ target }) => setBars(target.value)}>
          <option value="all">all of it</option>
          {count > 4 && <option value="last">its last 4 bars</option>}
          <option value="one">bar {numberOfBar(score, at)}</option>
        </SelectField>
      </div>
      <Button
        className="mt-2 w-full"
        onClick={() => {
          if (attempt((each) => addSectionAs(each, taken, name, newId)))
            say(`${name} added at the end. Every bar follows until you change it.`, undo);
        }}
      >
        Add {name}
      </Button>
    </div>
  );
}

function freeName(kind: (typeof kinds)[number], names: readonly string[]): string {
  if (kind !== 'Verse' && !names.includes(kind)) return kind;
  for (let number = 2; ; number += 1) if (!names.includes(`${kind} ${number}`)) return `${kind} ${number}`;
}

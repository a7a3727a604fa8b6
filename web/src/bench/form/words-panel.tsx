import { sectionName, wordSheet, type Section } from '@jocund/core/form';
import { describeFault } from '@jocund/core/fault';
import { capoFor, soundingKey, soundingShift } from '@jocund/core/instrument';
import { keyText, modulo, transposeKey } from '@jocund/core/pitch';
import { numberOfBar, withWordLine, wordLine, type Score, type Voice } from '@jocund/core/score';
import { useMemo, useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { SelectField, TextArea } from '../../ui/field.tsx';
import { useSay } from '../../ui/toast.tsx';
import { useNames } from '../../ui/use-names.ts';
import { useBench } from '../bench-context.tsx';
import type { FormView } from './use-form-view.ts';

/** The words of the chosen section: typed on the left, chords over words on the right, with the key the singer wants. */
export function WordsPanel({ view }: { view: FormView }) {
  const section = view.chosen?.section;
  if (!section) return null;
  return (
    <div className="mx-4.5 grid gap-6 pt-2 pb-6 md:grid-cols-2">
      <div>
        <WordsForm key={`${section.first} ${section.last}`} section={section} />
        <SingersKey />
      </div>
      <WordSheet view={view} />
    </div>
  );
}

const voices = [
  { value: 'melody', label: 'on the melody’s notes' },
  { value: 'thumb', label: 'on the thumb’s' },
] as const;

function WordsForm({ section }: { section: Section }) {
  const { score, edit, undo } = useBench();
  const say = useSay();
  const name = sectionName(section, score);
  const [voice, setVoice] = useState<Voice>(() => voiceWithWords(score, section));
  const stands = wordLine(score, section, voice);
  const [typed, setTyped] = useState<string | undefined>();
  const [problem, setProblem] = useState<string | undefined>();
  const lay = () => {
    const result = withWordLine(score, section, voice, (typed ?? stands).replaceAll('\n', ' '));
    if (!result.ok) {
      const said = describeFault(result.fault);
      setProblem(said.charAt(0).toUpperCase() + said.slice(1));
      return;
    }
    setProblem(undefined);
    setTyped(undefined);
    edit(() => result.value);
    say(`Words laid under ${name}.`, undo);
  };
  return (
    <form
      aria-label={`Words of ${name}`}
      onSubmit={(event) => {
        event.preventDefault();
        lay();
      }}
    >
      <div className="pb-2">
        <Choice
          label="Words are sung"
          value={voice}
          options={voices}
          onChange={(next) => {
            setVoice(next);
            setTyped(undefined);
            setProblem(undefined);
          }}
        />
      </div>
      <TextArea
        label={`Words, bars ${numberOfBar(score, section.first)} to ${numberOfBar(score, section.last)}`}
        rows={6}
        value={typed ?? inLines(stands)}
        error={problem}
        hint="One syllable a note: riv-er, | at each bar line, * for a note without one, rain@2.5 where the singer comes in beside the guitar’s notes, rain=A where another pitch is sung than the guitar’s, named as the chords are."
        onChange={({ target }) => setTyped(target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) lay();
        }}
      />
      <p className="pt-2">
        <Button type="submit" look="solid" disabled={typed === undefined}>
          Lay the words <kbd className="figure pl-1.5">Ctrl Enter</kbd>
        </Button>
      </p>
    </form>
  );
}

/** Four bars a line. */
const inLines = (line: string): string =>
  line
    .split(' | ')
    .map((bar, index) => (index === 0 ? bar : index % 4 === 0 ? ` |\n${bar}` : ` | ${bar}`))
    .join('');

const voiceWithWords = ({ bars }: Score, { first, last }: Section): Voice => {
  const sung = bars
    .slice(first, last + 1)
    .flatMap(({ notes }) => notes.filter(({ lyric }) => lyric !== undefined));
  return sung.length > 0 && sung.every(({ voice }) => voice === 'thumb') ? 'thumb' : 'melody';
};

/** So far up the neck a capo leaves a guitar. */
const highestUsualCapo = 7;

/** The key the singer wants: the shapes stay, the capo moves. */
function SingersKey() {
  const { score, edit, undo } = useBench();
  const say = useSay();
  const shown = useNames();
  const heard = soundingKey(score.key, soundingShift(score));
  const shift = soundingShift({ ...score, capo: 0 });
  const keys = Array.from({ length: 12 }, (_, step) => transposeKey(score.key, step));
  const capoOf = (text: string) => {
    const key = keys.find((each) => keyText(each) === text);
    return key ? modulo(capoFor(score.key, key) - shift, 12) : score.capo;
  };
  return (
    <div className="mt-4 border-t-[1.5px] border-ink1 pt-3">
      <SelectField
        label="The singer sings in"
        value={keyText(keys.find((key) => modulo(capoFor(key, heard), 12) === 0) ?? heard)}
        hint={`The shapes stay in ${shown(keyText(score.key))}; the capo moves.${score.capo > highestUsualCapo ? ' So high a capo leaves little of the neck: other shapes may serve the singer better, see Tuning.' : ''}`}
        onChange={({ target }) => {
          const capo = capoOf(target.value);
          edit((each) => ({ ...each, capo }));
          say(
            capo === 0
              ? `In ${shown(target.value)} without a capo.`
              : `In ${shown(target.value)} with the capo at fret ${capo}.`,
            undo,
          );
        }}
      >
        {keys.map((key) => {
          const capo = capoOf(keyText(key));
          return (
            <option key={keyText(key)} value={keyText(key)}>
              {shown(keyText(key))}, {capo === 0 ? 'no capo' : `capo ${capo}`}
            </option>
          );
        })}
      </SelectField>
    </div>
  );
}

/** Chords over words, section by section in the order played; sections without words are named alone. */
function WordSheet({ view: { score, rows } }: { view: FormView }) {
  const shown = useNames();
  const sheets = useMemo(
    () => rows.map((row) => ({ row, lines: wordSheet(score, row.section) })),
    [rows, score],
  );
  return (
    <section aria-label="Chords over words" className="border-l-[1.5px] border-ink1 pl-5">
      {sheets.map(({ row, lines }, index) => (
        <div key={`${row.section.first} ${index}`} className="pb-4">
          <h3 className="text-base">{row.name}</h3>
          {lines.map(({ firstBar, parts }) => (
            <p key={firstBar} className="flex flex-wrap items-end">
              {parts.map((part, each) => (
                <span key={each} className="inline-flex flex-col pt-1">
                  <span className="figure pr-2 leading-tight">
                    {part.chord === '' ? '\u00a0' : shown(part.chord)}
                  </span>
                  <span className="font-serif text-lg leading-tight whitespace-pre">
                    {part.words === '' ? '\u00a0' : part.words}
                  </span>
                </span>
              ))}
            </p>
          ))}
        </div>
      ))}
    </section>
  );
}

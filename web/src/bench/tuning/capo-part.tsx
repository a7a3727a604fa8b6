import {
  capoWays,
  compareSources,
  soundingChords,
  soundingKey,
  soundingShift,
} from '@jocund/core/instrument';
import { keyText, parseKey, pitchClassOf, tonicOf, withSigns, type Key } from '@jocund/core/pitch';
import { scoreLimits } from '@jocund/core/score';
import { useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { SelectField, TextField } from '../../ui/field.tsx';
import { useSettings } from '../../ui/settings.ts';
import { Stepper } from '../../ui/stepper.tsx';
import { useNames } from '../../ui/use-names.ts';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import { useRelay } from './use-relay.ts';

const keys = 'C G D A E B F# F Bb Eb Ab Db Am Em Bm F#m C#m Dm Gm Cm Fm'.split(' ');

/** Capo and key: what the shapes are named, what is heard, the ways to a wanted key, and the keys of several sources. */
export function CapoPart() {
  const { score, edit } = useBench();
  const shown = useNames();
  const shift = soundingShift(score);
  const heard = keyText(soundingKey(score.key, shift));
  return (
    <>
      <MarginPart>
        <Stepper
          label="Capo"
          value={score.capo}
          low={0}
          high={12}
          onChange={(capo) => edit((each) => ({ ...each, capo }))}
          describe={(capo) => (capo === 0 ? 'no capo' : `fret ${capo}`)}
        />
        <KeyField
          label="Key of the shapes"
          value={keyText(score.key)}
          hint={shift === 0 ? 'It sounds as it is named.' : `Sounds in ${shown(heard)}.`}
          onChange={(key) => edit((each) => ({ ...each, key }))}
        />
      </MarginPart>
      <WantedKey />
      <ChordList />
      <Sources />
    </>
  );
}

function KeyField({
  label,
  value,
  hint,
  onChange,
}: {
  label: string;
  value: string;
  hint?: string;
  onChange: (key: Key) => void;
}) {
  const shown = useNames();
  return (
    <SelectField
      label={label}
      className="mt-3"
      value={value}
      hint={hint}
      onChange={({ target }) => {
        const key = parseKey(target.value);
        if (key.ok) onChange(key.value);
      }}
    >
      {(keys.includes(value) ? keys : [value, ...keys]).map((key) => (
        <option key={key} value={key}>
          {shown(key)}
        </option>
      ))}
    </SelectField>
  );
}

/** "I want to sound E": the ways there with familiar shapes. */
function WantedKey() {
  const { score } = useBench();
  const shown = useNames();
  const shift = soundingShift(score) - score.capo;
  const [wanted, setWanted] = useState(soundingKey(score.key, soundingShift(score)));
  const ways = capoWays(wanted, 7, shift);
  return (
    <MarginPart title="Sound in another key">
      <KeyField label="I want to hear" value={keyText(wanted)} onChange={setWanted} />
      <ul className="mt-2">
        {ways.map(({ shapeKey, capo }) => (
          <li
            key={keyText(shapeKey)}
            className="flex items-baseline justify-between gap-2 border-b border-ink1-40 py-1"
          >
            <span>
              <span className="figure">{shown(keyText(shapeKey))}</span> shapes,{' '}
              {capo === 0 ? 'no capo' : `capo ${capo}`}
            </span>
            <KeyWay wanted={wanted} shapeKey={shapeKey} capo={capo} />
          </li>
        ))}
      </ul>
      {ways.length === 0 && <p className="text-note">No familiar shapes come there below fret 8.</p>}
    </MarginPart>
  );
}

/** One way to a key: the capo alone where the shapes stay as they are, else the shapes moved with it by the hands. */
function KeyWay({ wanted, shapeKey, capo }: { wanted: Key; shapeKey: Key; capo: number }) {
  const { score, edit } = useBench();
  const { state, relay } = useRelay();
  const keepsShapes = keyText(shapeKey) === keyText(score.key);
  const isSet = keepsShapes && capo === score.capo;
  const heard = soundingKey(score.key, soundingShift(score));
  const act = () => {
    if (keepsShapes) edit((each) => ({ ...each, capo }));
    else relay(score.tuning, { capo, transpose: nearestInterval(heard, wanted) });
  };
  return (
    <Button
      look="plain"
      className="text-note"
      aria-label={
        keepsShapes
          ? `Capo ${capo} for ${keyText(shapeKey)} shapes`
          : `Move to ${keyText(shapeKey)} shapes with capo ${capo}`
      }
      disabled={isSet || state.kind === 'working'}
      onClick={act}
    >
      {isSet ? 'set' : keepsShapes ? `Set capo ${capo}` : 'Move the shapes'}
    </Button>
  );
}

/** Semitones from one key to another, the shorter way: −5 to 6. */
const nearestInterval = (from: Key, to: Key): number => {
  const up = (pitchClassOf(tonicOf(to)) - pitchClassOf(tonicOf(from)) + 12) % 12;
  return up > 6 ? up - 12 : up;
};

/** A list of chords at once: what each shape sounds under the capo. */
function ChordList() {
  const { score } = useBench();
  const [{ noteNames }] = useSettings();
  const [typed, setTyped] = useState('');
  const chords = soundingChords(typed, soundingShift(score), score.key, noteNames);
  return (
    <MarginPart title="What the shapes sound">
      <TextField
        label="Chords, with blanks between"
        placeholder="C G7 D/F#"
        autoComplete="off"
        spellCheck={false}
        value={typed}
        onChange={({ target }) => setTyped(target.value)}
        error={chords.ok ? undefined : `${chords.fault.reason}. ${chords.fault.remedy}.`}
      />
      {chords.ok && chords.value.length > 0 && (
        <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-4 gap-y-0.5" aria-live="polite">
          {chords.value.map(({ shape, sounding }, index) => (
            <div key={`${shape} ${index}`} className="contents">
              <dt className="figure">{withSigns(shape)}</dt>
              <dd>
                sounds <span className="figure">{withSigns(sounding)}</span>
              </dd>
            </div>
          ))}
        </dl>
      )}
    </MarginPart>
  );
}

/** Several sources of the tune, each in its key, with the distance from the first. */
function Sources() {
  const { score, edit } = useBench();
  const shown = useNames();
  const sources = score.sources ?? [];
  const [name, setName] = useState('');
  const [key, setKey] = useState(soundingKey(score.key, soundingShift(score)));
  const set = (next: typeof sources) =>
    edit(({ sources: _, ...each }) => (next.length === 0 ? each : { ...each, sources: next }));
  return (
    <MarginPart title="Sources of the tune">
      <ol>
        {compareSources(sources).map((source, index) => (
          <li key={index} className="border-b border-ink1-40 py-1.5">
            <div className="flex items-baseline justify-between gap-2">
              <span>
                {source.name} in <span className="figure">{shown(keyText(source.key))}</span>
              </span>
              <Button
                look="plain"
                className="text-note"
                aria-label={`Take away ${source.name}`}
                onClick={() => set(sources.filter((_, at) => at !== index))}
              >
                Take away
              </Button>
            </div>
            {index > 0 && (
              <p className="narrow text-note text-ink1-80">
                {source.interval}
                {source.capo > 0 && source.capo <= 7
                  ? ` · the first one’s shapes with capo ${source.capo}`
                  : ''}
              </p>
            )}
          </li>
        ))}
      </ol>
      {sources.length < scoreLimits.sources && (
        <form
          className="mt-2"
          onSubmit={(event) => {
            event.preventDefault();
            if (name.trim() === '') return;
            set([...sources, { name: name.trim(), key }]);
            setName('');
          }}
        >
          <TextField
            label="A recording or version"
            maxLength={120}
            value={name}
            onChange={({ target }) => setName(target.value)}
          />
          <KeyField label="It sounds in" value={keyText(key)} onChange={setKey} />
          <Button type="submit" className="mt-2" disabled={name.trim() === ''}>
            Add source
          </Button>
        </form>
      )}
    </MarginPart>
  );
}

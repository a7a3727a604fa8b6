import {
  openMidiLowToHigh,
  parseTuning,
  shippedTuningOf,
  soundingKey,
  tuningTable,
} from '@jocund/core/instrument';
import { keyText, parseKey, withSigns } from '@jocund/core/pitch';
import { openStringsName } from '@jocund/core/shapes';
import { useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { SelectField, TextField } from '../../ui/field.tsx';
import { Stepper } from '../../ui/stepper.tsx';
import { useBench } from '../bench-context.tsx';
import { Margin, MarginPart } from '../margin.tsx';
import { swingWords } from '../title-block.tsx';

const keys = [
  'C',
  'G',
  'D',
  'A',
  'E',
  'B',
  'F#',
  'F',
  'Bb',
  'Eb',
  'Ab',
  'Db',
  'Am',
  'Em',
  'Bm',
  'F#m',
  'C#m',
  'Dm',
  'Gm',
  'Cm',
  'Fm',
];
const own = 'own';

/** Tuning, capo and key; tempo, feel, title and player. */
export function TuningMargin() {
  const { study, edit } = useBench();
  const shipped = shippedTuningOf(study.tuning);
  const [isOwn, setOwn] = useState(!shipped);
  const heard = soundingKey(study.key, study.capo);
  const choose = (id: string) => {
    setOwn(id === own);
    const chosen = tuningTable.find((each) => each.id === id);
    if (chosen) edit((each) => ({ ...each, tuning: { name: chosen.name, pitches: [...chosen.pitches] } }));
  };
  const chooseKey = (text: string) => {
    const key = parseKey(text);
    if (key.ok) edit((each) => ({ ...each, key: key.value }));
  };
  return (
    <Margin
      title="Tuning"
      note={`Open strings spell ${withSigns(openStringsName(study.tuning) ?? 'no plain chord')}.`}
    >
      <MarginPart>
        <SelectField
          label="Tuning"
          value={isOwn ? own : (shipped?.id ?? own)}
          onChange={(event) => choose(event.target.value)}
        >
          {tuningTable.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
          <option value={own}>own tuning</option>
        </SelectField>
        {isOwn && <OwnTuning />}
      </MarginPart>
      <MarginPart>
        <Stepper
          label="Capo"
          value={study.capo}
          low={0}
          high={12}
          onChange={(capo) => edit((each) => ({ ...each, capo }))}
          describe={(capo) => (capo === 0 ? 'no capo' : `fret ${capo}`)}
        />
        <SelectField
          label="Key of the shapes"
          className="mt-3"
          value={keyText(study.key)}
          hint={
            study.capo > 0
              ? `Sounds in ${withSigns(keyText(heard))} with the capo at ${study.capo}.`
              : 'Without a capo it sounds as it is named.'
          }
          onChange={(event) => chooseKey(event.target.value)}
        >
          {(keys.includes(keyText(study.key)) ? keys : [keyText(study.key), ...keys]).map((key) => (
            <option key={key} value={key}>
              {withSigns(key)}
            </option>
          ))}
        </SelectField>
      </MarginPart>
      <MarginPart title="Feel">
        <Stepper
          label="Tempo, ♩ a minute"
          value={study.tempoBpm}
          low={20}
          high={320}
          onChange={(tempoBpm) => edit((each) => ({ ...each, tempoBpm }))}
        />
        <div className="mt-2">
          <Stepper
            label={`Swing, ${swingWords(study.swingPercent)}`}
            value={study.swingPercent}
            low={50}
            high={80}
            onChange={(swingPercent) => edit((each) => ({ ...each, swingPercent }))}
            describe={swingWords}
          />
        </div>
      </MarginPart>
      <Names />
    </Margin>
  );
}

/** Six notes typed by hand; taken when they can be read and reached. */
function OwnTuning() {
  const { study, edit } = useBench();
  const [typed, setTyped] = useState(study.tuning.pitches.join(' '));
  const parsed = parseTuning(typed);
  const isTaken =
    parsed.ok && openMidiLowToHigh(parsed.value).join() === openMidiLowToHigh(study.tuning).join();
  return (
    <form
      className="mt-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (parsed.ok)
          edit((each) => ({
            ...each,
            tuning: { name: parsed.value.name, pitches: [...parsed.value.pitches] },
          }));
      }}
    >
      <TextField
        label="Notes, string 6 to 1"
        spellCheck={false}
        autoComplete="off"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        error={parsed.ok ? undefined : `${parsed.fault.reason}. ${parsed.fault.remedy}.`}
        hint={
          parsed.ok
            ? isTaken
              ? 'This is the tuning now.'
              : `${withSigns(parsed.value.name)}: ${withSigns(parsed.value.pitches.join(' '))}`
            : undefined
        }
      />
      <Button type="submit" look="solid" className="mt-2" disabled={!parsed.ok || isTaken}>
        Tune to this
      </Button>
    </form>
  );
}

function Names() {
  const { study, edit } = useBench();
  const [title, setTitle] = useState(study.title);
  const [player, setPlayer] = useState(study.player);
  const take = () => {
    const named = title.trim() || study.title;
    if (named !== study.title || player.trim() !== study.player)
      edit((each) => ({ ...each, title: named, player: player.trim() }));
  };
  return (
    <MarginPart title="Names">
      <TextField
        label="Title"
        maxLength={120}
        value={title}
        onChange={(event) => setTitle(event.target.value)}
        onBlur={take}
      />
      <TextField
        label="After which player"
        className="mt-3"
        maxLength={120}
        value={player}
        onChange={(event) => setPlayer(event.target.value)}
        onBlur={take}
      />
    </MarginPart>
  );
}

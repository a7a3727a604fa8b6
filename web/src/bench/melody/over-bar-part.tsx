import { Fold } from '../../ui/fold.tsx';
import {
  numberOfBar,
  dynamicAt,
  dynamicLevels,
  dynamicWords,
  markBar,
  setDynamic,
  type BarMarks,
} from '@jocund/core/score';
import { SelectField } from '../../ui/field.tsx';
import { Stepper } from '../../ui/stepper.tsx';
import { Tick } from '../../ui/tick.tsx';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';

const endingsOf: Readonly<Record<string, readonly number[] | undefined>> = {
  '': undefined,
  '1': [1],
  '2': [2],
  '1 2': [1, 2],
  '3': [3],
};

/** What stands over the bar under the cursor: pickup, repeats and endings, tempo, swing, and how loud from the cursor on. */
export function OverBarPart() {
  const { score, edit, cursor } = useBench();
  const bar = score.bars[cursor.bar];
  if (!bar) return null;
  const set = (marks: BarMarks) => edit((each) => markBar(each, cursor.bar, marks));
  const isOn = (on: boolean): true | undefined => (on ? true : undefined);
  return (
    <MarginPart title="Over the bar" note={`bar ${numberOfBar(score, cursor.bar)}`}>
      <Fold title="Repeats, tempo, loudness">
        {() => (
          <>
            <div className="mt-2 flex flex-col gap-2">
              {cursor.bar === 0 && (
                <Tick
                  label="A pickup: comes before the first full bar"
                  checked={bar.pickup === true}
                  onChange={(on) => set({ pickup: isOn(on) })}
                />
              )}
              <Tick
                label="A repeat begins here"
                checked={bar.repeatStart === true}
                onChange={(on) => set({ repeatStart: isOn(on) })}
              />
              <Stepper
                label="Played up to here, times"
                value={bar.repeatTimes ?? 1}
                low={1}
                high={9}
                onChange={(times) => set({ repeatTimes: times > 1 ? times : undefined })}
              />
              <SelectField
                label="Ending"
                value={bar.endings?.join(' ') ?? ''}
                onChange={({ target }) => {
                  const endings = endingsOf[target.value];
                  set({ endings: endings ? [...endings] : undefined });
                }}
              >
                <option value="">every time through</option>
                <option value="1">first ending</option>
                <option value="2">second ending</option>
                <option value="1 2">first and second ending</option>
                <option value="3">third ending</option>
              </SelectField>
              <Tick
                label="Another tempo from here on"
                checked={bar.tempoBpm !== undefined}
                onChange={(on) => set({ tempoBpm: on ? score.tempoBpm : undefined })}
              />
              {bar.tempoBpm !== undefined && (
                <Stepper
                  label="Quarters a minute"
                  value={bar.tempoBpm}
                  low={20}
                  high={320}
                  onChange={(tempoBpm) => set({ tempoBpm })}
                />
              )}
              <Tick
                label="Another swing from here on"
                checked={bar.swingPercent !== undefined}
                onChange={(on) => set({ swingPercent: on ? score.swingPercent : undefined })}
              />
              {bar.swingPercent !== undefined && (
                <Stepper
                  label="Share before the off-beat, %"
                  value={bar.swingPercent}
                  low={50}
                  high={80}
                  onChange={(swingPercent) => set({ swingPercent })}
                />
              )}
              <Loudness voice="melody" />
              <Loudness voice="thumb" />
            </div>
          </>
        )}
      </Fold>
    </MarginPart>
  );
}

/** How loud a voice is from the cursor on; what is written elsewhere goes on. */
function Loudness({ voice }: { voice: 'thumb' | 'melody' }) {
  const { score, edit, cursor } = useBench();
  const place = { bar: cursor.bar, tick: cursor.tick, voice };
  const written = score.bars[cursor.bar]?.dynamics?.find(
    (each) => each.tick === cursor.tick && each.voice === voice,
  );
  const inForce = dynamicAt(score, cursor.bar, cursor.tick, voice);
  return (
    <SelectField
      label={`${voice === 'melody' ? 'Melody' : 'Thumb'} from the cursor on`}
      value={written?.level ?? ''}
      onChange={({ target }) =>
        edit((each) =>
          setDynamic(
            each,
            place,
            dynamicLevels.find((level) => level === target.value),
          ),
        )
      }
    >
      <option value="">as before: {dynamicWords[inForce]}</option>
      {dynamicLevels.map((level) => (
        <option key={level} value={level}>
          {level}, {dynamicWords[level]}
        </option>
      ))}
    </SelectField>
  );
}

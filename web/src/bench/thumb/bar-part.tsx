import {
  numberOfBar,
  beatAt,
  resetThumb,
  setBarPattern,
  setBeatPattern,
  setMetre,
  setSection,
} from '@jocund/core/score';
import { barPattern, byHand, findPattern } from '@jocund/core/thumb';
import { Button } from '../../ui/button.tsx';
import { SelectField, TextField } from '../../ui/field.tsx';
import { useSay } from '../../ui/toast.tsx';
import { counted } from '../../ui/words.ts';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import { GridChoice } from '../score/grid-choice.tsx';
import { PatternSelect } from './pattern-select.tsx';

const metres = ['2/4', '3/4', '4/4', '5/4', '6/4', '7/4', '6/8', '9/8', '12/8'];

/** The pattern of the bar under the cursor and from the beat under it; its section; its metre; what was changed by hand. */
export function BarPart() {
  const { score, edit, cursor } = useBench();
  const say = useSay();
  const bar = score.bars[cursor.bar];
  if (!bar) return null;
  const chooseMetre = (text: string) => {
    const [beats = 4, unit = 4] = text.split('/').map(Number);
    const changed = setMetre(score, cursor.bar, { beats, unit: unit === 8 ? 8 : 4 });
    if (changed.ok) edit(() => changed.value);
    else say(`Bar ${numberOfBar(score, cursor.bar)}: ${changed.fault.reason}. ${changed.fault.remedy}.`);
  };
  const own = bar.notes.filter(({ voice, byHand: isOwn }) => voice === 'thumb' && isOwn).length;
  const leftOut = bar.leftOut?.length ?? 0;
  const followed = barPattern(score, cursor.bar);
  const beat = beatAt(bar.metre, cursor.tick);
  const metre = `${bar.metre.beats}/${bar.metre.unit}`;
  return (
    <MarginPart
      title={`Bar ${numberOfBar(score, cursor.bar)}`}
      note={findPattern(followed, score.patterns)?.name.split(',')[0] ?? 'by hand'}
    >
      <PatternSelect
        label="Pattern of this bar"
        value={bar.thumbPattern ?? ''}
        inherits="as the section or piece"
        allowsByHand
        hint={bar.thumbPattern === byHand ? 'Strokes stay as written until a pattern is chosen.' : undefined}
        onChange={(pattern) => edit((each) => setBarPattern(each, cursor.bar, pattern || undefined))}
      />
      {(own > 0 || leftOut > 0) && (
        <p className="text-note flex flex-wrap items-center gap-2 pt-2">
          {[
            own > 0 && `${counted(own, 'stroke')} by hand`,
            leftOut > 0 && `${counted(leftOut, 'stroke')} left out`,
          ]
            .filter(Boolean)
            .join(', ')}
          <Button
            look="plain"
            className="text-note"
            onClick={() => edit((each) => resetThumb(each, cursor.bar))}
          >
            Follow the pattern again
          </Button>
        </p>
      )}
      <PatternSelect
        label={`From beat ${Math.round(beat * 100) / 100} on`}
        className="mt-3"
        value={bar.beatPatterns?.find(({ tick }) => tick === cursor.tick)?.pattern ?? ''}
        inherits="as the bar"
        onChange={(pattern) =>
          edit((each) => setBeatPattern(each, cursor.bar, cursor.tick, pattern || undefined))
        }
      />
      <TextField
        label="A section begins here, named"
        className="mt-3"
        value={bar.section?.name ?? ''}
        maxLength={60}
        placeholder="no section begins here"
        onChange={({ target }) =>
          edit((each) =>
            setSection(
              each,
              cursor.bar,
              target.value.trim() === '' ? undefined : { ...bar.section, name: target.value },
            ),
          )
        }
      />
      {bar.section && (
        <PatternSelect
          label={`Pattern of section ${bar.section.name}`}
          className="mt-3"
          value={bar.section.thumbPattern ?? ''}
          inherits="as the piece"
          onChange={(pattern) =>
            edit((each) =>
              setSection(
                each,
                cursor.bar,
                bar.section && { name: bar.section.name, ...(pattern ? { thumbPattern: pattern } : {}) },
              ),
            )
          }
        />
      )}
      <SelectField
        label="Metre of this bar"
        className="mt-3"
        value={metre}
        onChange={({ target }) => chooseMetre(target.value)}
      >
        {[...new Set([...metres, metre])].map((each) => (
          <option key={each}>{each}</option>
        ))}
      </SelectField>
      <div className="mt-3">
        <GridChoice />
      </div>
    </MarginPart>
  );
}

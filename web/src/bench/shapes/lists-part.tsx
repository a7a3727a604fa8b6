import type { StringNumber } from '@jocund/core/instrument';
import { keyText, withoutOctave } from '@jocund/core/pitch';
import { doubleStops, slideTriads } from '@jocund/core/shapes';
import { useState } from 'react';
import { Choice } from '../../ui/choice.tsx';
import { SelectField } from '../../ui/field.tsx';
import { useNames } from '../../ui/use-names.ts';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';

const pairs: readonly (readonly [StringNumber, StringNumber])[] = [
  [2, 1],
  [3, 2],
  [3, 1],
  [4, 3],
  [4, 2],
  [5, 4],
  [5, 3],
  [6, 5],
  [6, 3],
];

/** Double stops of the key by pair of strings, and where a straight slide makes I, IV and V. */
export function ListsPart() {
  const { score } = useBench();
  const shown = useNames();
  const [pair, setPair] = useState('3 2');
  const [steps, setSteps] = useState<'2' | '5'>('2');
  const strings = pairs.find((each) => each.join(' ') === pair) ?? [3, 2];
  const stops = doubleStops(score, score.key, strings, Number(steps));
  const triads = slideTriads(score, score.key);
  const key = shown(keyText(score.key));
  return (
    <>
      <MarginPart title={`Double stops in ${key}`}>
        <SelectField label="Strings" value={pair} onChange={({ target }) => setPair(target.value)}>
          {pairs.map((each) => (
            <option key={each.join(' ')} value={each.join(' ')}>
              strings {each[0]} and {each[1]}
            </option>
          ))}
        </SelectField>
        <div className="mt-2">
          <Choice
            label="Interval"
            value={steps}
            options={[
              { value: '2', label: 'thirds' },
              { value: '5', label: 'sixths' },
            ]}
            onChange={setSteps}
          />
        </div>
        {stops.length === 0 ? (
          <p className="text-note mt-2">None lies under one hand on these strings.</p>
        ) : (
          <table className="mt-2 w-full">
            <thead className="narrow text-note text-left">
              <tr className="border-b border-ink1">
                <th className="font-normal">frets</th>
                <th className="font-normal">sound</th>
                <th className="font-normal">apart</th>
              </tr>
            </thead>
            <tbody>
              {stops.map(({ frets, pitches, interval, degree }) => (
                <tr key={frets.join()} className="border-b border-ink1-22">
                  <td className="figure">
                    {frets[0]}, {frets[1]}
                  </td>
                  <td>
                    {pitches.map((pitch) => shown(withoutOctave(pitch))).join(' ')}
                    <span className="narrow text-note text-ink1-80"> {degree}</span>
                  </td>
                  <td className="narrow text-note">{interval}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </MarginPart>
      <MarginPart title="Under a slide" note="straight, three strings">
        {triads.length === 0 ? (
          <p className="text-note">No three neighbouring strings of this tuning make a major triad.</p>
        ) : (
          <ul>
            {triads.map(({ strings: three, fret, root }) => (
              <li
                key={`${three.join()} ${fret}`}
                className="flex justify-between border-b border-ink1-22 py-0.5"
              >
                <span>
                  <span className="figure">{shown(root)}</span> at fret {fret}
                </span>
                <span className="narrow text-note">strings {three.join(', ')}</span>
              </li>
            ))}
          </ul>
        )}
      </MarginPart>
    </>
  );
}

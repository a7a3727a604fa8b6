import { fingerGrip } from '@jocund/core/hands';
import { highestFret } from '@jocund/core/instrument';
import type { GripFrets } from '@jocund/core/score';
import {
  diminishedPartners,
  fragments,
  moveAcross,
  moveGrip,
  octaveCopies,
  parseFrets,
  type NeighbourGrip,
} from '@jocund/core/shapes';
import { useState } from 'react';
import { EmptyNote } from '../../ui/notice.tsx';
import { useHand } from '../use-check.ts';
import { Stepper } from '../../ui/stepper.tsx';
import { useNames } from '../../ui/use-names.ts';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import type { Draft } from './draft.ts';
import { GripChoice } from './grip-choice.tsx';

interface NearProps {
  readonly frets: GripFrets;
  readonly onTake: (frets: GripFrets) => void;
}

/** What lies beside the grip under the hand: along the neck, across the strings, one fret away, an octave away, and its parts. */
export function NearPart({ start, onTake }: { start: Draft; onTake: (frets: GripFrets) => void }) {
  const { score } = useBench();
  const hand = useHand();
  const parsed = parseFrets(start.frets, highestFret(score));
  if (!parsed.ok)
    return (
      <div className="mt-4">
        <EmptyNote
          title="No grip under the hand"
          text="Write one under Grip, or put the cursor where one is held. Its neighbours are then listed here."
        />
      </div>
    );
  const near = { frets: parsed.value, onTake };
  return (
    <>
      <AlongTheNeck {...near} />
      <AcrossTheStrings {...near} />
      <Neighbours
        title="Diminished partner"
        list={diminishedPartners(score, near.frets, hand, { key: score.key })}
        onTake={onTake}
      />
      <Neighbours
        title="An octave away"
        list={octaveCopies(score, near.frets, hand, { key: score.key })}
        onTake={onTake}
      />
      <Parts {...near} />
    </>
  );
}

function AlongTheNeck({ frets, onTake }: NearProps) {
  const { score } = useBench();
  const shown = useNames();
  const [by, setBy] = useState(2);
  const moved = moveGrip(score, frets, by, { key: score.key });
  return (
    <MarginPart title="Along the neck">
      <Stepper
        label="Frets toward the body"
        value={by}
        low={-12}
        high={12}
        onChange={setBy}
        describe={(steps) => `${Math.abs(steps)} toward the ${steps < 0 ? 'nut' : 'body'}`}
      />
      {moved.ok ? (
        <ul>
          <GripChoice
            frets={moved.value.frets}
            name={moved.value.name.name ? shown(moved.value.name.name) : 'no plain name'}
            note={
              moved.value.foreignOpen.length > 0
                ? `open string ${moved.value.foreignOpen.join(' and ')} does not belong to the shape here`
                : 'every open string belongs'
            }
            onTake={() => onTake(moved.value.frets)}
          />
        </ul>
      ) : (
        <p className="text-note mt-1">
          {moved.fault.reason}. {moved.fault.remedy}.
        </p>
      )}
    </MarginPart>
  );
}

function AcrossTheStrings({ frets, onTake }: NearProps) {
  const { score } = useBench();
  const shown = useNames();
  const ways = [1, -1].flatMap((strings) => {
    const moved = moveAcross(score, frets, strings, { key: score.key });
    return moved.ok ? [{ strings, ...moved.value }] : [];
  });
  if (ways.length === 0) return null;
  return (
    <MarginPart title="Across the strings">
      <ul>
        {ways.map(({ strings, frets: moved, name, corrected, uncorrectedName }) => (
          <GripChoice
            key={strings}
            frets={moved}
            name={name.name ? shown(name.name) : 'no plain name'}
            note={`one string toward string ${strings > 0 ? 1 : 6}${
              uncorrectedName
                ? `; string ${corrected.join(', ')} corrected: the same frets would be ${shown(uncorrectedName)}`
                : ''
            }`}
            onTake={() => onTake(moved)}
          />
        ))}
      </ul>
    </MarginPart>
  );
}

function Neighbours({
  title,
  list,
  onTake,
}: {
  title: string;
  list: readonly NeighbourGrip[];
  onTake: (frets: GripFrets) => void;
}) {
  const shown = useNames();
  if (list.length === 0) return null;
  return (
    <MarginPart title={title}>
      <ul>
        {list.map(({ frets, name, how }) => (
          <GripChoice
            key={frets.join()}
            frets={frets}
            name={name ? shown(name) : 'no plain name'}
            note={how}
            onTake={() => onTake(frets)}
          />
        ))}
      </ul>
    </MarginPart>
  );
}

function Parts({ frets, onTake }: NearProps) {
  const { score } = useBench();
  const shown = useNames();
  const hand = useHand();
  const whole = fingerGrip(frets, score, hand);
  const parts = fragments(score, frets, hand, { key: score.key }, 5);
  if (parts.length === 0) return null;
  return (
    <MarginPart
      title="Parts of it"
      note={whole ? `whole costs ${whole.costMm.toFixed(0)}` : 'no hand holds it whole'}
    >
      <ul>
        {parts.map(({ frets: part, name, how, costMm, fingers }) => (
          <GripChoice
            key={part.join()}
            frets={part}
            fingers={fingers}
            name={name ? shown(name) : 'no plain name'}
            note={`${how}, costs ${costMm.toFixed(0)}`}
            onTake={() => onTake(part)}
          />
        ))}
      </ul>
    </MarginPart>
  );
}

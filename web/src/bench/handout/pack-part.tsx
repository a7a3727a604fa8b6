import { bundleFilePath, type Bundle } from '@jocund/contract';
import type { Rung } from '@jocund/core/grading';
import type { Score } from '@jocund/core/score';
import { useState } from 'react';
import { isBeingPacked, useBundles } from '../../api/bundles.ts';
import { sent } from '../../api/queries.ts';
import { problemOf } from '../../api/problem.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { Tick } from '../../ui/tick.tsx';
import { counted } from '../../ui/words.ts';
import { useBench } from '../bench-context.tsx';
import { MarginPart } from '../margin.tsx';
import { useRungs } from '../studies/rungs-context.tsx';
import { useReader } from '../use-reader.ts';
import type { Also } from './use-also.ts';
import { useHandoutScore } from './use-handout-score.ts';
import { useSheetLook } from './use-sheet-look.ts';

/** This study, all rungs of the ladder, or every piece that stands on the sheet. */
type Packed = 'study' | 'ladder' | 'sheet';

/** Sheet, notes and sound of this study or of the whole ladder, packed on the server into one file to hand out. */
export function PackPart({ also }: { also: Also }) {
  const { score: whole } = useBench();
  const { rungs, chosen } = useRungs();
  const { score } = useHandoutScore();
  const { reader } = useReader();
  const look = useSheetLook();
  const { bundles, make, drop } = useBundles();
  const [of, setOf] = useState<Packed>('study');
  const [sound, setSound] = useState(true);
  if (!chosen || !score) return null;
  const schooled = (each: Score): Score => (reader.school ? { ...each, pickingSchool: reader.school } : each);
  const asStudy = ({ name, score: each, grade }: Pick<Rung, 'name' | 'score' | 'grade'>) => ({
    name,
    score: sent(schooled(each)),
    grade: grade.grade,
  });
  const here = asStudy({ ...chosen, score });
  const others = also.drawn.map(({ score: each, grade }) => ({
    name: each.title,
    score: sent(schooled(each)),
    grade,
  }));
  // What was taken off the sheet meanwhile is not packed.
  const wanted = of === 'sheet' && others.length === 0 ? 'study' : of;
  const packed = {
    study: { title: `${whole.title}, ${chosen.name.toLowerCase()}`, studies: [here] },
    ladder: { title: `${whole.title}, the ladder`, studies: rungs.map(asStudy) },
    sheet: {
      title: `${whole.title} and ${counted(others.length, 'piece')} more`,
      studies: [here, ...others],
    },
  }[wanted];
  const pack = () => make.mutate({ ...packed, look, hand: reader.hand, sound });
  return (
    <MarginPart title="Pack it for a student">
      <Choice
        label="What is packed"
        value={wanted}
        options={[
          { value: 'study', label: 'this study' },
          { value: 'ladder', label: `all ${counted(rungs.length, 'rung')}` },
          ...(others.length > 0
            ? [{ value: 'sheet' as const, label: `the sheet’s ${others.length + 1} pieces` }]
            : []),
        ]}
        onChange={setOf}
      />
      <div className="mt-2">
        <Tick
          label="With sound: slow, full tempo, thumb alone, tune alone"
          checked={sound}
          onChange={setSound}
        />
      </div>
      <div className="mt-2">
        <Button disabled={make.isPending || (wanted === 'sheet' && also.isWorking)} onClick={pack}>
          Pack a zip
        </Button>
      </div>
      {(make.error ?? drop.error) && (
        <p role="alert" className="pt-2 font-semibold">
          {problemOf(
            make.error ?? drop.error,
            'The server cannot be reached: nothing was packed. Try again when you are connected.',
          )}
        </p>
      )}
      {bundles.length > 0 && (
        <ul aria-label="Packed" className="mt-3 flex flex-col">
          {bundles.map((bundle) => (
            <PackedItem key={bundle.id} bundle={bundle} onDrop={() => drop.mutate(bundle.id)} />
          ))}
        </ul>
      )}
      {bundles.some(({ state }) => state === 'done') && (
        <p className="text-note pt-2">Kept for a day. Headphones: begin softly.</p>
      )}
    </MarginPart>
  );
}

function PackedItem({ bundle, onDrop }: { bundle: Bundle; onDrop: () => void }) {
  const { id, title, state, failure } = bundle;
  return (
    <li className="border-t border-ink1-22 py-2">
      <p className="leading-tight font-semibold">{title}</p>
      {isBeingPacked(bundle) && <Progress {...bundle} />}
      {state === 'failed' && <p className="text-note">{failure}</p>}
      <div className="mt-1 flex items-center justify-between gap-2">
        {state === 'done' ? (
          <a href={bundleFilePath(id)} download className="border-b border-ink1 font-semibold">
            Take the zip, {megabytes(bundle.bytes)}
          </a>
        ) : (
          <span className="text-note">{state === 'waiting' ? 'waiting its turn' : ''}</span>
        )}
        <Button look="plain" className="text-note" onClick={onDrop}>
          {isBeingPacked(bundle) ? 'Give it up' : 'Remove'}
        </Button>
      </div>
    </li>
  );
}

function Progress({ filesDone, files, now }: Pick<Bundle, 'filesDone' | 'files' | 'now'>) {
  return (
    <div role="status">
      <div
        role="progressbar"
        aria-label="Files packed"
        aria-valuemin={0}
        aria-valuemax={files}
        aria-valuenow={filesDone}
        className="mt-1.5 h-2 border border-ink1"
      >
        <div className="filled h-full bg-ink1" style={{ width: `${(100 * filesDone) / files}%` }} />
      </div>
      <p className="text-note pt-1">
        {filesDone} of {counted(files, 'file')}
        {now === '' ? '' : `; now ${now}`}
      </p>
    </div>
  );
}

const megabytes = (bytes: number): string =>
  bytes < 100_000 ? `${Math.max(1, Math.round(bytes / 1000))} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`;

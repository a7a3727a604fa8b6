import { fingersText, type FingerMove } from '@jocund/core/hands';
import { numberOfBar, layGrip, beatStarts } from '@jocund/core/score';
import { fretsText, pieceGrips, type PieceChange, type PieceGrip } from '@jocund/core/shapes';
import { withSigns } from '@jocund/core/pitch';
import { useDeferredValue, useMemo } from 'react';
import { GripDrawing } from '../../score-view/grip-drawing.tsx';
import { Button } from '../../ui/button.tsx';
import { EmptyNote } from '../../ui/notice.tsx';
import { useHand } from '../use-check.ts';
import { useNames } from '../../ui/use-names.ts';
import { counted } from '../../ui/words.ts';
import { useBench } from '../bench-context.tsx';

const shownChanges = 3;

/** Every grip of the piece once, most used first, with its fingers; and the changes that cost the hand most. */
export function GripsPage() {
  const bench = useBench();
  // A moment after the edit, so that laying a grip is painted first.
  const score = useDeferredValue(bench.score);
  const hand = useHand();
  const { grips, changes } = useMemo(() => pieceGrips(score, hand), [score, hand]);
  if (grips.length === 0)
    return (
      <div className="mx-4.5 mt-4">
        <EmptyNote
          title="No grip yet"
          text="Type frets in the margin, from string 6 to string 1, and lay the grip on the bar under the cursor. The thumb follows."
        />
      </div>
    );
  return (
    <section aria-label="Grips of the piece" className="mx-4.5 mt-4">
      <div className="flex items-baseline justify-between border-b-[1.5px] border-ink1 pb-1">
        <h2 className="text-lg">{counted(grips.length, 'grip')}, most used first</h2>
        <p className="text-note text-ink1-80">fingers chosen for the whole piece</p>
      </div>
      <ul className="flex flex-wrap gap-x-6 gap-y-3 pt-3">
        {grips.map((each) => (
          <Grip key={fretsText(each.grip.frets)} each={each} />
        ))}
      </ul>
      {changes.length > 0 && (
        <div className="mt-3 border-t border-ink1 pt-2">
          <h3 className="text-base">Hardest changes</h3>
          <ol>
            {changes.slice(0, shownChanges).map((change) => (
              <Change key={`${change.fromBar} ${change.toBar}`} change={change} />
            ))}
          </ol>
        </div>
      )}
    </section>
  );
}

function Grip({ each }: { each: PieceGrip }) {
  const { score, edit, cursor } = useBench();
  const shown = useNames();
  const { grip, name, functionName, uses, firstBar, fingered, otherwise } = each;
  const bar = score.bars[cursor.bar];
  const tick = bar ? (beatStarts(bar.metre).findLast((at) => at <= cursor.tick) ?? 0) : 0;
  const fingers = grip.fingers ?? (fingered ? [...fingered.fingers] : undefined);
  const literal = name ? shown(name) : 'no plain name';
  const text = fretsText(grip.frets);
  return (
    <li className="w-[136px]">
      <p className="flex items-baseline justify-between gap-2">
        <span className="figure text-lg">{grip.functionName ? withSigns(grip.functionName) : literal}</span>
        <span className="figure text-note">{functionName ? shown(functionName) : ''}</span>
      </p>
      <svg viewBox="-16 -10 134 112" width="134" height="112" aria-hidden className="block">
        <GripDrawing
          grip={{
            frets: grip.frets,
            ...(fingers ? { fingers } : {}),
            ...(grip.silent ? { silent: grip.silent } : {}),
          }}
          x={0}
          y={0}
          width={114}
          height={82}
        />
      </svg>
      <p className="narrow text-note leading-tight">
        {text}
        {grip.functionName && name !== grip.functionName ? ` · sounds ${literal}` : ''}
        <br />
        {uses === 1 ? `once, bar ${firstBar}` : `${uses} times, first bar ${firstBar}`}
        {fingered ? ` · ${Math.round(fingered.spanMm)} mm` : ' · no hand holds it'}
      </p>
      {otherwise.map(({ bar: there, fingers: typed }) => (
        <p key={there} className="narrow text-note leading-tight text-ink1-80">
          bar {there}: fingers {fingersText(typed)}, as typed there
        </p>
      ))}
      <Button
        look="plain"
        className="text-note"
        aria-label={`Lay ${text} here`}
        onClick={() => edit((score) => layGrip(score, cursor.bar, { ...grip, tick }))}
      >
        Lay in bar {numberOfBar(score, cursor.bar)}
      </Button>
    </li>
  );
}

/** What one finger does, and several. */
const moveWords: Record<FingerMove['kind'], readonly [string, string]> = {
  stays: ['stays', 'stay'],
  slides: ['slides', 'slide'],
  moves: ['moves', 'move'],
  lands: ['lands', 'land'],
  lifts: ['lifts', 'lift'],
};

/** "1, 2 and 4" */
const joined = (fingers: readonly (number | 'T')[]): string =>
  fingers.length < 2 ? fingers.join('') : `${fingers.slice(0, -1).join(', ')} and ${fingers.at(-1) ?? ''}`;

function Change({ change }: { change: PieceChange }) {
  const shown = useNames();
  const { fromBar, toBar, fromName, toName, times } = change;
  const name = (text: string | null) => (text === null ? 'a grip without a name' : shown(text));
  const by = (kind: FingerMove['kind']) =>
    change.change.moves.filter((move) => move.kind === kind).map(({ finger }) => finger);
  const parts = (['stays', 'slides', 'moves', 'lands', 'lifts'] as const).flatMap((kind) => {
    const fingers = by(kind);
    return fingers.length > 0 ? [`${joined(fingers)} ${moveWords[kind][fingers.length > 1 ? 1 : 0]}`] : [];
  });
  return (
    <li className="grid items-baseline gap-x-4 border-b border-ink1-40 py-1.5 sm:grid-cols-[minmax(9rem,auto)_1fr_auto]">
      <span>
        <span className="figure">
          {name(fromName)} to {name(toName)}
        </span>{' '}
        <span className="narrow text-note text-ink1-80">
          bar {fromBar === toBar ? fromBar : `${fromBar} to ${toBar}`}
          {times > 1 ? `, ${times} times` : ''}
        </span>
      </span>
      <span className="text-note">fingers: {parts.join('; ')}</span>
      <span className="text-note whitespace-nowrap">
        travel <span className="figure">{Math.round(change.change.travelMm)}</span> mm
      </span>
    </li>
  );
}

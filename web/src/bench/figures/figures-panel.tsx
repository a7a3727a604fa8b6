import { findFigures, type Figure } from '@jocund/core/figures';
import { barChords } from '@jocund/core/form';
import { numberOfBar } from '@jocund/core/score';
import { useEffect, useEffectEvent, useMemo, useRef, useState } from 'react';
import { useDrawer } from '../../api/figures.ts';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { EmptyNote, ErrorNote } from '../../ui/notice.tsx';
import { isTyping } from '../../ui/text-fields.ts';
import { useSay } from '../../ui/toast.tsx';
import { useNames } from '../../ui/use-names.ts';
import { usePlainKey } from '../../ui/use-plain-key.ts';
import { counted } from '../../ui/words.ts';
import { newId } from '../../work/new-id.ts';
import { useBench } from '../bench-context.tsx';
import { FigureList } from './figure-list.tsx';
import { FigureSearch, nothingAsked, queryOf, type Asked } from './figure-search.tsx';
import { KeepFigure } from './keep-figure.tsx';
import { MoveChoice, moveOf, problemOf, usualText, type MoveAsked } from './move-choice.tsx';
import { PoolPart } from './pool-part.tsx';
import { useMadeFigures, type Source } from './use-made-figures.ts';
import { usePreview, type Preview } from '../use-preview.ts';
import { useWays, type FoundWays } from './use-ways.ts';
import { useLay, WaysList } from './ways-list.tsx';

const sources: readonly { readonly value: Source; readonly label: string }[] = [
  { value: 'drawer', label: 'The drawer' },
  { value: 'turnarounds', label: 'Turnarounds' },
  { value: 'walks', label: 'Walks' },
];

/** Figures beside the piece: from the drawer, or made for the bar that is chosen; with the ways to play one there. */
export function FiguresPanel({
  chosen,
  onChoose,
}: {
  chosen: Figure | undefined;
  onChoose: (figure: Figure | undefined) => void;
}) {
  const { score, cursor } = useBench();
  const drawer = useDrawer();
  const say = useSay();
  const [source, setSource] = useState<Source>('drawer');
  const [asked, setAsked] = useState<Asked>(nothingAsked);
  const [isCutting, setCutting] = useState(false);
  const [pool, setPool] = useState<readonly Figure[]>([]);
  const made = useMadeFigures(source, cursor.bar);
  const preview = usePreview();
  const found = useMemo(
    () =>
      source === 'drawer' ? findFigures(drawer.figures, queryOf(asked, score.tuning.pitches)) : made.figures,
    [source, drawer.figures, asked, score.tuning.pitches, made.figures],
  );
  const figure = found.find(({ id }) => id === chosen?.id) ?? found[0];
  const keep = (each: Figure) =>
    drawer.keep({ ...each, id: newId() }, (problem) =>
      say(problem ?? `“${each.score.title}” is in the drawer.`),
    );
  return (
    <div className="mx-4.5 grid gap-6 pt-2 pb-6 md:grid-cols-[300px_1fr]">
      <div>
        <div className="flex items-center justify-between gap-2 pb-2">
          <Choice label="Figures from" value={source} options={sources} onChange={setSource} />
        </div>
        {source === 'drawer' && <FigureSearch asked={asked} onChange={setAsked} />}
        <p className="text-note flex items-baseline justify-between pb-1" role="status">
          <span>{listWords(source, drawer.state, made.isWorking, found.length)}</span>
          {source === 'drawer' && (
            <Button
              look="plain"
              className="text-note"
              aria-expanded={isCutting}
              onClick={() => setCutting(!isCutting)}
            >
              Keep one from this piece
            </Button>
          )}
        </p>
        {isCutting && source === 'drawer' && <KeepFigure onKeep={keep} onDone={() => setCutting(false)} />}
        {source === 'drawer' && drawer.state === 'failed' && (
          <ErrorNote
            title="The drawer could not be opened"
            text="The server cannot be reached. The piece is not touched."
            actions={[{ label: 'Try again', act: drawer.retry }]}
          />
        )}
        {drawer.unreadable > 0 && source === 'drawer' && (
          <p className="text-note">{counted(drawer.unreadable, 'figure')} in it cannot be read any more.</p>
        )}
        {found.length > 0 && <FigureList figures={found} chosen={figure} onChoose={onChoose} />}
        <PoolPart pool={pool} onRemove={(figure) => setPool(pool.filter((each) => each.id !== figure.id))} />
      </div>
      {figure ? (
        <Chosen
          key={figure.id}
          figure={figure}
          preview={preview}
          onKeep={keep}
          isInPool={pool.some(({ id }) => id === figure.id)}
          onPool={() => setPool([...pool, figure])}
          {...(source === 'drawer'
            ? {
                onDrop: () =>
                  drawer.drop(figure.id, (problem) =>
                    say(problem ?? `“${figure.score.title}” is out of the drawer.`, () => keep(figure)),
                  ),
              }
            : {})}
        />
      ) : (
        drawer.state === 'ready' &&
        !made.isWorking && <EmptyNote title="No such figure" text={emptyWords(source)} />
      )}
    </div>
  );
}

interface ChosenProps {
  readonly figure: Figure;
  readonly preview: Preview;
  readonly onKeep: (figure: Figure) => void;
  readonly isInPool: boolean;
  readonly onPool: () => void;
  /** Only what is in the drawer can be taken out. */
  readonly onDrop?: () => void;
}

function Chosen({ figure, preview, onKeep, isInPool, onPool, onDrop }: ChosenProps) {
  const { score, cursor } = useBench();
  const shown = useNames();
  const [asked, setAsked] = useState<MoveAsked>({ kind: 'here', text: usualText('here') });
  const move = useMemo(() => moveOf(asked, figure, score, cursor.bar), [asked, figure, score, cursor.bar]);
  const ways = useWays(figure, move);
  const chord = barChords(score, cursor.bar)[0]?.name;
  useLayKey(ways);
  return (
    <section aria-label={figure.score.title}>
      <h3 className="text-lg">
        {figure.score.title}{' '}
        <span className="text-note font-normal">
          for bar {numberOfBar(score, cursor.bar)}
          {chord ? `, ${shown(chord)}` : ''}
        </span>
      </h3>
      <div className="py-2">
        <MoveChoice asked={asked} problem={problemOf(move)} onChange={setAsked} />
      </div>
      <p role="status" className="text-note min-h-5">
        {ways.state === 'working' ? 'trying it on the neck' : ''}
      </p>
      {ways.state === 'failed' && (
        <ErrorNote
          title="The ways could not be worked out"
          text="The piece is as it was. Choose the figure again."
        />
      )}
      {ways.found && (
        <WaysList
          ways={ways.found}
          bar={cursor.bar}
          canLay={ways.isCurrent}
          heard={preview.heard}
          onHear={preview.toggle}
          onKeep={onKeep}
        />
      )}
      <p className="flex flex-wrap gap-x-5 gap-y-1 pt-4">
        <Button look="plain" className="text-note" disabled={isInPool} onClick={onPool}>
          {isInPool ? 'It is in the pool' : `Put “${figure.score.title}” into the pool`}
        </Button>
        {onDrop && (
          <Button look="plain" className="text-note" onClick={onDrop}>
            Take “{figure.score.title}” out of the drawer
          </Button>
        )}
      </p>
    </section>
  );
}

/** F lays the first way, from anywhere on the stage; pressed while the ways are worked out, as soon as they are there. */
function useLayKey({ found, isCurrent }: FoundWays): void {
  const { cursor } = useBench();
  const lay = useLay();
  const wantedBar = useRef<number | undefined>(undefined);
  const layWanted = () => {
    if (!isCurrent) return;
    const best = found?.[0];
    if (best && wantedBar.current === cursor.bar) lay(best.figure, cursor.bar);
    wantedBar.current = undefined;
  };
  usePlainKey((event) => {
    if (event.key.toLowerCase() !== 'f' || isTyping(event.target)) return;
    wantedBar.current = cursor.bar;
    layWanted();
  });
  const onFound = useEffectEvent(layWanted);
  useEffect(() => onFound(), [isCurrent]);
}

function listWords(
  source: Source,
  state: 'loading' | 'failed' | 'ready',
  isWorking: boolean,
  count: number,
): string {
  if (source !== 'drawer') return isWorking ? 'making them for this bar' : counted(count, 'figure');
  return state === 'loading' ? 'opening the drawer' : counted(count, 'figure');
}

const emptyWords = (source: Source): string =>
  source === 'walks'
    ? 'A walk needs a grip in this bar and another in the next. Choose a bar before a change of chord.'
    : source === 'turnarounds'
      ? 'They take two bars of four quarters, and grips for I and V7 that a hand can hold in this tuning.'
      : 'Ask for less, or keep one from this piece.';

import { commentAt, numberOfBar, scoreLimits, setComment } from '@jocund/core/score';
import { Button } from '../../ui/button.tsx';
import { useSay } from '../../ui/toast.tsx';
import { useBench } from '../bench-context.tsx';
import { useListen } from './listen-context.tsx';
import { tenth, usePlace } from './use-place.ts';

/** The words that lie beside the recording at its place, and a way to say them on the bar they are said in. */
export function CaptionsLine() {
  const { score, edit, undo } = useBench();
  const { listening, grid, bars } = useListen();
  const placeS = usePlace(tenth);
  const say = useSay();
  if (listening.captions.length === 0) return null;
  const caption = listening.captions.findLast(({ fromS }) => fromS <= placeS + 0.05);
  const isSaid = caption !== undefined && caption.toS > placeS;
  // What is said before the first bar is said of it.
  const saidAtS = caption && grid && Math.max(caption.fromS, grid.timeOf(0, 0)) + 0.05;
  const played = saidAtS === undefined ? undefined : grid?.placeAt(saidAtS)?.bar;
  const bar = played === undefined ? undefined : bars.writtenOf(played);
  const keep = () => {
    if (!caption || bar === undefined) return;
    const at = { on: 'bar', bar } as const;
    const before = commentAt(score, at);
    const text = [before?.do, caption.words].filter(Boolean).join(' ').slice(0, scoreLimits.commentLength);
    edit((each) => setComment(each, at, { ...before, do: text }));
    say(`It stands as a comment on bar ${numberOfBar(score, bar)}.`, undo);
  };
  return (
    <p className="mx-4.5 mt-1 flex min-h-7 items-baseline gap-3">
      <em className="font-serif">{isSaid ? caption.words : ''}</em>
      {isSaid && bar !== undefined && bar < score.bars.length && (
        <Button look="plain" onClick={keep}>
          As a comment on bar {numberOfBar(score, bar)}
        </Button>
      )}
    </p>
  );
}

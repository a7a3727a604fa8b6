import { judgeFingers, type Hand } from '@jocund/core/hands';
import type { Score } from '@jocund/core/score';
import { QueryMark } from '../../ui/query-mark.tsx';
import type { ReadDraft } from './draft.ts';

const everyFinger = [1, 2, 3, 4] as const;

/** What the hand pays for the grip, in millimetres and why; which fingers stay free; what cannot be held. */
export function HandFacts({ read, score, hand }: { read: ReadDraft; score: Score; hand: Hand }) {
  const { frets, fingered, ownFingers } = read;
  if (!frets) return null;
  if (!fingered) {
    const broken = ownFingers
      ? judgeFingers(frets, ownFingers, score, hand).illegal.map(({ message }) => message)
      : [];
    return (
      <p className="text-note mt-2 flex items-start gap-1.5" role="status">
        <QueryMark />
        <span>
          {broken.length > 0
            ? `These fingers cannot hold it: ${broken.slice(0, 2).join('; ')}.`
            : 'No hand of this size can hold it. Leave out a string, or move it along the neck.'}
        </span>
      </p>
    );
  }
  const used = new Set(fingered.fingers);
  const free = [
    ...everyFinger.filter((finger) => !used.has(finger)),
    ...(hand.thumbOver && !used.has('T') ? ['T'] : []),
  ];
  return (
    <dl className="text-note mt-2 grid grid-cols-[auto_1fr] gap-x-3">
      <dt>span</dt>
      <dd>
        <span className="figure">{Math.round(fingered.spanMm)}</span> mm
      </dd>
      <dt>costs</dt>
      <dd>
        <span className="figure">{fingered.costMm.toFixed(0)}</span>{' '}
        <span className="narrow text-ink1-80">
          {fingered.terms.map(({ name, mm }) => `${name} ${mm.toFixed(0)}`).join(', ')}
        </span>
      </dd>
      <dt>free</dt>
      <dd>{free.length === 0 ? 'no finger' : `fingers ${free.join(', ')}`}</dd>
    </dl>
  );
}

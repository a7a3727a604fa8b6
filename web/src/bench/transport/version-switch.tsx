import type { Score } from '@jocund/core/score';
import { useEffect, useEffectEvent } from 'react';
import type { LoopBars } from '../../sound/render-messages.ts';
import { isTyping } from '../../ui/text-fields.ts';
import type { Transport } from './use-transport.ts';

/** Two stretches that are heard against each other: of this piece, or of other scores. */
export interface Versions {
  readonly a: Version;
  readonly b: Version;
}

interface Version extends LoopBars {
  readonly name: string;
  readonly score: Score;
}

/** Loops one of two versions; the key A or B goes to the same bars of the other while it plays. */
export function VersionSwitch({
  versions,
  transport,
  bar,
}: {
  versions: Versions;
  transport: Transport;
  bar: number;
}) {
  const { loop, score, hear: play } = transport;
  const isHeard = (which: 'a' | 'b') =>
    versions[which].score === score && holds(versions[which], loop?.fromBar ?? bar);
  const heard = isHeard('b') ? 'b' : isHeard('a') ? 'a' : undefined;
  const hear = (which: 'a' | 'b') => {
    const [from, to] = [versions[which === 'a' ? 'b' : 'a'], versions[which]];
    const isAtFrom = loop && score === from.score && holds(from, loop.fromBar);
    play({ score: to.score, loop: isAtFrom ? sameBars(loop, from, to) : loopOf(to) });
  };
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    const key = event.key.toLowerCase();
    if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
    if (key === 'a' || key === 'b') hear(key);
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => onKey(event);
    addEventListener('keydown', listen);
    return () => removeEventListener('keydown', listen);
  }, []);
  return (
    <div role="group" aria-label="Version heard in the loop" className="flex border border-paper">
      {(['a', 'b'] as const).map((which) => (
        <button
          key={which}
          type="button"
          aria-pressed={heard === which}
          aria-keyshortcuts={which.toUpperCase()}
          className={`narrow flex h-9 items-center gap-1.5 px-2 font-semibold ${heard === which ? 'bg-paper text-ink1' : 'hover:bg-ink1-80'}`}
          onClick={() => hear(which)}
        >
          <span className="figure">{which.toUpperCase()}</span> {versions[which].name}
        </button>
      ))}
    </div>
  );
}

const holds = ({ fromBar, toBar }: LoopBars, bar: number): boolean => fromBar <= bar && bar <= toBar;
const loopOf = ({ fromBar, toBar }: LoopBars): LoopBars => ({ fromBar, toBar });

/** The bars of another version that stand where a loop does. */
function sameBars(loop: LoopBars, from: LoopBars, to: LoopBars): LoopBars {
  const move = (bar: number) => Math.min(to.toBar, Math.max(to.fromBar, bar - from.fromBar + to.fromBar));
  return { fromBar: move(loop.fromBar), toBar: move(loop.toBar) };
}

import type { Score } from '@jocund/core/score';
import type { LoopBars } from '../../sound/render-messages.ts';
import { isTyping } from '../../ui/text-fields.ts';
import { usePlainKey } from '../../ui/use-plain-key.ts';
import type { Transport } from './use-transport.ts';

/** Two stretches that are heard against each other: of this piece, or of other scores. */
export interface Versions {
  readonly a: Version;
  readonly b: Version;
  /** Whether they can be heard at once: two guitars. */
  readonly canBeTogether: boolean;
}

interface Version extends LoopBars {
  readonly name: string;
  readonly score: Score;
}

/** Loops one of two versions; the key A or B goes to the same bars of the other while it plays. Two guitars are heard together by the key T. */
export function VersionSwitch({
  versions,
  transport,
  bar,
}: {
  versions: Versions;
  transport: Transport;
  bar: number;
}) {
  const { loop, score, partner, hear: play } = transport;
  const isHeard = (which: 'a' | 'b') =>
    !partner && versions[which].score === score && holds(versions[which], loop?.fromBar ?? bar);
  const heard = partner ? 'both' : isHeard('b') ? 'b' : isHeard('a') ? 'a' : undefined;
  const hear = (which: 'a' | 'b') => {
    const [from, to] = [versions[which === 'a' ? 'b' : 'a'], versions[which]];
    const isAtFrom = loop && score === from.score && holds(from, loop.fromBar);
    play({ score: to.score, loop: isAtFrom ? sameBars(loop, from, to) : loopOf(to) });
  };
  const hearBoth = () => {
    const { a, b } = versions;
    const here =
      loop && (score === a.score ? sameBars(loop, a, b) : holds(b, loop.fromBar) ? loop : undefined);
    play({ score: b.score, partner: a.score, loop: here ?? loopOf(b) });
  };
  usePlainKey((event) => {
    const key = event.key.toLowerCase();
    if (isTyping(event.target)) return;
    if (key === 'a' || key === 'b') hear(key);
    else if (key === 't' && versions.canBeTogether) hearBoth();
  });
  return (
    <div role="group" aria-label="Version heard in the loop" className="flex border border-paper">
      {(['a', 'b'] as const).map((which) => (
        <button
          key={which}
          type="button"
          aria-pressed={heard === which}
          aria-keyshortcuts={which.toUpperCase()}
          className={switchLook(heard === which)}
          onClick={() => hear(which)}
        >
          <span className="figure">{which.toUpperCase()}</span>{' '}
          <span className="max-w-28 truncate" title={versions[which].name}>
            {versions[which].name}
          </span>
        </button>
      ))}
      {versions.canBeTogether && (
        <button
          type="button"
          aria-pressed={heard === 'both'}
          aria-keyshortcuts="T"
          className={switchLook(heard === 'both')}
          onClick={hearBoth}
        >
          <span className="figure">T</span> together
        </button>
      )}
    </div>
  );
}

const switchLook = (isOn: boolean): string =>
  `narrow flex h-9 items-center gap-1.5 px-2 font-semibold ${isOn ? 'bg-paper text-ink1' : 'hover:bg-ink1-80'}`;

const holds = ({ fromBar, toBar }: LoopBars, bar: number): boolean => fromBar <= bar && bar <= toBar;
const loopOf = ({ fromBar, toBar }: LoopBars): LoopBars => ({ fromBar, toBar });

/** The bars of another version that stand where a loop does. */
function sameBars(loop: LoopBars, from: LoopBars, to: LoopBars): LoopBars {
  const move = (bar: number) => Math.min(to.toBar, Math.max(to.fromBar, bar - from.fromBar + to.fromBar));
  return { fromBar: move(loop.fromBar), toBar: move(loop.toBar) };
}

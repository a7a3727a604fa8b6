import type { Loss } from '@jocund/core/grading';

const rows = [
  { part: 'tune', name: 'the tune' },
  { part: 'harmony', name: 'the harmony' },
  { part: 'bass', name: 'the bass' },
  { part: 'style', name: 'the style' },
] as const;

/** What stays of the music, in four parts and in all: a bar as long as what is kept, the rest dashed. */
export const LossBars = ({ loss }: { loss: Loss }) => (
  <dl className="grid grid-cols-[7rem_1fr_4.5rem] items-center gap-x-3 gap-y-1 self-end">
    {rows.map(({ part, name }) => (
      <KeptRow key={part} name={name} kept={1 - loss[part]} />
    ))}
    <KeptRow name="in all" kept={1 - loss.total} isSum />
  </dl>
);

const KeptRow = ({ name, kept, isSum = false }: { name: string; kept: number; isSum?: boolean }) => (
  <>
    <dt className={`text-note ${isSum ? 'border-t border-ink1 pt-1 font-semibold' : ''}`}>{name}</dt>
    <dd aria-hidden className={isSum ? 'border-t border-ink1 pt-1' : ''}>
      <span className="block h-3 border border-dashed border-ink1">
        <span className="filled block h-full bg-ink1" style={{ width: `${100 * kept}%` }} />
      </span>
    </dd>
    <dd className={`text-note text-right ${isSum ? 'border-t border-ink1 pt-1 font-semibold' : ''}`}>
      {Math.round(100 * kept)} % kept
    </dd>
  </>
);

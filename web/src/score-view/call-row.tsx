import { xOfTick, type BarLayout } from '@jocund/core/engraving';
import type { CallEntry } from '@jocund/core/directions';
import { barTicks, beatTicks, countAt, type Bar } from '@jocund/core/score';
import { gutter, rows } from './geometry.ts';

interface CallRowProps {
  readonly bar: Bar;
  readonly layout: BarLayout;
  readonly entries: readonly CallEntry[];
  /** Tick that sounds now, if the playhead is in this bar. */
  readonly playingTick: number | undefined;
}

/** What the teacher says, each word on its note's x, and the count below it. */
export function CallRow({ bar, layout, entries, playingTick }: CallRowProps) {
  const x = (tick: number) => gutter + xOfTick(layout, tick);
  const crowds = (other: CallEntry | undefined, entry: CallEntry) =>
    other !== undefined &&
    Math.abs(x(other.tick) - x(entry.tick)) < (verbWidth(other) + verbWidth(entry)) / 2 + 5;
  /** Between the beats there is no room for "hammer": its letter stands there instead, as on the slur. */
  const isShort = (entry: CallEntry, index: number) =>
    entry.voice === 'melody' &&
    entry.verb !== '' &&
    (crowds(entries[index - 1], entry) || crowds(entries[index + 1], entry));
  const said = new Map(entries.map((entry) => [entry.tick, entry]));
  return (
    <g textAnchor="middle">
      {entries.map((entry, index) => (
        <g key={entry.tick}>
          {entry.tick === playingTick && (
            <rect
              x={x(entry.tick) - 18.5}
              y={rows.callTop + 1}
              width="37"
              height={rows.callBottom - rows.callTop - 1}
              fill="var(--color-brass)"
            />
          )}
          <VerbText entry={entry} x={x(entry.tick)} isShort={isShort(entry, index)} />
          <CallDigits entry={entry} x={x(entry.tick)} onBrass={entry.tick === playingTick} />
        </g>
      ))}
      {countedTicks(bar).map((tick) => {
        const entry = said.get(tick);
        const melodyOnly = entry?.voice === 'melody';
        return (
          <text
            key={tick}
            x={x(tick)}
            y={rows.countBase}
            fontSize="12.5"
            fontWeight={entry ? 700 : 400}
            fill={
              melodyOnly ? 'var(--color-ink2-deep)' : entry ? 'var(--color-ink1)' : 'var(--color-ink1-65)'
            }
          >
            {countAt(bar.metre, tick)}
          </text>
        );
      })}
    </g>
  );
}

const verbWidth = ({ verb, voice }: CallEntry): number => verb.length * (voice === 'both' ? 7 : 6.4);

const VerbText = ({ entry, x, isShort }: { entry: CallEntry; x: number; isShort: boolean }) =>
  isShort ? (
    <text
      x={x}
      y={rows.verbBase}
      fontSize="14"
      fontStyle="italic"
      fontWeight="600"
      fill="var(--color-ink2-deep)"
    >
      {entry.verb.slice(0, 1)}
    </text>
  ) : (
    <text
      x={x}
      y={rows.verbBase}
      fontSize="14.5"
      className="narrow"
      fontWeight={entry.voice === 'both' ? 700 : 400}
      fill="var(--color-ink1)"
    >
      {entry.verb}
    </text>
  );

/** A brush names the strings it goes from and to; strings struck apart are joined by a plus. */
const thumbDigits = ({ verb, thumbStrings }: CallEntry): string =>
  verb === 'brush' && thumbStrings.length > 2
    ? `${thumbStrings[0] ?? ''}–${thumbStrings.at(-1) ?? ''}`
    : thumbStrings.join('+');

/** Thumb strings upright, melody strings italic and red, joined by a plus when they are struck together. */
const CallDigits = ({ entry, x, onBrass }: { entry: CallEntry; x: number; onBrass: boolean }) => (
  <text x={x} y={rows.digitBase} fontSize="20" fontWeight="700" className="narrow">
    <tspan fill="var(--color-ink1)">{thumbDigits(entry)}</tspan>
    {entry.voice === 'both' && (
      <tspan fontSize="14" fill="var(--color-ink1)">
        +
      </tspan>
    )}
    <tspan fontStyle="italic" fill={onBrass ? 'var(--color-ink2-deep)' : 'var(--color-ink2)'}>
      {entry.melodyStrings.join('+')}
    </tspan>
  </text>
);

/** Beats and their halves, and whatever else is played; a silent "&" gives way to a triplet in its beat. */
function countedTicks(bar: Bar): number[] {
  const played = [...new Set(bar.notes.filter(({ tied }) => !tied).map(({ tick }) => tick))];
  const step = 480;
  const usual = Array.from({ length: Math.ceil(barTicks(bar.metre) / step) }, (_, index) => index * step);
  const beat = beatTicks(bar.metre);
  const isCrowded = (tick: number) =>
    played.some(
      (other) =>
        other !== tick &&
        Math.floor(other / beat) === Math.floor(tick / beat) &&
        Math.abs(other - tick) < 240,
    );
  return [
    ...new Set([...played, ...usual.filter((tick) => played.includes(tick) || !isCrowded(tick))]),
  ].filter((tick) => countAt(bar.metre, tick) !== '');
}

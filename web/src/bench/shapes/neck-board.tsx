import { highestFret } from '@jocund/core/instrument';
import { pressesOf } from '@jocund/core/hands';
import type { GripFrets, PlacedGrip, Score } from '@jocund/core/score';
import { pressedRange } from '@jocund/core/shapes';
import { useState, type KeyboardEvent } from 'react';
import { stringWidth } from '@jocund/core/engraving';
import { useSettings } from '../../ui/settings.ts';

interface NeckBoardProps {
  readonly score: Score;
  readonly frets: GripFrets;
  readonly fingers: PlacedGrip['fingers'];
  readonly silent: readonly number[];
  readonly onFret: (string: number, fret: number | null) => void;
  /** Lays a finger on a string, at a fret where it is not pressed yet. */
  readonly onFinger: (string: number, finger: 1 | 2 | 3 | 4 | 'T', fret: number) => void;
  readonly onSilent: (string: number) => void;
}

const shownFrets = 5;
const width = 246;
const left = 26;
const column = (width - left - 4) / shownFrets;
const gap = 23;
const top = 14;

/** Five frets of the neck to write a grip on: arrows move, digits and T lay fingers, 0 opens, X mutes, S holds silently. */
export function NeckBoard({ score, frets, fingers, silent, onFret, onFinger, onSilent }: NeckBoardProps) {
  const [{ leftHanded }] = useSettings();
  const range = pressedRange(frets);
  const last = highestFret(score);
  const [place, setPlace] = useState({ string: 6, fret: range?.lowest ?? 1 });
  const [low, setLow] = useState(range && range.highest > shownFrets ? Math.max(1, range.lowest) : 1);
  const first = Math.min(
    Math.max(low, range && range.highest >= low + shownFrets ? range.lowest : low),
    last - shownFrets + 1,
  );
  const x = (fromNut: number) => (leftHanded ? width - fromNut : fromNut);
  const fretX = (fret: number) => x(left + (fret - first + 0.5) * column);
  const y = (string: number) => top + (string - 1) * gap;

  const go = (string: number, fret: number) => {
    const next = { string: Math.min(6, Math.max(1, string)), fret: Math.min(last, Math.max(0, fret)) };
    setPlace(next);
    if (next.fret > 0) setLow(Math.min(Math.max(low, next.fret - shownFrets + 1), next.fret));
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const { string, fret } = place;
    const toBody = leftHanded ? -1 : 1;
    const key = event.key.toLowerCase();
    if (key === 'arrowup') go(string - 1, fret);
    else if (key === 'arrowdown') go(string + 1, fret);
    else if (key === 'arrowright') go(string, fret + toBody);
    else if (key === 'arrowleft') go(string, fret - toBody);
    else if (key === 'enter' || key === ' ') toggle(string, fret);
    else if (/^[1-4t]$/.test(key)) {
      onFinger(string, key === 't' ? 'T' : (Number(key) as 1 | 2 | 3 | 4), fret);
    } else if (key === '0') onFret(string, 0);
    else if (key === 'x') onFret(string, null);
    else if (key === 's') onSilent(string);
    else return;
    event.preventDefault();
  };
  const toggle = (string: number, fret: number) =>
    onFret(string, frets[6 - string] === fret ? (fret === 0 ? null : 0) : fret);

  const held = fingers ? pressesOf(frets, fingers).filter(({ strings }) => strings.length > 1) : [];
  const state = frets[6 - place.string];
  const words = `string ${place.string}, ${place.fret === 0 ? 'open' : `fret ${place.fret}`}; it is ${state === null || state === undefined ? 'not played' : state === 0 ? 'open' : `pressed at ${state}`}`;
  return (
    <div
      role="application"
      tabIndex={0}
      aria-label="Neck. Arrows move, 1 to 4 and T lay fingers, 0 opens, X mutes, S holds silently, Enter presses."
      onKeyDown={onKeyDown}
      className="mt-3 border border-ink1-40 bg-white"
    >
      <p className="sr-only" aria-live="polite">
        {words}
      </p>
      <svg viewBox={`0 0 ${width} ${top + 5 * gap + 26}`} className="block w-full" aria-hidden>
        {Array.from({ length: shownFrets + 1 }, (_, index) => (
          <line
            key={index}
            x1={x(left + index * column)}
            x2={x(left + index * column)}
            y1={top}
            y2={y(6)}
            stroke={index === 0 && first === 1 ? 'var(--color-ink1)' : 'var(--color-ink1-40)'}
            strokeWidth={index === 0 && first === 1 ? 3.5 : 1}
          />
        ))}
        {[1, 2, 3, 4, 5, 6].map((string) => (
          <line
            key={string}
            x1={x(left)}
            x2={x(width - 4)}
            y1={y(string)}
            y2={y(string)}
            stroke="var(--color-ink1-65)"
            strokeWidth={stringWidth(string as 1)}
          />
        ))}
        {Array.from({ length: shownFrets }, (_, index) => (
          <text
            key={index}
            x={fretX(first + index)}
            y={y(6) + 21}
            fontSize="13"
            textAnchor="middle"
            fill="var(--color-ink1)"
          >
            {first + index}
          </text>
        ))}
        {held.map(({ finger, fret, strings, kind }) => (
          <line
            key={`${finger} ${fret}`}
            x1={fretX(fret)}
            x2={fretX(fret)}
            y1={y(strings.at(-1) ?? 1)}
            y2={y(strings[0] ?? 1)}
            stroke="var(--color-over)"
            strokeWidth={kind === 'pair' ? 5 : 8}
            strokeLinecap="round"
          />
        ))}
        {frets.map((fret, index) => {
          const string = 6 - index;
          if (fret !== null && fret > 0 && (fret < first || fret >= first + shownFrets)) return null;
          return (
            <Hold
              key={string}
              string={string}
              fret={fret}
              finger={fingers?.[index] ?? undefined}
              isSilent={silent.includes(string)}
              x={fret === null || fret === 0 ? x(left - 13) : fretX(fret)}
              y={y(string)}
            />
          );
        })}
        <rect
          x={(place.fret === 0 ? x(left - 13) : fretX(place.fret)) - 12}
          y={y(place.string) - 11.5}
          width={24}
          height={23}
          fill="none"
          stroke="var(--color-ink1)"
          strokeWidth="2"
          strokeDasharray="3 2"
        />
        {[1, 2, 3, 4, 5, 6].flatMap((string) =>
          Array.from({ length: shownFrets + 1 }, (_, index) => {
            const fret = index === 0 ? 0 : first + index - 1;
            return (
              <rect
                key={`${string} ${index}`}
                x={(fret === 0 ? x(left - 13) : fretX(fret)) - (fret === 0 ? 12 : column / 2)}
                y={y(string) - gap / 2}
                width={fret === 0 ? 24 : column}
                height={gap}
                fill="transparent"
                className="cursor-pointer"
                onClick={() => {
                  setPlace({ string, fret });
                  toggle(string, fret);
                }}
              />
            );
          }),
        )}
      </svg>
    </div>
  );
}

function Hold({
  string,
  fret,
  finger,
  isSilent,
  x,
  y,
}: {
  string: number;
  fret: number | null;
  finger: number | 'T' | undefined;
  isSilent: boolean;
  x: number;
  y: number;
}) {
  const isMelody = string <= 3;
  const ink = isMelody ? 'var(--color-ink2)' : 'var(--color-ink1)';
  if (fret === null)
    return <path d={`M${x - 4} ${y - 4} l8 8 m0 -8 l-8 8`} stroke="var(--color-ink1)" strokeWidth="1.4" />;
  const size = fret === 0 ? 4.5 : 9.5;
  const isHollow = isMelody || isSilent;
  const shape = {
    fill: isHollow ? 'var(--color-white)' : ink,
    stroke: ink,
    strokeWidth: 1.8,
    ...(isSilent ? { strokeDasharray: '3 2' } : {}),
  };
  return (
    <g>
      {isMelody ? (
        <circle cx={x} cy={y} r={size} {...shape} />
      ) : (
        <rect x={x - size} y={y - size} width={2 * size} height={2 * size} {...shape} />
      )}
      {fret > 0 && finger !== undefined && (
        <text
          x={x}
          y={y + 5}
          fontSize="14"
          fontWeight="700"
          textAnchor="middle"
          fill={isHollow ? (isMelody ? 'var(--color-ink2-deep)' : ink) : 'var(--color-paper)'}
        >
          {finger}
        </text>
      )}
    </g>
  );
}

import { openPitch, stringNumbers, type StringNumber } from '@jocund/core/instrument';
import { pitchText, withoutOctave } from '@jocund/core/pitch';
import { numberOfBar } from '@jocund/core/score';
import { useNames } from '../../ui/use-names.ts';
import { useBench } from '../bench-context.tsx';
import type { ShownGuess } from './use-guesses.ts';
import { useListen } from './listen-context.tsx';

interface FoundTabProps {
  readonly width: number;
  readonly xOf: (atS: number) => number;
}

const rowHeight = 23;
const topY = 14;
const yOf = (string: StringNumber): number => topY + (string - 1) * rowHeight;
export const foundHeight = topY + 5 * rowHeight + 16;

/** What was found, on six lines under the wave: what is in the score filled, a guess as an outline of as many dashes as it has tenths of certainty, how long it was heard as a band. */
export function FoundTab({ width, xOf }: FoundTabProps) {
  const { score } = useBench();
  const named = useNames();
  const { guesses, view, grid, viewBar, chosen, chooseGuess } = useListen();
  const shown = guesses.guesses.filter(
    ({ heard }) => heard.startS >= view.fromS - 0.1 && heard.startS < view.toS - 0.02,
  );
  const lines = grid && viewBar !== undefined ? [0, 1, 2].map((more) => grid.timeOf(viewBar + more, 0)) : [];
  return (
    <svg
      width={width}
      height={foundHeight}
      className="block"
      role="img"
      aria-label={`${shown.length} notes found in what is shown`}
    >
      {stringNumbers.map((string) => (
        <g key={string}>
          <line
            x1={46}
            x2={width}
            y1={yOf(string)}
            y2={yOf(string)}
            className="stroke-ink1-40"
            strokeWidth={string > 3 ? 1.6 : 1}
          />
          <text
            x={0}
            y={yOf(string) + 5}
            className={`text-[15px] font-bold ${string < 4 ? 'fill-ink2' : 'fill-ink1'}`}
          >
            {string}
          </text>
          <text x={18} y={yOf(string) + 5} className="fill-ink1-80 text-[14px]">
            {named(withoutOctave(pitchText(openPitch(score.tuning, string))))}
          </text>
        </g>
      ))}
      {lines.map((atS) => (
        <line
          key={atS}
          x1={xOf(atS)}
          x2={xOf(atS)}
          y1={yOf(1)}
          y2={yOf(6)}
          className="stroke-ink1"
          strokeWidth={1.2}
        />
      ))}
      {pinchesOf(shown).map(([high, low]) => (
        <rect
          key={high.key}
          x={xOf(high.heard.startS) - 2.5}
          width={5}
          y={yOf(high.note.string)}
          height={yOf(low.note.string) - yOf(high.note.string)}
          className={
            high.standing === 'taken' && low.standing === 'taken'
              ? 'fill-over stroke-over'
              : 'fill-paper stroke-over'
          }
        />
      ))}
      {shown.map((guess) => (
        <Found
          key={guess.key}
          guess={guess}
          x={xOf(guess.heard.startS)}
          endX={Math.min(width, xOf(guess.heard.endS ?? guess.heard.startS + 0.2))}
          isChosen={guess.key === chosen?.key}
          label={`bar ${numberOfBar(score, guess.written)}, string ${guess.note.string}, fret ${guess.note.fret}`}
          onChoose={() => chooseGuess(guess.key)}
        />
      ))}
    </svg>
  );
}

/** A note of the tune with the bass note struck together with it. */
const pinchesOf = (guesses: readonly ShownGuess[]): (readonly [ShownGuess, ShownGuess])[] =>
  guesses.flatMap((high) => {
    if (high.note.voice !== 'melody') return [];
    const low = guesses.find(
      ({ bar, note }) => note.voice === 'thumb' && bar === high.bar && note.tick === high.note.tick,
    );
    return low ? [[high, low] as const] : [];
  });

interface FoundProps {
  readonly guess: ShownGuess;
  readonly x: number;
  readonly endX: number;
  readonly isChosen: boolean;
  readonly label: string;
  readonly onChoose: () => void;
}

const size = 10;

function Found({ guess: { note, heard, standing }, x, endX, isChosen, label, onChoose }: FoundProps) {
  const y = yOf(note.string);
  const isThumb = note.voice === 'thumb';
  const ink = isThumb ? 'stroke-ink1' : 'stroke-ink2';
  const isFilled = standing === 'taken';
  const fill = isFilled ? (isThumb ? 'fill-ink1' : 'fill-ink2') : 'fill-paper';
  const around = isThumb ? 8 * size : 2 * Math.PI * size;
  const tenths = Math.round(heard.sureness * 10);
  const dash = around / 10;
  // As many of ten dashes as it has tenths of certainty; a sure one is whole.
  const dashes =
    standing === 'taken' || standing === 'sure'
      ? undefined
      : `${Array.from({ length: tenths }, () => `${0.65 * dash} ${0.35 * dash}`).join(' ')} 0 ${(10 - tenths) * dash}`;
  return (
    <g onClick={onChoose} className="cursor-pointer">
      <title>{label}</title>
      <rect
        x={x + size}
        width={Math.max(0, endX - x - size)}
        y={y - 3}
        height={6}
        className={isThumb ? 'fill-ink1-40' : 'fill-ink2'}
        opacity={isThumb ? 0.8 : 0.3}
      />
      {isChosen && <rect x={x - 14} y={y - 14} width={28} height={28} className="fill-brass" />}
      {isThumb ? (
        <rect
          x={x - size}
          y={y - size}
          width={2 * size}
          height={2 * size}
          className={`${fill} ${ink}`}
          strokeWidth={2}
          strokeDasharray={dashes}
        />
      ) : (
        <circle
          cx={x}
          cy={y}
          r={size}
          className={`${fill} ${ink}`}
          strokeWidth={2}
          strokeDasharray={dashes}
        />
      )}
      <text
        x={x}
        y={y + 5}
        textAnchor="middle"
        className={`font-serif ${note.fret > 9 ? 'text-[12px]' : 'text-[15px]'} font-bold ${isFilled ? 'fill-paper' : isThumb ? 'fill-ink1' : 'fill-ink2'}`}
      >
        {note.fret}
      </text>
    </g>
  );
}

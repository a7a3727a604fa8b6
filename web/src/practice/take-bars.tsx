import { gutter, xOfTick, yOfString, type BarFingers, type SystemPicture } from '@jocund/core/engraving';
import { numberOfBar, type Score } from '@jocund/core/score';
import { lateMs, type JudgedNote, type TakeReport } from '@jocund/core/takes';
import { Shapes } from '../score-view/shapes.tsx';
import { useTwoBars } from './use-two-bars.ts';

interface TakeBarsProps {
  readonly score: Score;
  readonly fingers: readonly BarFingers[] | undefined;
  readonly report: TakeReport;
  /** From 0: the line with this bar is shown. */
  readonly bar: number;
}

const rowHeight = 20;
const rows = [
  { voice: 'melody', name: 'tune' },
  { voice: 'thumb', name: 'thumb' },
] as const;

/** Two bars of the sheet with what came of each note: in its place, and in a row for each hand below. */
export function TakeBars({ score, fingers, report, bar }: TakeBarsProps) {
  const line = useTwoBars(score, fingers, bar);
  if (!line) return null;
  const { picture } = line;
  const shown = picture.layout.bars.map((each) => each.bar);
  const notes = latestOf(report).filter((note) => shown.includes(note.bar));
  const height = picture.height + rows.length * rowHeight + 4;
  return (
    <div className="pt-2">
      <p className="sr-only">{notes.map((note) => noteWords(score, note)).join('; ')}</p>
      <svg viewBox={`0 0 ${picture.width} ${height}`} width="100%" className="block" aria-hidden>
        <Shapes shapes={picture.ground} />
        <Shapes shapes={picture.shapes} />
        {notes.map((note, index) => (
          <NoteSign key={index} note={note} picture={picture} />
        ))}
        {rows.map(({ voice, name }, row) => {
          const top = picture.height + row * rowHeight + 2;
          return (
            <g key={voice}>
              <line
                x1={0}
                x2={picture.width}
                y1={top}
                y2={top}
                stroke="var(--color-ink1-40)"
                strokeWidth=".75"
              />
              <text x={0} y={top + 14} fontSize="12" fill="var(--color-ink1)">
                {name}
              </text>
              {cellsOf(notes, voice).map(({ note, word }) => (
                <text
                  key={`${note.bar} ${note.tick}`}
                  x={xOf(picture, note)}
                  y={top + 14}
                  textAnchor="middle"
                  fontSize="12"
                  fontWeight={word === '✓' ? 400 : 700}
                  fill="var(--color-ink1)"
                >
                  {word}
                </text>
              ))}
            </g>
          );
        })}
      </svg>
      <p className="text-note">✓ there · +58 later by so many ms, −58 earlier · × another note · ▢ missed</p>
    </div>
  );
}

/** Each note as it was the last time round. */
function latestOf({ notes }: TakeReport): JudgedNote[] {
  const latest = new Map<string, JudgedNote>();
  for (const note of notes) latest.set(`${note.bar} ${note.tick} ${note.string} ${note.isGrace}`, note);
  return [...latest.values()];
}

function xOf({ layout }: SystemPicture, note: JudgedNote): number {
  const bar = layout.bars.find((each) => each.bar === note.bar);
  return bar ? gutter + xOfTick(bar, note.tick) : 0;
}

/** One word a moment for each hand: the worst of its notes. */
function cellsOf(notes: readonly JudgedNote[], voice: JudgedNote['voice']) {
  const cells = new Map<string, { note: JudgedNote; word: string; weight: number }>();
  for (const note of notes) {
    if (note.voice !== voice || note.isGrace) continue;
    const key = `${note.bar} ${note.tick}`;
    const found = { note, ...wordOf(note) };
    if (found.weight >= (cells.get(key)?.weight ?? -1)) cells.set(key, found);
  }
  return [...cells.values()];
}

function wordOf({ verdict, lateMs: late }: JudgedNote): { readonly word: string; readonly weight: number } {
  if (verdict === 'missed') return { word: '▢', weight: 3 };
  if (verdict === 'wrong') return { word: '×', weight: 2 };
  if (late !== null && Math.abs(late) > lateMs)
    return { word: `${late > 0 ? '+' : '−'}${Math.round(Math.abs(late))}`, weight: 1 };
  return { word: '✓', weight: 0 };
}

/** Over its plate: a dashed square for what was missing, a cross for another note, an arrow for late or early. */
function NoteSign({ note, picture }: { note: JudgedNote; picture: SystemPicture }) {
  const [x, y] = [xOf(picture, note), yOfString(picture.rows, note.string)];
  const { word } = wordOf(note);
  if (word === '✓') return null;
  if (note.verdict === 'missed')
    return (
      <rect
        x={x - 11}
        y={y - 11}
        width="22"
        height="22"
        fill="var(--color-paper)"
        fillOpacity=".72"
        stroke="var(--color-ink1)"
        strokeWidth="1.4"
        strokeDasharray="4 3"
      />
    );
  const ink = 'var(--color-ink1)';
  if (note.verdict === 'wrong')
    return <path d={`M${x + 9} ${y - 9} l8 8 m0 -8 l-8 8`} stroke={ink} strokeWidth="2" fill="none" />;
  const way = (note.lateMs ?? 0) > 0 ? 1 : -1;
  return (
    <path
      d={`M${x + way * 10} ${y} h${way * 9} m${-way * 4} -4 l${way * 4} 4 l${-way * 4} 4`}
      stroke={ink}
      strokeWidth="1.6"
      fill="none"
    />
  );
}

function noteWords(score: Score, note: JudgedNote): string {
  const place = `bar ${numberOfBar(score, note.bar)}, ${note.voice === 'thumb' ? 'thumb' : 'tune'}, string ${note.string}, fret ${note.fret}`;
  const { word } = wordOf(note);
  if (word === '✓') return `${place}: there`;
  if (note.verdict !== 'hit') return `${place}: ${note.verdict}`;
  const late = Math.round(note.lateMs ?? 0);
  return `${place}: ${Math.abs(late)} milliseconds ${late > 0 ? 'late' : 'early'}`;
}

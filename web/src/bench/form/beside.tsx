import { compareBars, sectionName, type ComparedBar, type Section } from '@jocund/core/form';
import { drawSideBySide, spanOfTick, type SideBySide } from '@jocund/core/engraving';
import { numberOfBar, type Score } from '@jocund/core/score';
import { useMemo, useRef } from 'react';
import { Shapes } from '../../score-view/shapes.tsx';
import { Button } from '../../ui/button.tsx';
import { useNames } from '../../ui/use-names.ts';
import { counted } from '../../ui/words.ts';
import { useWidth } from '../use-width.ts';
import type { FormView } from './use-form-view.ts';

/** Units across a line: as on the sheet, fewer on a phone, so that digits stay large enough. */
const [widest, narrowest] = [869, 380];

/** Two sections one above the other on the same moments: only what differs lies on grey, and is said in words between them. */
export function Beside({ view }: { view: FormView }) {
  const { score, chosen, beside } = view;
  if (!chosen || !beside) return null;
  return (
    <Pair
      key={`${chosen.section.first} ${beside.first}`}
      view={view}
      score={score}
      a={beside}
      b={chosen.section}
    />
  );
}

function Pair({ view, score, a, b }: { view: FormView; score: Score; a: Section; b: Section }) {
  const shown = useNames();
  const room = useRef<HTMLElement>(null);
  const lineWidth = Math.min(widest, Math.max(narrowest, useWidth(room) || widest));
  const compared = useMemo(
    () => compareBars({ score, ...a }, { score, ...b }, view.chosen?.indent ?? 0),
    [score, a, b, view.chosen?.indent],
  );
  const systems = useMemo(() => {
    const pairs = compared.map((each) => ({
      a: each.a === undefined ? undefined : score.bars[each.a],
      b: each.b === undefined ? undefined : score.bars[each.b],
    }));
    return drawSideBySide({ a: score, b: score }, pairs, shown, lineWidth);
  }, [compared, score, shown, lineWidth]);
  const differences = compared.reduce((sum, { said }) => sum + said.length, 0);
  const goToNext = () => {
    const spots = [...(room.current?.querySelectorAll<HTMLElement>('[data-differs]') ?? [])];
    const at = spots.indexOf(document.activeElement as HTMLElement);
    const next = spots[(at + 1) % Math.max(1, spots.length)];
    next?.focus();
    next?.scrollIntoView({ block: 'center' });
  };
  return (
    <section ref={room} aria-label="Beside each other" className="mx-4.5 pt-2 pb-6">
      <div className="flex flex-wrap items-baseline gap-x-3 gap-y-1 pb-2">
        <h2 className="text-lg">
          {sectionName(b, score)} beside{' '}
          <select
            aria-label="Beside"
            className="border-b-[1.5px] border-ink1 bg-transparent font-serif font-bold"
            value={String(a.first)}
            onChange={(event) => {
              const next = view.others.find(({ first }) => String(first) === event.target.value);
              if (next) view.setBeside(next);
            }}
          >
            {view.others.map((each) => (
              <option key={each.first} value={each.first}>
                {sectionName(each, score)}
              </option>
            ))}
          </select>
        </h2>
        <p className="text-note text-ink1-80">{summary(compared, differences)}</p>
        {differences > 0 && (
          <Button
            look="plain"
            className="text-note ml-auto"
            aria-keyshortcuts="N"
            onClick={goToNext}
            data-next-difference
          >
            Next difference <kbd className="figure">N</kbd>
          </Button>
        )}
      </div>
      {systems.map((system) => (
        <PairSystem
          key={system.pairs[0]}
          system={system}
          compared={compared}
          score={score}
          names={[sectionName(a, score), sectionName(b, score)]}
        />
      ))}
    </section>
  );
}

function summary(compared: readonly ComparedBar[], differences: number): string {
  if (differences === 0) return 'They play the same.';
  const bars = compared.filter(({ said }) => said.length > 0).length;
  return `${counted(differences, 'difference')} in ${counted(bars, 'bar')}, none in ${compared.length - bars}`;
}

interface PairSystemProps {
  readonly system: SideBySide;
  readonly compared: readonly ComparedBar[];
  readonly score: Score;
  readonly names: readonly [string, string];
}

function PairSystem({ system, compared, score, names }: PairSystemProps) {
  const { layout, a, b } = system;
  const bars = layout.bars.flatMap((bar) => {
    const pair = compared[bar.bar];
    return pair ? [{ bar, pair }] : [];
  });
  const grounds = bars.flatMap(({ pair }) =>
    [...new Set(pair.said.flatMap(({ ticks }) => ticks))].map((tick) =>
      spanOfTick(layout, pair.place - 1, tick),
    ),
  );
  return (
    <div className="pb-3">
      <Voice letter="A" name={names[0]} picture={a} grounds={grounds} />
      <ol
        className="narrow text-note grid border-y border-ink1-22 py-1"
        style={{
          gridTemplateColumns: bars.map(({ bar }) => `${bar.width}fr`).join(' '),
        }}
      >
        {bars.map(({ pair }) => (
          <li
            key={pair.place}
            className="pr-2"
            {...(pair.said.length > 0 ? { tabIndex: -1, 'data-differs': '' } : {})}
          >
            <span className="font-semibold">
              bar {pair.b === undefined ? pair.place : numberOfBar(score, pair.b)}
              {pair.said.length > 0 ? ': ' : ''}
            </span>
            {pair.said.map(({ words }) => words).join('; ')}
            {pair.b === undefined && ' only above'}
            {pair.a === undefined && ' only below'}
          </li>
        ))}
      </ol>
      <Voice letter="B" name={names[1]} picture={b} grounds={grounds} />
    </div>
  );
}

function Voice({
  letter,
  name,
  picture: { x, y, width, height, shapes },
  grounds,
}: {
  letter: string;
  name: string;
  picture: SideBySide['a'];
  grounds: readonly (readonly [number, number])[];
}) {
  return (
    <div>
      <p className="text-note pt-1">
        <span className="figure text-lg">{letter}</span> <span className="font-semibold">{name}</span>
      </p>
      <svg
        viewBox={`${x} ${y} ${width} ${height}`}
        className="block w-full"
        role="img"
        aria-label={`${name} in tab`}
      >
        {grounds.map(([from, to]) => (
          <g key={from}>
            <rect x={from + 40} y={y + 4} width={to - from} height={height - 8} fill="var(--color-ink1-12)" />
            <path
              d={`M${from + 40} ${y + 12} v-8 h${to - from} v8 M${from + 40} ${y + height - 12} v8 h${to - from} v-8`}
              fill="none"
              stroke="var(--color-ink1)"
              strokeWidth={1.6}
            />
          </g>
        ))}
        <Shapes shapes={shapes} />
      </svg>
    </div>
  );
}

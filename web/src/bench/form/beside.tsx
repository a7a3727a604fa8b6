import { compareBars, type Alignment, type ComparedBar } from '@jocund/core/form';
import { drawSideBySide, spanOfTick, type SideBySide } from '@jocund/core/engraving';
import { numberOfBar } from '@jocund/core/score';
import { compareGuitars } from '@jocund/core/two-guitars';
import { useMemo } from 'react';
import { Shapes } from '../../score-view/shapes.tsx';
import { Button } from '../../ui/button.tsx';
import { Choice } from '../../ui/choice.tsx';
import { EmptyNote } from '../../ui/notice.tsx';
import { useNames } from '../../ui/use-names.ts';
import { counted } from '../../ui/words.ts';
import { useSideWidth } from '../use-side-width.ts';
import type { Option, OptionGroup } from './use-beside-groups.ts';
import { useBeside, type Side } from './use-beside.ts';

/**
 * Two stretches one above the other on the same moments, sections, versions, earlier states or other pieces: only what differs lies on grey, and
 * is said in words between them.
 */
export function Beside() {
  const beside = useBeside();
  const { a, b, alignment, state, groups, isToldAsGuitars } = beside;
  const sides = a && b && { a, b, alignment, asGuitars: isToldAsGuitars };
  if (groups.length === 0)
    return (
      <div className="m-4.5">
        <EmptyNote
          title="Nothing to hold beside it yet"
          text="Write a form from a bar in the margin, add a section, or begin another version of some bars: every bar follows until you change it."
        />
      </div>
    );
  return (
    <section aria-label="Beside each other" className="mx-4.5 pt-2 pb-6">
      <div className="flex flex-wrap items-baseline gap-x-3 gap-y-1 pb-2">
        <h2 className="flex flex-wrap items-baseline gap-x-2 text-lg">
          {beside.own.options.length > 1 ? (
            <Pick
              label="Bars of this piece"
              value={beside.own.value}
              options={beside.own.options}
              onPick={beside.own.choose}
            />
          ) : (
            <span className="inline-block first-letter:uppercase">{b?.name ?? 'This piece'}</span>
          )}{' '}
          beside{' '}
          <Pick
            label="Beside"
            value={beside.value}
            groups={groups}
            onPick={beside.choose}
            {...(state === 'nothing' ? { none: 'choose' } : {})}
          />
          {beside.part.options.length > 1 && (
            <Pick
              label="Bars of the other"
              value={beside.part.value}
              options={beside.part.options}
              onPick={beside.part.choose}
            />
          )}
        </h2>
        {beside.areTwoGuitars && (
          <Choice
            label="What is told"
            value={isToldAsGuitars ? 'guitars' : 'differences'}
            options={told}
            onChange={(next) => beside.tellAsGuitars(next === 'guitars')}
          />
        )}
        {state === 'ready' && sides ? <Differences {...sides} /> : null}
      </div>
      {state === 'reading' && <p role="status">Reading what is to stand beside it.</p>}
      {state === 'otherTuning' && (
        <p role="alert">
          This version is written for another tuning. Tune the piece back to see it, or choose another.
        </p>
      )}
      {state === 'failed' && (
        <p role="alert">
          It cannot be read just now, or is there no longer. Choose another, or try again in a moment.
        </p>
      )}
      {state === 'ready' && sides && <Pair {...sides} />}
    </section>
  );
}

const told = [
  { value: 'guitars', label: 'As two guitars' },
  { value: 'differences', label: 'What differs' },
] as const;

interface PickProps {
  readonly label: string;
  readonly value: string;
  readonly options?: readonly Option[];
  readonly groups?: readonly OptionGroup[];
  /** Said while nothing is chosen. */
  readonly none?: string;
  readonly onPick: (value: string) => void;
}

const Pick = ({ label, value, options = [], groups = [], none, onPick }: PickProps) => (
  <select
    aria-label={label}
    className="max-w-60 border-b-[1.5px] border-ink1 bg-transparent font-serif font-bold"
    value={value}
    onChange={({ target }) => onPick(target.value)}
  >
    {none !== undefined && (
      <option value="" disabled>
        {none}
      </option>
    )}
    {options.map((each) => (
      <option key={each.value} value={each.value}>
        {each.label}
      </option>
    ))}
    {groups.map((group) => (
      <optgroup key={group.label} label={group.label}>
        {group.options.map((each) => (
          <option key={each.value} value={each.value}>
            {each.label}
          </option>
        ))}
      </optgroup>
    ))}
  </select>
);

interface Sides {
  readonly a: Side;
  readonly b: Side;
  readonly alignment: Alignment;
  /** Whether it is said where two guitars rub, in place of what differs. */
  readonly asGuitars: boolean;
}

/** Both sides bar by bar; worked out once for as long as they are the same bars. */
function useCompared({ a, b, alignment, asGuitars }: Sides): readonly ComparedBar[] {
  const [scoreA, firstA, lastA] = [a.score, a.first, a.last];
  const [scoreB, firstB, lastB] = [b.score, b.first, b.last];
  return useMemo(() => {
    const barsA = { score: scoreA, first: firstA, last: lastA };
    const barsB = { score: scoreB, first: firstB, last: lastB };
    return asGuitars ? compareGuitars(barsA, barsB) : compareBars(barsA, barsB, alignment);
  }, [scoreA, firstA, lastA, scoreB, firstB, lastB, alignment, asGuitars]);
}

/** How much differs, and the way from one difference to the next. */
function Differences(sides: Sides) {
  const compared = useCompared(sides);
  const differences = compared.reduce((sum, { said }) => sum + said.length, 0);
  const goToNext = () => {
    const spots = [...document.querySelectorAll<HTMLElement>('[data-differs]')];
    const at = spots.indexOf(document.activeElement as HTMLElement);
    const next = spots[(at + 1) % Math.max(1, spots.length)];
    next?.focus();
    next?.scrollIntoView({ block: 'center' });
  };
  return (
    <>
      <p className="text-note text-ink1-80">
        {sides.asGuitars ? guitarsSummary(compared) : summary(compared, differences)}
      </p>
      {differences > 0 && (
        <Button
          look="plain"
          className="text-note ml-auto"
          aria-keyshortcuts="N"
          onClick={goToNext}
          data-next-difference
        >
          {sides.asGuitars ? 'Next place' : 'Next difference'} <kbd className="figure">N</kbd>
        </Button>
      )}
    </>
  );
}

function Pair(sides: Sides) {
  const { a, b } = sides;
  const shown = useNames();
  const { room, width: lineWidth } = useSideWidth();
  const compared = useCompared(sides);
  const systems = useMemo(() => {
    const pairs = compared.map((each) => ({
      a: each.a === undefined ? undefined : a.score.bars[each.a],
      b: each.b === undefined ? undefined : b.score.bars[each.b],
    }));
    return drawSideBySide({ a: a.score, b: b.score }, pairs, shown, lineWidth);
  }, [compared, a.score, b.score, shown, lineWidth]);
  return (
    <div ref={room}>
      {systems.map((system) => (
        <PairSystem key={system.pairs[0]} system={system} compared={compared} a={a} b={b} />
      ))}
    </div>
  );
}

function guitarsSummary(compared: readonly ComparedBar[]): string {
  const said = compared.flatMap((each) => each.said);
  if (said.length === 0) return 'They leave each other room: no half step, no third twice.';
  const halfSteps = said.filter(({ words }) => words.startsWith('half step')).length;
  const thirds = said.length - halfSteps;
  return [
    ...(halfSteps > 0 ? [counted(halfSteps, 'half step')] : []),
    ...(thirds > 0 ? [`${counted(thirds, 'third')} doubled`] : []),
  ].join(', ');
}

function summary(compared: readonly ComparedBar[], differences: number): string {
  const alone = compared.filter(({ a, b }) => a === undefined || b === undefined).length;
  const only = alone > 0 ? `${counted(alone, 'bar')} only on one side` : '';
  if (differences === 0) return only === '' ? 'They play the same.' : `No other difference than ${only}.`;
  const bars = compared.filter(({ said }) => said.length > 0).length;
  const rest = `none in ${compared.length - bars - alone}`;
  return [`${counted(differences, 'difference')} in ${counted(bars, 'bar')}`, rest, only]
    .filter(Boolean)
    .join(', ');
}

interface PairSystemProps {
  readonly system: SideBySide;
  readonly compared: readonly ComparedBar[];
  readonly a: Side;
  readonly b: Side;
}

function PairSystem({ system, compared, a, b }: PairSystemProps) {
  const { layout } = system;
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
      <Voice letter="A" name={a.name} picture={system.a} grounds={grounds} />
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
              bar {numberInPair(pair, a, b)}
              {pair.said.length > 0 ? ': ' : ''}
            </span>
            {pair.said.map(({ words }) => words).join('; ')}
            {pair.b === undefined && ' only above'}
            {pair.a === undefined && ' only below'}
          </li>
        ))}
      </ol>
      <Voice letter="B" name={b.name} picture={system.b} grounds={grounds} />
    </div>
  );
}

/** The number of the bar below; of the one above, where there is none below. */
const numberInPair = (pair: ComparedBar, a: Side, b: Side): number =>
  pair.b !== undefined ? numberOfBar(b.score, pair.b) : numberOfBar(a.score, pair.a ?? 0);

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

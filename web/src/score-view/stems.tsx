import {
  beamGroups,
  restsOf,
  stemsOf,
  xOfTick,
  type BarLayout,
  type Rest,
  type Stem,
} from '@jocund/core/engraving';
import { pinchTicks, type Bar } from '@jocund/core/score';
import { gutter, rows, yOfString } from './geometry.ts';

interface StemsProps {
  readonly bar: Bar;
  readonly layout: BarLayout;
}

const red = 'var(--color-ink2)';

/** Melody stems up with flags or beams, thumb stems down to the call line, pinches yoked in both inks, rests. */
export function Stems({ bar, layout }: StemsProps) {
  const x = (tick: number) => gutter + xOfTick(layout, tick);
  const melody = stemsOf(bar, 'melody');
  return (
    <g>
      {stemsOf(bar, 'thumb').map((stem) => (
        <line
          key={stem.tick}
          x1={x(stem.tick)}
          x2={x(stem.tick)}
          y1={lowest(stem)}
          y2={rows.callTop}
          stroke="var(--color-ink1)"
          strokeWidth="1.3"
        />
      ))}
      {beamGroups(bar, melody).map((group) => (
        <BeamGroup key={group[0]?.tick} group={group} x={x} />
      ))}
      {pinchTicks(bar).map((tick) => (
        <Yoke key={tick} bar={bar} tick={tick} x={x(tick)} />
      ))}
      {restsOf(bar, 'melody').map((rest) => (
        <RestSign key={rest.tick} rest={rest} x={x(rest.tick)} />
      ))}
    </g>
  );
}

const lowest = ({ notes }: Stem): number => Math.max(...notes.map(({ string }) => yOfString(string)));
const highest = ({ notes }: Stem): number => Math.min(...notes.map(({ string }) => yOfString(string)));

function BeamGroup({ group, x }: { group: readonly Stem[]; x: (tick: number) => number }) {
  const [first, last] = [group[0], group.at(-1)];
  if (!first || !last) return null;
  const beamed = group.length > 1;
  return (
    <g stroke={red} fill={red}>
      {group.map((stem) => (
        <g key={stem.tick}>
          <line x1={x(stem.tick)} x2={x(stem.tick)} y1={lowest(stem)} y2={stemTop(stem)} strokeWidth="1.4" />
          {stem.value?.dots === 1 && (
            <circle cx={x(stem.tick) + 14} cy={highest(stem) - 6} r="1.9" stroke="none" />
          )}
          {!beamed &&
            Array.from({ length: stem.flags }, (_, index) => (
              <Flag key={index} x={x(stem.tick)} y={rows.stemTop + index * 7} />
            ))}
        </g>
      ))}
      {beamed && <Beams group={group} x={x} />}
      {group.some(({ value }) => value?.triplet) && (
        <text
          x={(x(first.tick) + x(last.tick)) / 2 + 7}
          y={rows.stemTop + 15}
          fontSize="12"
          fontStyle="italic"
          textAnchor="middle"
          stroke="none"
        >
          3
        </text>
      )}
    </g>
  );
}

/** A whole note has no stem, a half note a short one: that is how tab tells them from quarters. */
function stemTop(stem: Stem): number {
  if (stem.value?.name === 'whole') return lowest(stem);
  return stem.value?.name === 'half' ? rows.stemTop + 14 : rows.stemTop;
}

function Beams({ group, x }: { group: readonly Stem[]; x: (tick: number) => number }) {
  const level = (depth: number) =>
    group.slice(1).flatMap((stem, index) => {
      const before = group[index];
      return before && before.flags >= depth && stem.flags >= depth
        ? [[x(before.tick), x(stem.tick)] as const]
        : [];
    });
  return (
    <g strokeWidth="4">
      {[1, 2, 3].flatMap((depth) =>
        level(depth).map(([from, to]) => (
          <line
            key={`${depth} ${from}`}
            x1={from - 0.7}
            x2={to + 0.7}
            y1={rows.stemTop + (depth - 1) * 6 + 2}
            y2={rows.stemTop + (depth - 1) * 6 + 2}
          />
        )),
      )}
    </g>
  );
}

const Flag = ({ x, y }: { x: number; y: number }) => (
  <path d={`M${x} ${y} q1.5 7 7 10.5 q3 4 0.6 8.5 q0.6 -5 -3 -7.6 q-3 -2 -4.6 -3 Z`} stroke="none" />
);

/** The yoke of a pinch: both hands at once, printed in both inks. */
function Yoke({ bar, tick, x }: { bar: Bar; tick: number; x: number }) {
  const strings = bar.notes
    .filter((note) => note.tick === tick && !note.tied)
    .map(({ string }) => yOfString(string));
  return (
    <line
      x1={x}
      x2={x}
      y1={Math.min(...strings)}
      y2={Math.max(...strings)}
      stroke="var(--color-over)"
      strokeWidth="4.4"
    />
  );
}

function RestSign({ rest, x }: { rest: Rest; x: number }) {
  const y = rows.stringTop + 9.5;
  const { name, dots } = rest.value;
  return (
    <g fill={red} stroke={red}>
      {(name === 'whole' || name === 'half') && (
        <rect x={x - 6} y={name === 'whole' ? y : y - 5} width="12" height="5" stroke="none" />
      )}
      {(name === 'whole' || name === 'half') && (
        <line x1={x - 9} x2={x + 9} y1={y} y2={y} strokeWidth="1.2" />
      )}
      {name === 'quarter' && (
        <path
          d={`M${x - 2.5} ${y - 11} l6 7.5 q-5 4 0.4 9.4 q-6.4 -1.6 -4.4 5.2 q-6 -6.4 1 -7.4 l-4.4 -5.6 q4.4 -4 1.4 -9.1 Z`}
          stroke="none"
        />
      )}
      {!['whole', 'half', 'quarter'].includes(name) && (
        <g>
          <circle cx={x - 3} cy={y - 5} r="2.4" stroke="none" />
          <path d={`M${x - 3.5} ${y - 3.5} q5 2.4 8 -2.6 L${x} ${y + 10}`} fill="none" strokeWidth="1.6" />
        </g>
      )}
      {dots === 1 && <circle cx={x + 11} cy={y - 3} r="1.7" stroke="none" />}
    </g>
  );
}

import { shareIn, type Profile } from '@jocund/core/style';
import type { ReactNode } from 'react';
import { BarsShown } from './bars-shown.tsx';
import { meanOf, percent, traitOf } from './figures.ts';
import { commonGrips, GripShares } from './grip-shares.tsx';
import { HandPrint } from './hand-print.tsx';
import { SwingLine } from './swing-line.tsx';
import type { Side } from './whose.ts';

/** Two manners on facing pages: the same form on both, the figures between them; one manner has the sheet to itself. */
export function FacingPages({ one, other }: { one: Side; other: Side | undefined }) {
  const sides = other ? [one, other] : [one];
  const row = (
    title: string,
    isKnown: (side: Side) => boolean,
    draw: (side: Side) => ReactNode,
    figures: readonly Figure[],
  ) =>
    sides.some(isKnown) && (
      <Row
        title={title}
        pages={sides.map((side) => ({
          key: side.whose.key,
          drawing: isKnown(side) ? draw(side) : <p className="text-note">Nothing is known of it.</p>,
        }))}
        figures={figures.map(({ label, trait, of }) => ({
          label,
          values: sides.map(({ manner: { profile } }) =>
            traitOf(profile, trait) ? of(profile) : 'not known',
          ),
        }))}
      />
    );
  return (
    <div>
      {row(
        'The hand',
        knows('tune-places', 'thumb-places'),
        ({ whose, manner }) => (
          <HandPrint profile={manner.profile} name={whose.name} />
        ),
        [
          {
            label: 'bars on one bass string',
            trait: 'thumb-kind',
            of: (profile) => percent(shareIn(profile, 'thumb-kind', 'one string')),
          },
          {
            label: 'tune notes pinched',
            trait: 'meeting',
            of: (profile) => percent(shareIn(profile, 'meeting', 'pinched')),
          },
          {
            label: 'tune notes off the beat',
            trait: 'meeting',
            of: (profile) => percent(shareIn(profile, 'meeting', 'between the beats')),
          },
        ],
      )}
      {row(
        'Swing',
        knows('swing'),
        ({ manner }) => (
          <SwingLine profile={manner.profile} />
        ),
        [
          {
            label: 'where the & falls',
            trait: 'swing',
            of: (profile) => String(Math.round(meanOf(profile, 'swing') ?? 50)),
          },
        ],
      )}
      {row(
        'How the bass ends',
        knows('thumb-ending'),
        ({ manner }) => (
          <EndingBars profile={manner.profile} />
        ),
        [
          {
            label: 'most bass notes',
            trait: 'thumb-ending',
            of: (profile) => String(traitOf(profile, 'thumb-ending')?.values[0]?.name ?? 'none'),
          },
        ],
      )}
      {row(
        'Grips',
        knows('grips'),
        ({ manner }) => (
          <GripShares profile={manner.profile} />
        ),
        [
          {
            label: 'four grips cover',
            trait: 'grips',
            of: (profile) => percent(commonGrips(profile).reduce((sum, { value }) => sum + value, 0)),
          },
        ],
      )}
      {row(
        'A typical bar',
        ({ manner }) => manner.typical !== undefined,
        ({ manner }) =>
          manner.typical && (
            <BarsShown
              example={manner.typical}
              arrangementIds={manner.arrangementIds}
              count={1}
              width={370}
              isCalled
            />
          ),
        [],
      )}
    </div>
  );
}

/** Whether anything of a trait was counted or said. */
const knows =
  (...ids: readonly string[]) =>
  ({ manner: { profile } }: Side): boolean =>
    ids.some((id) => traitOf(profile, id));

interface Figure {
  readonly label: string;
  /** The id of the trait it is read from. */
  readonly trait: string;
  readonly of: (profile: Profile) => string;
}

interface RowProps {
  readonly title: string;
  readonly pages: readonly { readonly key: string; readonly drawing: ReactNode }[];
  readonly figures: readonly { readonly label: string; readonly values: readonly string[] }[];
}

function Row({ title, pages, figures }: RowProps) {
  const [first, second] = pages;
  return (
    <section
      aria-label={title}
      className="grid gap-4 border-b border-ink1-40 py-3 md:grid-cols-[minmax(0,1fr)_9.5rem_minmax(0,1fr)]"
    >
      <div className="min-w-0">{first?.drawing}</div>
      <div className="flex flex-col justify-center gap-2 text-center md:border-x md:border-ink1-65 md:px-2">
        {figures.length === 0 && <span className="figure text-lg">{title}</span>}
        {figures.map(({ label, values }) => (
          <div key={label}>
            <span className="text-note">{label}</span>
            <span className="flex justify-around gap-2">
              {values.map((value, index) => (
                <span key={index} className={/\d/.test(value) ? 'figure text-lg' : 'font-semibold'}>
                  {value}
                </span>
              ))}
            </span>
          </div>
        ))}
      </div>
      <div className="min-w-0">{second?.drawing}</div>
    </section>
  );
}

/** Shares of the ways a bass note ends, as bars of the thumb's ink. */
function EndingBars({ profile }: { profile: Profile }) {
  const values = (traitOf(profile, 'thumb-ending')?.values ?? [])
    .filter(({ value }) => value >= 0.01)
    .slice(0, 3);
  return (
    <ul className="flex flex-col gap-1">
      {values.map(({ name, value }) => (
        <li key={String(name)} className="grid grid-cols-[8rem_1fr_3.2rem] items-center gap-2">
          <span className="text-note">{name}</span>
          <span className="h-3 border border-ink1" aria-hidden>
            <span className="filled block h-full bg-ink1" style={{ width: `${value * 100}%` }} />
          </span>
          <span className="figure text-right">{percent(value)}</span>
        </li>
      ))}
    </ul>
  );
}

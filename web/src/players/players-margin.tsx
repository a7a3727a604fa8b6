import type { ComparedTrait } from '@jocund/core/style';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { QueryMark } from '../ui/query-mark.tsx';
import { counted } from '../ui/words.ts';
import { ToldApart } from './told-apart.tsx';
import type { Side } from './whose.ts';

interface PlayersMarginProps {
  readonly one: Side;
  readonly other: Side | undefined;
  readonly compared: readonly ComparedTrait[];
}

/** Little to go by: half of a figure and more comes from all players. */
const littleDrawn = 0.5;
/** Fewer pieces than this are a hint, not a manner. */
const fewPieces = 3;

/** Beside the facing pages: the card for the student, what tells the two apart, how the print is read, and what is thinly measured. */
export function PlayersMargin({ one, other, compared }: PlayersMarginProps) {
  return (
    <>
      <h2 className="pt-4 text-head">For a student</h2>
      <p className="text-note">
        {one.whose.playerId === null
          ? 'How to play as in your own pieces.'
          : `How to sound like ${one.whose.name}.`}
      </p>
      <ul className="mt-2 border-t border-ink1">
        {one.manner.card.map((line) => (
          <li key={line} className="border-b border-ink1-40 py-1.5">
            {line}
          </li>
        ))}
      </ul>
      {one.whose.playerId !== null && (
        <p className="pt-2">
          <Link className="underline" to={`/after?player=${one.whose.playerId}`}>
            Arrange a tune after {one.whose.name}
          </Link>
        </p>
      )}
      {other && (
        <Part title="What tells them apart">
          <p className="text-note pb-1">100 % is nothing in common. Open a line to hear two bars of each.</p>
          <ToldApart compared={compared} one={one} other={other} />
        </Part>
      )}
      <Part title="How to read the print">
        <ul className="text-note flex flex-col gap-1.5">
          <Sign
            sign={<circle cx="9" cy="9" r="7" fill="none" stroke="var(--color-ink2)" strokeWidth="1.8" />}
          >
            of 100 notes of the tune, how many fall at each place of the bar
          </Sign>
          <Sign sign={<rect x="2" y="2" width="14" height="14" fill="var(--color-ink1)" />}>
            of 100 strokes of the thumb on a beat, how many on each string
          </Sign>
          <Sign sign={<rect x="6" y="1" width="6" height="16" fill="var(--color-over)" />}>
            thicker where tune and thumb land together
          </Sign>
          <Sign
            sign={
              <rect
                x="2"
                y="3"
                width="14"
                height="12"
                fill="none"
                stroke="var(--color-ink2)"
                strokeDasharray="3 2"
              />
            }
          >
            where the figure would lie in nine of ten other choices of the pieces
          </Sign>
        </ul>
      </Part>
      <Thin sides={other ? [one, other] : [one]} />
    </>
  );
}

const Part = ({ title, children }: { title: string; children: ReactNode }) => (
  <section className="mt-4 border-t-[1.5px] border-ink1 pt-3">
    <h3 className="pb-1 text-base">{title}</h3>
    {children}
  </section>
);

const Sign = ({ sign, children }: { sign: ReactNode; children: ReactNode }) => (
  <li className="flex items-start gap-2">
    <svg viewBox="0 0 18 18" width="18" height="18" className="flex-none" aria-hidden>
      {sign}
    </svg>
    <span>{children}</span>
  </li>
);

/** What is said of little evidence. */
function Thin({ sides }: { sides: readonly Side[] }) {
  const thin = sides.flatMap(({ whose, manner: { profile } }) => {
    const traits = profile.traits.filter(({ drawn }) => drawn >= littleDrawn).map(({ trait }) => trait.name);
    const words = [
      ...(profile.pieces < fewPieces
        ? [
            profile.pieces === 0
              ? 'Nothing is measured: it is what you say.'
              : `Measured from ${counted(profile.pieces, 'piece')} only.`,
          ]
        : []),
      ...(traits.length > 0
        ? [`Seldom seen, so half and more of the figure is what all players do: ${traits.join(', ')}.`]
        : []),
    ];
    return words.length > 0 ? [{ whose, words }] : [];
  });
  if (thin.length === 0) return null;
  return (
    <Part title="Queries">
      {thin.map(({ whose, words }) => (
        <div key={whose.key} className="flex items-start gap-2 pb-2">
          <QueryMark />
          <div>
            <p className="font-semibold">Thin evidence, {whose.name}</p>
            {words.map((line) => (
              <p key={line} className="text-note">
                {line}
              </p>
            ))}
          </div>
        </div>
      ))}
    </Part>
  );
}

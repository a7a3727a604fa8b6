import { numberOfBar, type Voice } from '@jocund/core/score';
import { closenesses, type Closeness, type ProfileTrait } from '@jocund/core/style';
import type { ReactNode } from 'react';
import { Choice } from '../ui/choice.tsx';
import { Tick } from '../ui/tick.tsx';
import type { ArrangedAfter } from '../work/messages.ts';

export interface Pins {
  readonly keepsRhythm: boolean;
  readonly keepsThumb: boolean;
  /** Bars of the chosen arrangement that stay, from 0. */
  readonly bars: readonly number[];
  /** The voice of the chosen arrangement that stays. */
  readonly voice: Voice | undefined;
}

interface AfterMarginProps {
  /** Its number from 1, and itself; undefined before there is one. */
  readonly chosen: { readonly number: number; readonly arranged: ArrangedAfter } | undefined;
  readonly closeness: Closeness;
  readonly onCloseness: (closeness: Closeness) => void;
  readonly pins: Pins;
  readonly onPins: (pins: Pins) => void;
  readonly children: ReactNode;
}

/** Traits that are shown even where nothing strays: what a listener hears first. */
const heardFirst = ['thumb-kind', 'meeting', 'ornaments', 'tune-density', 'swing'];
const mostStrays = 5;
/** One or the other: with both there is nothing left to solve. */
const keptVoices: readonly { readonly voice: Voice; readonly words: string }[] = [
  { voice: 'melody', words: 'the tune, note by note,' },
  { voice: 'thumb', words: 'the bass, note by note,' },
];

/** Beside the arrangements: the chosen one held against the player trait by trait, what strays, how close it may come, what is kept. */
export function AfterMargin({ chosen, closeness, onCloseness, pins, onPins, children }: AfterMarginProps) {
  return (
    <aside
      aria-label="The chosen arrangement"
      className="flex w-full flex-none flex-col border-ink1 bg-margin md:w-[294px] md:border-l-[3px] md:border-double"
    >
      <div className="min-h-0 flex-1 px-4.5 pb-4 md:overflow-auto">
        {chosen && <Traits {...chosen} />}
        {chosen && <Strays {...chosen} />}
        <Part title="Closer or freer">
          <Choice
            label="How close to the player"
            value={String(closeness)}
            options={closenesses.map((each) => ({ value: String(each), label: String(each) }))}
            onChange={(value) => onCloseness(closenesses.find((each) => String(each) === value) ?? closeness)}
          />
          <p className="text-note pt-1">
            1 leaves the tune and the hands alone most; 5 sounds most like the player, at whatever the hands
            can do.
          </p>
        </Part>
        <Part title="Keep">
          <Tick
            label="the tune’s own rhythm"
            checked={pins.keepsRhythm}
            onChange={(keepsRhythm) => onPins({ ...pins, keepsRhythm })}
          />
          <Tick
            label="one thumb throughout"
            checked={pins.keepsThumb}
            onChange={(keepsThumb) => onPins({ ...pins, keepsThumb })}
          />
          {chosen &&
            keptVoices.map(({ voice, words }) => (
              <Tick
                key={voice}
                label={`${words} of ${chosen.number}`}
                checked={pins.voice === voice}
                onChange={(isKept) => onPins({ ...pins, voice: isKept ? voice : undefined })}
              />
            ))}
          {chosen && (
            <fieldset>
              <legend className="text-note pt-1">bars of {chosen.number} as they are</legend>
              <div className="flex flex-wrap gap-1 pt-1">
                {chosen.arranged.score.bars.map((_, bar) => (
                  <button
                    key={bar}
                    type="button"
                    aria-label={`bar ${numberOfBar(chosen.arranged.score, bar)}`}
                    aria-pressed={pins.bars.includes(bar)}
                    onClick={() =>
                      onPins({
                        ...pins,
                        bars: pins.bars.includes(bar)
                          ? pins.bars.filter((each) => each !== bar)
                          : [...pins.bars, bar],
                      })
                    }
                    className={`figure min-h-7 min-w-7 border-[1.2px] border-ink1 px-1 text-sm ${pins.bars.includes(bar) ? 'bg-ink1 text-paper' : 'bg-white hover:bg-ink1-12'}`}
                  >
                    {numberOfBar(chosen.arranged.score, bar)}
                  </button>
                ))}
              </div>
            </fieldset>
          )}
        </Part>
      </div>
      <div className="grid grid-cols-2 gap-2 border-t-[1.5px] border-ink1 px-4.5 py-3">{children}</div>
    </aside>
  );
}

const Part = ({ title, children }: { title: string; children: ReactNode }) => (
  <section className="mt-4 border-t-[1.5px] border-ink1 pt-3">
    <h3 className="pb-1 text-base">{title}</h3>
    {children}
  </section>
);

interface Chosen {
  readonly number: number;
  readonly arranged: ArrangedAfter;
}

function Traits({ number, arranged: { here, profile } }: Chosen) {
  const rows = heardFirst.flatMap((id) => {
    const theirs = profile.traits.find(({ trait }) => trait.id === id);
    const mine = here.traits.find(({ trait }) => trait.id === id);
    return theirs && mine ? [{ id, name: theirs.trait.name, ...sides(theirs, mine) }] : [];
  });
  return (
    <section className="pt-4">
      <h2 className="text-head">Trait by trait</h2>
      <table className="mt-2 w-full text-sm">
        <thead className="text-note text-left">
          <tr>
            <th scope="col" className="font-normal">
              commonest
            </th>
            <th scope="col" className="text-right font-normal">
              player
            </th>
            <th scope="col" className="pl-3 text-right font-normal whitespace-nowrap">
              in {number}
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ id, name, what, player, mine }) => (
            <tr key={id} className="border-t border-ink1-40">
              <th scope="row" className="py-1 pr-2 text-left font-normal">
                {name}
                <span className="text-note block">{what}</span>
              </th>
              <td className="figure text-right">{player}</td>
              <td className="figure pl-3 text-right font-bold">{mine}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** The mean of numbers on both sides, or of 100 how many have the player’s commonest value; "plain" is none to be told. */
function sides(theirs: ProfileTrait, mine: ProfileTrait) {
  if (theirs.mean && mine.mean)
    return {
      what: theirs.trait.unit ?? '',
      player: rounded(theirs.mean.value),
      mine: rounded(mine.mean.value),
    };
  const first =
    theirs.values.find(({ name, value }) => name !== 'plain' && value >= toldFrom) ?? theirs.values[0];
  const share = mine.values.find(({ name }) => name === first?.name)?.value ?? 0;
  return {
    what: `${String(first?.name ?? '')}, in 100 ${theirs.trait.counts}`,
    player: String(Math.round(100 * (first?.value ?? 0))),
    mine: String(Math.round(100 * share)),
  };
}

/** A value that comes less often is no habit to be told. */
const toldFrom = 0.02;

const rounded = (value: number): string => (value < 10 ? value.toFixed(1) : value.toFixed(0));

function Strays({ arranged: { check, score } }: Chosen) {
  return (
    <Part title={check.strays.length === 0 ? 'Nothing strays' : 'What strays'}>
      {check.strays.length > 0 && (
        <p className="text-note">
          {check.own
            ? 'Further from the player than the player’s own pieces are.'
            : 'Unlike the player. With fewer than three pieces nobody knows how much the player’s own differ.'}
        </p>
      )}
      <ul>
        {check.strays.slice(0, mostStrays).map(({ trait, here, theirs, bars }) => {
          const { what, player, mine } = sides(theirs, here);
          return (
            <li key={trait.id} className="border-t border-ink1-40 py-1 text-sm">
              <span className="font-semibold">{trait.name}</span>
              <span className="text-note block">
                {what}: {mine} here, {player} the player
                {bars.length > 0 &&
                  `; most in bar ${bars
                    .slice(0, 3)
                    .map((bar) => numberOfBar(score, bar))
                    .join(', ')}`}
              </span>
            </li>
          );
        })}
      </ul>
    </Part>
  );
}

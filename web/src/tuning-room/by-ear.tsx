import {
  beatTrend,
  goodEnoughCents,
  homeBeatS,
  realMidi,
  concertPitchHz,
  stringNumbers,
  type StringNumber,
  type StringRetuning,
  type TuningReference,
} from '@jocund/core/instrument';
import { centsFrom, neckPullKg } from '@jocund/core/stand-ins';
import { useEffect, useState } from 'react';
import { BeatEnvelope } from '../tuning-view/beat-envelope.tsx';
import { beatWords, centsText } from '../tuning-view/reference-words.ts';
import { Button } from '../ui/button.tsx';
import { Tick } from '../ui/tick.tsx';
import { useSay } from '../ui/toast.tsx';
import { usePlainKey } from '../ui/use-plain-key.ts';
import { StringHead } from './string-head.tsx';
import { useEarGuitar, type EarGuitar } from './use-ear-guitar.ts';
import type { Room } from './use-room.ts';

export interface PanelProps {
  readonly room: Room;
  readonly chosen: StringNumber;
  readonly onChoose: (string: StringNumber) => void;
  readonly done: ReadonlySet<StringNumber>;
  readonly onHome: (string: StringNumber) => void;
}

const envelopeS = 3;
/** Beats faster than this are heard as roughness, not counted. */
const fastestBeatHz = 12;
const fineCents = 2;
const coarseCents = 20;

/** One string of the simulated guitar by ear: sound the two, turn the peg, hear the beats slow down, call it home. */
export function ByEar({ room, chosen, onChoose, done, onHome }: PanelProps) {
  const { plan, to } = room;
  const step = plan.strings.find(({ string }) => string === chosen);
  const reference = step?.direction === 'stays' ? checkReference(room, chosen) : (step?.reference ?? null);
  const ear = useEarGuitar(room, chosen, reference);
  const [showsCents, setShowsCents] = useState(true);
  const say = useSay();

  const callHome = () => {
    if (ear.isGood) {
      say(
        `String ${chosen} is home: ${Math.abs(ear.cents).toFixed(1)} cents ${ear.cents < 0 ? 'flat' : 'sharp'}.`,
      );
      onHome(chosen);
    } else
      say(
        `String ${chosen} is still ${Math.abs(Math.round(ear.cents))} cents ${ear.cents < 0 ? 'flat' : 'sharp'}. Listen once more.`,
      );
  };
  useEarKeys(ear, callHome, (by) => onChoose(neighbour(chosen, by)));

  if (!step) return null;
  return (
    <>
      <StringHead title={`String ${chosen}`} plan={plan} string={chosen} done={done} />
      <div className="mt-3 border-t-[1.5px] border-ink1 pt-3">
        <div className="flex items-end gap-3" aria-live="polite">
          {showsCents && (
            <p className="figure text-hero leading-none whitespace-nowrap">
              {centsText(ear.cents)}
              <span className="text-2xl"> ¢</span>
            </p>
          )}
          <p className="leading-tight">
            <span data-testid="beats">{beatsNow(ear)}</span>
            <br />
            {referenceText(reference)}
          </p>
        </div>
        <MovingEnvelope ear={ear} />
        <p className="figure mt-2 text-lg">{adviceFor(ear)}</p>
        <p className="text-note">{homeWords(step, reference, to)}</p>
        <div className="mt-3 flex flex-wrap gap-2">
          <Button look="solid" onClick={() => ear.sound('both')}>
            Sound both
          </Button>
          <Button onClick={() => ear.sound('reference')}>
            {reference
              ? `Sound ${reference.string} ${reference.fret === 0 ? 'open' : `at ${reference.fret}`}`
              : 'Sound the note'}
          </Button>
          <Button onClick={() => ear.sound('string')}>Sound {chosen}</Button>
        </div>
        <Peg ear={ear} />
        <div className="mt-3 flex flex-wrap items-center gap-3">
          <Button look="solid" onClick={callHome}>
            Call it home
          </Button>
          <Tick label="show how far off" checked={showsCents} onChange={setShowsCents} />
        </div>
      </div>
      <Trend step={step} reference={reference} to={to} />
      <WholeGuitar room={room} ear={ear} />
      <p className="narrow text-note mt-3 text-ink1-80">
        Keys: B both, R reference, S string, arrows left and right turn the peg (with Shift further), up and
        down choose the string, Enter calls it home. Keep headphones low.
      </p>
    </>
  );
}

/** For a string that stays: the reference by which it can be checked when the others are right. */
function checkReference({ to }: Room, string: StringNumber): TuningReference | null {
  const wanted = realMidi(to, string);
  for (const other of stringNumbers) {
    if (other === string) continue;
    const above = wanted - realMidi(to, other);
    if (Math.abs(above) === 12) return { string: other, fret: 0, ownFret: 0, relation: 'octave' };
    if (above >= 0 && above <= 7) return { string: other, fret: above, ownFret: 0, relation: 'unison' };
  }
  return null;
}

const neighbour = (string: StringNumber, by: number): StringNumber =>
  Math.min(6, Math.max(1, string + by)) as StringNumber;

const referenceText = (reference: TuningReference | null): string =>
  reference
    ? `against ${reference.string} ${reference.fret === 0 ? 'open' : `at fret ${reference.fret}`}`
    : 'against its own note: no string is right yet';

const beatsNow = ({ beatHz }: EarGuitar): string =>
  beatHz > fastestBeatHz ? 'too far off to beat' : beatWords(beatHz);

function adviceFor({ cents, isGood }: EarGuitar): string {
  if (isGood) return 'That is home.';
  const steps = Math.round(Math.abs(cents) / 100);
  const way = cents > 0 ? 'Down' : 'Up';
  if (steps >= 1) return `${way} by about ${steps === 1 ? 'a semitone' : `${steps} semitones`}.`;
  return cents > 0 ? 'Down a hair, then up to it.' : 'Up to it, slowly.';
}

function homeWords(step: StringRetuning, reference: TuningReference | null, to: Room['to']): string {
  const own = realMidi(to, step.string) + (reference?.ownFret ?? 0);
  const other = reference ? realMidi(to, reference.string) + reference.fret : own;
  const seconds = homeBeatS(own, other, reference?.relation ?? 'unison', concertPitchHz(to));
  return `Home when a beat takes ${seconds.toFixed(0)} seconds or longer.`;
}

/** The beats as they are now, with the moment that sounds. */
function MovingEnvelope({ ear }: { ear: EarGuitar }) {
  const [nowS, setNowS] = useState<number | undefined>();
  const { elapsedS } = ear;
  useEffect(() => {
    let frame = 0;
    const step = () => {
      const elapsed = elapsedS();
      setNowS(elapsed === undefined ? undefined : elapsed % envelopeS);
      frame = requestAnimationFrame(step);
    };
    if (matchMedia('(prefers-reduced-motion: reduce)').matches) return;
    step();
    return () => cancelAnimationFrame(frame);
  }, [elapsedS]);
  return (
    <div className="mt-2">
      <BeatEnvelope
        beatHz={Math.min(ear.beatHz, fastestBeatHz)}
        seconds={envelopeS}
        width={288}
        height={46}
        nowS={nowS}
      />
    </div>
  );
}

function Peg({ ear }: { ear: EarGuitar }) {
  const pegs = [
    [-coarseCents, '−20'],
    [-fineCents, '−2'],
    [fineCents, '+2'],
    [coarseCents, '+20'],
  ] as const;
  return (
    <div role="group" aria-label="Peg" className="mt-3 flex items-center gap-1.5">
      <span className="text-note mr-1">peg</span>
      {pegs.map(([cents, label]) => (
        <Button
          key={label}
          className="min-w-12 flex-1"
          aria-label={`Turn ${cents < 0 ? 'down' : 'up'} ${Math.abs(cents)} cents`}
          onClick={() => ear.turn(cents)}
        >
          {label}
        </Button>
      ))}
    </div>
  );
}

const trendCents = [30, 20, 10, 5, goodEnoughCents] as const;

/** How fast the pair beats as it comes right; the last step is good enough. */
function Trend({
  step,
  reference,
  to,
}: {
  step: StringRetuning;
  reference: TuningReference | null;
  to: Room['to'];
}) {
  const own = realMidi(to, step.string) + (reference?.ownFret ?? 0);
  const other = reference ? realMidi(to, reference.string) + reference.fret : own;
  const trend = beatTrend(own, other, reference?.relation ?? 'unison', trendCents, concertPitchHz(to));
  return (
    <section className="mt-4 border-t-[1.5px] border-ink1 pt-2">
      <h3 className="text-base">As it comes right</h3>
      <dl className="narrow text-note grid grid-cols-5 pt-1 text-center">
        {trend.map(({ detuneCents, beatHz }) => (
          <div key={detuneCents}>
            <dt className="text-ink1-80">{detuneCents === goodEnoughCents ? 'home' : `${detuneCents} ¢`}</dt>
            <dd className="figure text-base">{beatHz.toFixed(1)}</dd>
          </div>
        ))}
      </dl>
      <p className="narrow text-note pt-1 text-ink1-80">Beats a second at so many cents off, either way.</p>
    </section>
  );
}

/** What turning one string did to the others, and to the neck. */
function WholeGuitar({ room, ear }: { room: Room; ear: EarGuitar }) {
  return (
    <section className="mt-4 border-t-[1.5px] border-ink1 pt-2">
      <div className="flex items-baseline justify-between">
        <h3 className="text-base">The whole guitar</h3>
        <span className="text-note">
          pull <span className="figure">{neckPullKg(ear.guitar).toFixed(1)}</span> kg
        </span>
      </div>
      <dl className="narrow text-note grid grid-cols-6 pt-1 text-center">
        {[...stringNumbers].reverse().map((string) => (
          <div key={string}>
            <dt className="text-ink1-80">{string}</dt>
            <dd className="figure text-base">
              {centsText(Math.round(centsFrom(ear.guitar, string, room.to)))}
            </dd>
          </div>
        ))}
      </dl>
      <p className="narrow text-note pt-1 text-ink1-80">
        Cents from each string’s note. A string let down sharpens the others: check them all at the end.
      </p>
    </section>
  );
}

function useEarKeys(ear: EarGuitar, callHome: () => void, choose: (by: number) => void): void {
  usePlainKey((event) => {
    const taken =
      event.target instanceof HTMLElement &&
      event.target.closest('input, select, textarea, [role="radio"]') !== null;
    if (taken) return;
    const onButton = event.target instanceof HTMLElement && event.target.closest('button, a') !== null;
    const cents = event.shiftKey ? coarseCents : fineCents;
    const key = event.key.toLowerCase();
    if (key === 'b') ear.sound('both');
    else if (key === 'r') ear.sound('reference');
    else if (key === 's') ear.sound('string');
    else if (key === 'arrowleft') ear.turn(-cents);
    else if (key === 'arrowright') ear.turn(cents);
    else if (key === 'arrowup') choose(-1);
    else if (key === 'arrowdown') choose(1);
    else if (key === 'enter' && !onButton) callHome();
    else return;
    event.preventDefault();
  });
}

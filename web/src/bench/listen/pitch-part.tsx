import { driftOf, leastDrift, type Reference } from '@jocund/core/listening';
import type { LikelyTuning } from '@jocund/core/transcription';
import { Button } from '../../ui/button.tsx';
import { MarginPart } from '../margin.tsx';
import { useBench } from '../bench-context.tsx';
import { useListen } from './listen-context.tsx';
import { centsText, clock } from './time-words.ts';

/** Below this the partials agree on nothing. */
const leastAgreement = 0.5;
const [width, height] = [250, 52];

/** How far the recording lies from A 440, over its time, and what to do about it. */
export function PitchPart({
  reference,
  likely,
}: {
  reference: Reference | null;
  likely: LikelyTuning | undefined;
}) {
  const { score, edit } = useBench();
  const { cents: heardShift, setCents } = useListen();
  if (!reference || reference.agreement < leastAgreement)
    return (
      <MarginPart title="Pitch">
        <p className="text-note">No pitch can be told: hardly anything in the recording rings clearly.</p>
      </MarginPart>
    );
  // A capo puts the guitar up; tuned down it is where the record is flat by more than half steps.
  const down = likely && likely.shift < 0 ? likely.shift : 0;
  const cents = 100 * down + reference.cents;
  const a4Hz = Math.round(440 * 2 ** (reference.cents / 1200) * 10) / 10;
  const isTuned =
    (score.tuning.wholeSemitones ?? 0) === down && Math.abs((score.tuning.a4Hz ?? 440) - a4Hz) < 0.15;
  return (
    <MarginPart title="Pitch" note="against A 440">
      <div className="flex items-center gap-3">
        <p className="figure text-[40px] leading-none whitespace-nowrap">
          {centsText(cents)}
          <span className="text-lg"> ¢</span>
        </p>
        <p className="text-note">{adviceOf(down, reference.cents)}</p>
      </div>
      <Course reference={reference} />
      <div className="mt-1 flex flex-wrap gap-x-4">
        <Button
          look="plain"
          disabled={isTuned}
          onClick={() =>
            edit((before) => ({
              ...before,
              tuning: { ...before.tuning, wholeSemitones: down === 0 ? undefined : down, a4Hz },
            }))
          }
        >
          {isTuned ? 'The piece is tuned to it' : 'Tune the piece to it'}
        </Button>
        <Button
          look="plain"
          aria-pressed={heardShift !== 0}
          onClick={() => setCents(heardShift === 0 ? Math.round(-cents) : 0)}
        >
          {heardShift === 0 ? 'Hear it at A 440' : 'Hear it as recorded'}
        </Button>
      </div>
    </MarginPart>
  );
}

function adviceOf(down: number, cents: number): string {
  const rest = Math.round(Math.abs(cents));
  const steps = down === -1 ? 'one half step' : down < 0 ? `${-down} half steps` : '';
  const fine = rest === 0 ? '' : `${rest} cents`;
  if (!steps && !fine) return 'in tune with A 440';
  if (!steps) return `tune ${cents < 0 ? 'down' : 'up'} ${fine}`;
  return `tune down ${steps}${fine ? `, then ${fine} ${cents < 0 ? 'further down' : 'up'}` : ''}`;
}

/** The pitch over the time of the recording: a tape that drifts bends the line. */
function Course({ reference }: { reference: Reference }) {
  const { course, cents } = reference;
  const spread = Math.max(4, ...course.map((each) => Math.abs(each.cents - cents)));
  const lastS = course.at(-1)?.atS ?? 1;
  const points = course.map((each) => ({
    x: 30 + (each.atS / lastS) * (width - 36),
    y: height / 2 - ((each.cents - cents) / spread) * (height / 2 - 8),
  }));
  const drift = driftOf(reference);
  return (
    <figure className="mt-2">
      <svg viewBox={`0 0 ${width} ${height}`} className="block w-full" aria-hidden>
        <line
          x1={30}
          x2={width}
          y1={height / 2}
          y2={height / 2}
          className="stroke-ink1-40"
          strokeDasharray="2 3"
        />
        <text x={0} y={12} className="fill-ink1-80 text-[11px]">
          +{Math.round(spread)}
        </text>
        <text x={0} y={height - 2} className="fill-ink1-80 text-[11px]">
          −{Math.round(spread)}
        </text>
        <polyline
          points={points.map(({ x, y }) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ')}
          className="fill-none stroke-ink1"
          strokeWidth={2}
        />
        {points.map(({ x, y }) => (
          <circle key={x} cx={x} cy={y} r={2.4} className="fill-ink1" />
        ))}
      </svg>
      <figcaption className="narrow text-note text-ink1-80">
        {drift < leastDrift
          ? `steady to ${clock(lastS)}, within ${Math.max(1, Math.ceil(drift))} ${Math.ceil(drift) <= 1 ? 'cent' : 'cents'}`
          : `drifts by ${Math.round(drift)} cents up to ${clock(lastS)}. “Even it out” makes a steady copy`}
      </figcaption>
    </figure>
  );
}

import { shareIn, type Profile } from '@jocund/core/style';
import { traitOf } from './figures.ts';

const places = ['1', '1&', '2', '2&', '3', '3&', '4', '4&'] as const;
const beats = ['1', '2', '3', '4'] as const;
const left = 34;
const step = 43;
const tuneY = 52;
const stringGap = 36;
const firstString = 140;
/** A place with this share of the tune has the largest circle. */
const largestShare = 0.25;
const largestRadius = 20;
/** Figures stand inside where they fit. */
const insideFrom = 11.5;

const xOf = (slot: number): number => left + slot * step;

/** Where in the bar the tune falls, where it lands with the thumb, and what the thumb strikes on each beat. */
export function HandPrint({ profile, name }: { profile: Profile; name: string }) {
  const strings = [3, 4, 5, 6].filter(
    (string) => string > 3 || beats.some((beat) => bassShare(profile, beat, string) > 0.1),
  );
  const yOf = (string: number) => firstString + strings.indexOf(string) * stringGap;
  const bottom = firstString + (strings.length - 1) * stringGap;
  return (
    <svg
      viewBox={`0 0 ${left + 8 * step} ${bottom + 40}`}
      className="block w-full"
      role="img"
      aria-label={printWords(profile, name)}
    >
      <line x1={left - 18} x2={left + 7.6 * step} y1={tuneY} y2={tuneY} stroke="var(--color-ink1-40)" />
      {places.map((place, slot) => (
        <TunePlace key={place} profile={profile} place={place} x={xOf(slot)} />
      ))}
      {strings.map((string) => (
        <g key={string}>
          <text x={0} y={yOf(string) + 5} className="figure" fontSize={14}>
            {string}
          </text>
          <line
            x1={left - 18}
            x2={left + 7.6 * step}
            y1={yOf(string)}
            y2={yOf(string)}
            stroke="var(--color-ink1-65)"
            strokeWidth={0.5 + string / 4}
          />
          {beats.map((beat, index) => (
            <BassPlace
              key={beat}
              share={bassShare(profile, beat, string)}
              x={xOf(index * 2)}
              y={yOf(string)}
            />
          ))}
        </g>
      ))}
      {places.map((place, slot) => (
        <text
          key={place}
          x={xOf(slot)}
          y={bottom + 34}
          textAnchor="middle"
          fontSize={14}
          fontWeight={slot % 2 === 0 ? 700 : 400}
          fill={slot % 2 === 0 ? 'var(--color-ink1)' : 'var(--color-ink1-65)'}
        >
          {slot % 2 === 0 ? place : '&'}
        </text>
      ))}
    </svg>
  );
}

function TunePlace({ profile, place, x }: { profile: Profile; place: string; x: number }) {
  const share = shareIn(profile, 'tune-places', place);
  const radius = Math.max(3, largestRadius * Math.sqrt(Math.min(1, share / largestShare)));
  const pinched = pinchedShare(profile, place);
  const isInside = radius >= insideFrom;
  return (
    <g>
      {pinched > 0.02 && (
        <rect x={x - pinched * 8} y={tuneY} width={pinched * 16} height={62} fill="var(--color-over)" />
      )}
      <circle
        cx={x}
        cy={tuneY}
        r={radius}
        fill="var(--color-paper)"
        stroke="var(--color-ink2)"
        strokeWidth={1.8}
      />
      <text
        x={x}
        y={isInside ? tuneY + 5.5 : tuneY - radius - 6}
        textAnchor="middle"
        className="figure"
        fontSize={isInside ? 16 : 14}
        fill="var(--color-ink2-deep)"
      >
        {Math.round(share * 100)}
      </text>
    </g>
  );
}

function BassPlace({ share, x, y }: { share: number; x: number; y: number }) {
  if (share < 0.01) return null;
  const side = Math.max(4, 34 * Math.sqrt(share));
  return (
    <g>
      <rect x={x - side / 2} y={y - side / 2} width={side} height={side} fill="var(--color-ink1)" />
      {side >= 20 && (
        <text
          x={x}
          y={y + 5.5}
          textAnchor="middle"
          className="figure"
          fontSize={15}
          fill="var(--color-paper)"
        >
          {Math.round(share * 100)}
        </text>
      )}
    </g>
  );
}

/** How many of the notes of the tune at a place land with the thumb, 0 to 1. */
function pinchedShare(profile: Profile, place: string): number {
  const notes = shareIn(profile, 'tune-places', place) * (traitOf(profile, 'tune-places')?.count ?? 0);
  const pinches = shareIn(profile, 'pinch-beats', place) * (traitOf(profile, 'pinch-beats')?.count ?? 0);
  return notes === 0 ? 0 : Math.min(1, pinches / notes);
}

/** How many of the strokes on a beat are on a string. */
function bassShare(profile: Profile, beat: string, string: number): number {
  const on = (each: number) => shareIn(profile, 'thumb-places', `${beat} string ${each}`);
  const all = [1, 2, 3, 4, 5, 6].reduce((sum, each) => sum + on(each), 0);
  return all === 0 ? 0 : on(string) / all;
}

/** The same for who does not see it. */
function printWords(profile: Profile, name: string): string {
  const tune = places.map((place) => `${place} ${Math.round(shareIn(profile, 'tune-places', place) * 100)}`);
  const bass = beats.map((beat) => {
    const strings = [6, 5, 4, 3].map(
      (string) => `string ${string} ${Math.round(bassShare(profile, beat, string) * 100)}`,
    );
    return `beat ${beat}: ${strings.join(', ')}`;
  });
  return `${name}. Of 100 notes of the tune: ${tune.join(', ')}. Of 100 strokes of the thumb, ${bass.join('; ')}.`;
}

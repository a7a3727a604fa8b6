import {
  beatsBetweenHz,
  goodEnoughCents,
  type StringNumber,
  type TuningReference,
} from '@jocund/core/instrument';
import {
  centsFrom,
  pluck,
  rest,
  soundingHz,
  strungGuitar,
  turnPeg,
  type SimulatedGuitar,
} from '@jocund/core/stand-ins';
import { useEffect, useRef, useState } from 'react';
import { StringSounder } from '../sound/string-sounder.ts';
import { goalHz, type Room } from './use-room.ts';

/** The simulated guitar under the learner's hands: what it sounds, and what can be done to it. */
export interface EarGuitar {
  readonly guitar: SimulatedGuitar;
  readonly stringHz: number;
  /** What the string is held against; its own note from a pitch pipe while no string is right yet. */
  readonly referenceHz: number;
  readonly relation: TuningReference['relation'];
  readonly beatHz: number;
  /** The string against its note; positive is sharp. */
  readonly cents: number;
  readonly isGood: boolean;
  readonly turn: (byCents: number) => void;
  readonly sound: (which: 'string' | 'reference' | 'both') => void;
  readonly elapsedS: () => number | undefined;
}

export function useEarGuitar(room: Room, string: StringNumber, reference: TuningReference | null): EarGuitar {
  const { from, to, gauges, scaleMm } = room;
  const [guitar, setGuitar] = useState(() => strungGuitar(from, gauges, scaleMm));
  const [sounder] = useState(() => new StringSounder());
  const touchedAt = useRef<number | undefined>(undefined);
  useEffect(() => () => sounder.close(), [sounder]);
  useEffect(() => sounder.damp(), [sounder, string]);

  /** Strings creep while nobody touches them. */
  const rested = (): SimulatedGuitar => {
    const now = performance.now();
    const seconds = (now - (touchedAt.current ?? now)) / 1000;
    touchedAt.current = now;
    return rest(guitar, seconds);
  };

  const ownFret = reference?.ownFret ?? 0;
  const hzOf = (each: SimulatedGuitar) => soundingHz(each, string, ownFret);
  const referenceHz = reference ? soundingHz(guitar, reference.string, reference.fret) : goalHz(to, string);
  const relation = reference?.relation ?? 'unison';
  const stringHz = hzOf(guitar);
  const cents = centsFrom(guitar, string, to);
  return {
    guitar,
    stringHz,
    referenceHz,
    relation,
    beatHz: beatsBetweenHz(stringHz, referenceHz, relation),
    cents,
    isGood: Math.abs(cents) <= goodEnoughCents,
    turn: (byCents) => {
      const turned = turnPeg(rested(), string, byCents);
      setGuitar(turned);
      sounder.bend('string', hzOf(turned));
      if (reference) sounder.bend('reference', soundingHz(turned, reference.string, reference.fret));
    },
    sound: (which) => {
      const plucked = which === 'reference' ? rested() : pluck(rested(), string);
      setGuitar(plucked);
      void sounder.pluck({
        ...(which === 'reference' ? {} : { string: hzOf(plucked) }),
        ...(which === 'string'
          ? {}
          : {
              reference: reference
                ? soundingHz(plucked, reference.string, reference.fret)
                : goalHz(to, string),
            }),
      });
    },
    elapsedS: () => sounder.elapsedS(),
  };
}

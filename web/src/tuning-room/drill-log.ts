import type { NewDrill } from '@jocund/contract';
import { beatsBetweenHz } from '@jocund/core/instrument';
import { frequencyHz } from '@jocund/core/pitch';
import { useState } from 'react';
import { useDrillLog } from '../api/tunings.ts';

const place = 'jocund-ear-drills';
const kept = 50;

/** The ear drills of whoever sits here: on the server when signed in, else in this browser. Newest first. */
export function useDrills(isSignedIn: boolean): {
  readonly drills: readonly NewDrill[];
  readonly log: (drill: NewDrill) => void;
} {
  const server = useDrillLog(isSignedIn);
  const [local, setLocal] = useState(readLocal);
  if (isSignedIn) return server;
  return {
    drills: local,
    log: (drill) => {
      const next = [drill, ...local].slice(0, kept);
      setLocal(next);
      try {
        localStorage.setItem(place, JSON.stringify(next));
      } catch {
        // The list still shows until the page is left.
      }
    },
  };
}

function readLocal(): NewDrill[] {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(place) ?? '[]');
    return Array.isArray(read) ? (read as NewDrill[]) : [];
  } catch {
    return [];
  }
}

/** Beats there were in a logged drill. */
export const realBeats = ({ targetMidi, referenceMidi, relation, detuneCents, seconds }: NewDrill): number =>
  beatsBetweenHz(frequencyHz(targetMidi + detuneCents / 100), frequencyHz(referenceMidi), relation) * seconds;

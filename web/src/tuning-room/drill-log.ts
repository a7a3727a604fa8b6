import { endpoints, type NewDrill } from '@jocund/contract';
import { beatsBetweenHz } from '@jocund/core/instrument';
import { frequencyHz } from '@jocund/core/pitch';
import { useEffect, useEffectEvent, useRef, useState } from 'react';
import { useDrillLog } from '../api/tunings.ts';

const place = 'jocund-ear-drills';
const mostKept = 50;

/**
 * The ear drills of whoever sits here, newest first. A drill is kept in this browser until the server has it: while nobody
 * is signed in, and while the server cannot be reached. What waits goes out with the next drill or the next visit.
 */
export function useDrills(isSignedIn: boolean): {
  readonly drills: readonly NewDrill[];
  readonly log: (drill: NewDrill) => void;
} {
  const server = useDrillLog(isSignedIn);
  const [waiting, setWaiting] = useState(readWaiting);
  /** The same list for work that goes on between two drawings: a drill may be counted while another is under way. */
  const queue = useRef(waiting);
  const isSending = useRef(false);

  const keep = (drills: readonly NewDrill[]) => {
    queue.current = drills;
    setWaiting(drills);
    writeWaiting(drills);
  };
  /** Sends what waits, oldest first, until the server takes one no more. */
  const sendAll = async () => {
    if (!isSignedIn || isSending.current) return;
    isSending.current = true;
    for (let oldest = queue.current.at(-1); oldest; oldest = queue.current.at(-1)) {
      const sent = oldest;
      if (!(await server.send(sent))) break;
      keep(queue.current.filter((each) => each !== sent));
    }
    isSending.current = false;
  };
  const sendWaiting = useEffectEvent(() => void sendAll());
  useEffect(() => {
    if (isSignedIn) sendWaiting();
  }, [isSignedIn]);

  return {
    drills: isSignedIn ? [...waiting, ...server.drills] : waiting,
    log: (drill) => {
      keep([drill, ...queue.current].slice(0, mostKept));
      void sendAll();
    },
  };
}

/** What the browser kept, drill by drill; what cannot be read is left out. */
function readWaiting(): readonly NewDrill[] {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(place) ?? '[]');
    if (!Array.isArray(read)) return [];
    return read.flatMap((each) => {
      const drill = endpoints.logDrill.body.safeParse(each);
      return drill.success ? [drill.data] : [];
    });
  } catch {
    return [];
  }
}

function writeWaiting(drills: readonly NewDrill[]): void {
  try {
    localStorage.setItem(place, JSON.stringify(drills));
  } catch {
    // The list still shows until the page is left.
  }
}

/** Beats there were in a logged drill. */
export const realBeats = ({ targetMidi, referenceMidi, relation, detuneCents, seconds }: NewDrill): number =>
  beatsBetweenHz(frequencyHz(targetMidi + detuneCents / 100), frequencyHz(referenceMidi), relation) * seconds;

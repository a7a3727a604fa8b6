import { useState } from 'react';

/**
 * Focus that goes on from a field to the one drawn in its place: the field that is taken asks for it, the next one takes it up once.
 */
export interface GoingOn {
  readonly ask: () => void;
  /** Whether it was asked for since it was last taken up. */
  readonly takeUp: () => boolean;
}

export const useGoingOn = (): GoingOn => useState(createGoingOn)[0];

function createGoingOn(): GoingOn {
  let isAsked = false;
  return {
    ask: () => {
      isAsked = true;
    },
    takeUp: () => {
      const was = isAsked;
      isAsked = false;
      return was;
    },
  };
}

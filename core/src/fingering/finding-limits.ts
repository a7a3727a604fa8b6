import type { CostEntry } from './cost-table.ts';

/** From where on something is worth telling a teacher. Below these it is what hands do all day. */
export const findingLimits = {
  elsewhere: {
    value: 60,
    unit: 'mm',
    says: 'another place is offered when the whole piece costs at most this much more with it',
    source: 'from memory',
  },
  stretch: {
    value: 0.5,
    unit: 'share',
    says: 'of the way from a comfortable to the largest span between two fingers',
    source: 'from memory, to be argued with',
  },
  shiftWay: {
    value: 60,
    unit: 'mm',
    says: 'a shift shorter than this is not named',
    source: 'from memory: about two frets in first position',
  },
  shiftSpare: {
    value: 180,
    unit: 'ms',
    says: 'time a hand should have for a shift',
    source: 'from memory',
  },
  sameFinger: {
    value: 260,
    unit: 'ms',
    says: 'one finger on two strings in less time than this',
    source: 'common practice: eighths at a brisk tempo; the value is from memory',
  },
  sameString: {
    value: 170,
    unit: 'ms',
    says: 'one finger on one string in less time than this',
    source: 'from memory: about sixteenths at ♩ 90',
  },
  thumb: {
    value: 200,
    unit: 'ms',
    says: 'two thumb strokes in less time than this, unless dragged',
    source: 'from memory',
  },
  hardBendFret: {
    value: 2,
    unit: 'frets',
    says: 'a wider bend at or below this fret',
    source: 'common practice: the string is stiff near the nut',
  },
  easyBend: {
    value: 60,
    unit: 'cents',
    says: 'a bend up to this, a quarter tone, is done anywhere with any finger, on wound strings, too',
    source: 'common practice; the value is from memory',
  },
} as const satisfies Record<string, Omit<CostEntry, 'unit'> & { readonly unit: string }>;

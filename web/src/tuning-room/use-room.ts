import {
  concertPitchHz,
  parseTuning,
  planRetuning,
  realMidi,
  type GaugeSet,
  type RetuningPlan,
  type StringNumber,
  type Tuning,
} from '@jocund/core/instrument';
import { frequencyHz } from '@jocund/core/pitch';
import { useMemo } from 'react';
import { gaugesOf, tuningOf } from '../ui/guitar.ts';
import { useSettings } from '../ui/settings.ts';
import { useAddress } from '../ui/use-address.ts';

export type Way = 'ear' | 'tuner' | 'drill';
const ways: readonly Way[] = ['ear', 'tuner', 'drill'];

/** What the address says: from which tuning to which, on which guitar, and by which way. */
export interface Room {
  readonly from: Tuning;
  readonly to: Tuning;
  readonly plan: RetuningPlan;
  readonly gauges: GaugeSet;
  readonly scaleMm: number;
  readonly way: Way;
  /** Tunings that the address names and nobody can read; the usual ones stand in for them. */
  readonly unread: readonly string[];
  readonly write: (name: string, value: string) => void;
}

const numberIn = (text: string, low: number, high: number, usual: number): number => {
  const value = Number(text);
  return text !== '' && Number.isFinite(value) && value >= low && value <= high ? value : usual;
};

export function useRoom(): Room {
  const { read, write } = useAddress();
  const [settings] = useSettings();
  const fromText = read('from') || settings.today;
  const toText = read('to') || 'open-d';
  const whole = Math.round(numberIn(read('whole'), -7, 5, 0));
  const a4Hz = numberIn(read('a4'), 390, 490, 440);
  const fromWhole = Math.round(numberIn(read('fromWhole'), -7, 5, 0));
  const fromA4Hz = numberIn(read('fromA4'), 390, 490, 440);
  const gaugeText = read('gauges') || settings.gauges;
  const scaleMm = numberIn(read('scale'), 400, 800, 650);
  const way = ways.find((each) => each === read('way')) ?? 'ear';
  return useMemo(() => {
    const from: Tuning = { ...tuningOf(fromText), wholeSemitones: fromWhole, a4Hz: fromA4Hz };
    const to: Tuning = { ...tuningOf(toText), wholeSemitones: whole, a4Hz };
    const unread = [fromText, toText].filter((text) => !parseTuning(text).ok);
    const plan = planRetuning(from, to);
    return { from, to, plan, gauges: gaugesOf(gaugeText), scaleMm, way, unread, write };
  }, [fromText, fromWhole, fromA4Hz, toText, whole, a4Hz, gaugeText, scaleMm, way, write]);
}

/** Frequency a string is to have. */
export const goalHz = (to: Tuning, string: StringNumber): number =>
  frequencyHz(realMidi(to, string), concertPitchHz(to));

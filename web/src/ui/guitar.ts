import {
  parseGauges,
  parseTuning,
  standardTuning,
  type GaugeSet,
  type Tuning,
} from '@jocund/core/instrument';

/** A set of strings by its name or gauges; a light set where the text cannot be read. */
export function gaugesOf(text: string | undefined): GaugeSet {
  const parsed = parseGauges(text ?? 'light');
  if (parsed.ok) return parsed.value;
  const light = parseGauges('light');
  return light.ok ? light.value : new Map();
}

/** A tuning by its name or pitches; standard where the text cannot be read. */
export function tuningOf(text: string): Tuning {
  const parsed = parseTuning(text);
  return parsed.ok ? parsed.value : standardTuning;
}

/** How a tuning is written into an address or a setting: pitches say everything. */
export const tuningText = ({ pitches }: Pick<Tuning, 'pitches'>): string => pitches.join('');

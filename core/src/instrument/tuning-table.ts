/** A tuning that ships with Jocund: data a guitarist could read and correct. Pitches from string 6 to string 1. */
export interface ShippedTuning {
  readonly id: string;
  readonly name: string;
  readonly aliases: readonly string[];
  readonly pitches: readonly string[];
}

export const standardPitches: readonly string[] = ['E2', 'A2', 'D3', 'G3', 'B3', 'E4'];

const tuning = (id: string, name: string, pitches: string, ...aliases: string[]): ShippedTuning => ({
  id,
  name,
  aliases,
  pitches: pitches.split(' '),
});

/** Common practice. What chord the open strings spell is computed, never stored. */
export const tuningTable: readonly ShippedTuning[] = [
  tuning('standard', 'Standard', 'E2 A2 D3 G3 B3 E4', 'std', 'e standard'),
  tuning('drop-d', 'Drop D', 'D2 A2 D3 G3 B3 E4', 'dropd'),
  tuning('double-drop-d', 'Double drop D', 'D2 A2 D3 G3 B3 D4', 'doubledropd'),
  tuning('dadgad', 'D A D G A D', 'D2 A2 D3 G3 A3 D4'),
  tuning('open-d', 'Open D', 'D2 A2 D3 F#3 A3 D4', 'opend'),
  tuning('open-d-minor', 'Open D minor', 'D2 A2 D3 F3 A3 D4', 'opendm', 'open-dm'),
  tuning('open-e', 'Open E', 'E2 B2 E3 G#3 B3 E4', 'opene'),
  tuning('open-g', 'Open G', 'D2 G2 D3 G3 B3 D4', 'openg'),
  tuning('open-g-minor', 'Open G minor', 'D2 G2 D3 G3 Bb3 D4', 'opengm', 'open-gm'),
  tuning('open-a', 'Open A', 'E2 A2 E3 A3 C#4 E4', 'opena'),
  tuning('open-c', 'Open C', 'C2 G2 C3 G3 C4 E4', 'openc'),
  tuning('drop-c', 'Drop C', 'C2 G2 C3 F3 A3 D4', 'dropc'),
  tuning(
    'standard-half-down',
    'Standard, half step down',
    'Eb2 Ab2 Db3 Gb3 Bb3 Eb4',
    'half-step-down',
    'eb-standard',
  ),
  tuning(
    'standard-whole-down',
    'Standard, whole step down',
    'D2 G2 C3 F3 A3 D4',
    'whole-step-down',
    'd-standard',
  ),
  tuning('drop-d-half-down', 'Drop D, half step down', 'C#2 G#2 C#3 F#3 A#3 D#4'),
  tuning('drop-d-whole-down', 'Drop D, whole step down', 'C2 G2 C3 F3 A3 D4'),
  tuning('open-d-half-down', 'Open D, half step down', 'C#2 G#2 C#3 F3 G#3 C#4'),
  tuning('open-d-whole-down', 'Open D, whole step down', 'C2 G2 C3 E3 G3 C4'),
  tuning('open-g-half-down', 'Open G, half step down', 'C#2 F#2 C#3 F#3 A#3 C#4'),
  tuning('open-g-whole-down', 'Open G, whole step down', 'C2 F2 C3 F3 A3 C4'),
];

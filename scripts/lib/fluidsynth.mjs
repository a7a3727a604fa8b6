import { existsSync } from 'node:fs';
import { installPackage } from './debian.mjs';

/** Debian's fluidsynth and its General MIDI soundfont, which play takes for a benchmark; installed when they are missing. */
export function findFluidsynth() {
  const purpose = 'A synthesiser, which plays takes for this benchmark,';
  if (!existsSync('/usr/bin/fluidsynth')) installPackage('fluidsynth', purpose);
  if (!existsSync('/usr/share/sounds/sf2/FluidR3_GM.sf2')) installPackage('fluid-soundfont-gm', purpose);
}

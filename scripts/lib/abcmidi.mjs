import { existsSync } from 'node:fs';
import { installPackage } from './debian.mjs';

/** Debian's abcmidi, whose reader and examples judge ours; installs it when it is missing. */
export function findAbcMidi() {
  if (!existsSync('/usr/bin/abc2midi')) installPackage('abcmidi', 'abc2midi, another reader of ABC,');
}

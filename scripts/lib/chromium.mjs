import { existsSync } from 'node:fs';
import { installPackage } from './debian.mjs';
import { Trouble } from './project.mjs';

const places = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];

/** Debian's Chromium; installs it when it is missing. CHROMIUM names another one. */
export function findChromium() {
  const named = process.env['CHROMIUM'];
  const found = named ?? places.find((place) => existsSync(place));
  if (found) return found;
  installPackage('chromium', 'Chromium, which the browser tests drive,');
  const installed = places.find((place) => existsSync(place));
  if (!installed) throw new Trouble('Chromium was installed, but it was not found.');
  return installed;
}

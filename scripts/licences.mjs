import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import process from 'node:process';
import { root, say } from './lib/project.mjs';

/**
 * `npm run licences`: writes docs/licences.md from the lockfile, so that the list is that of what is installed. With `--check` it only
 * tells whether the page is up to date.
 */
const page = join(root, 'docs/licences.md');

/** Packages whose entry in the lockfile names no licence: read in the package itself. */
const readByHand = /** @type {Readonly<Record<string, string>>} */ ({ 'png-js': 'MIT' });

/** @typedef {{ dev?: boolean, link?: boolean, license?: string }} Entry */

/** @returns {[licence: string, names: string[]][]} */
function packagesByLicence() {
  const lock = /** @type {{ packages: Record<string, Entry> }} */ (
    JSON.parse(readFileSync(join(root, 'package-lock.json'), 'utf8'))
  );
  const found = /** @type {Map<string, Set<string>>} */ (new Map());
  for (const [path, { dev, link, license }] of Object.entries(lock.packages)) {
    const name = path.split('node_modules/').at(-1) ?? '';
    if (!path.includes('node_modules/') || dev || link) continue;
    const licence = license ?? readByHand[name] ?? 'not named';
    found.set(licence, (found.get(licence) ?? new Set()).add(name));
  }
  return [...found]
    .map(([licence, names]) => /** @type {[string, string[]]} */ ([licence, [...names].sort()]))
    .sort(([, a], [, b]) => b.length - a.length);
}

const text = [
  '# Licences',
  '',
  'Made by `npm run licences` from the lockfile; do not edit by hand.',
  '',
  '## Fonts that are shipped',
  '',
  'Archivo, Archivo Narrow and Besley: SIL Open Font License 1.1, from the packages listed below. The signs of standard notation are',
  'outlines traced from Bravura: SIL Open Font License 1.1. The sharp, the flat and the quarter note inside words are our own drawing.',
  '',
  '## Packages',
  '',
  'What a running Jocund is built from or uses. Tools of the tests alone are not listed.',
  ...packagesByLicence().flatMap(([licence, names]) => [
    '',
    `### ${licence}`,
    '',
    ...names.map((name) => `- ${name}`),
  ]),
  '',
].join('\n');

if (process.argv.includes('--check')) {
  if (readFileSync(page, 'utf8') !== text) {
    say('docs/licences.md is out of date. Run: npm run licences');
    process.exit(1);
  }
} else {
  writeFileSync(page, text);
  say(`docs/licences.md: ${packagesByLicence().length} licences`);
}

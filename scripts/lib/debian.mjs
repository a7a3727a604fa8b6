import { capture } from './run.mjs';
import { isRoot, say, Trouble } from './project.mjs';

/**
 * Installs a Debian package, as root or through sudo without a password. Waits for another apt that holds the lock.
 * @param {string} name @param {string} purpose
 */
export function installPackage(name, purpose) {
  const apt = isRoot ? ['apt-get'] : ['sudo', '-n', 'apt-get'];
  if (
    capture('which', ['apt-get']).status !== 0 ||
    (!isRoot && capture('sudo', ['-n', 'true']).status !== 0)
  ) {
    throw new Trouble(
      `${purpose} is missing. Install the package “${name}” (on Debian: apt-get install ${name}), then try again.`,
    );
  }
  say(`Installing ${name} …`);
  const [program = 'apt-get', ...before] = apt;
  const options = { env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } };
  const wait = ['-o', 'DPkg::Lock::Timeout=300', '-q', '-y'];
  capture(program, [...before, ...wait, 'update'], options);
  const done = capture(program, [...before, ...wait, 'install', '--no-install-recommends', name], options);
  if (done.status !== 0)
    throw new Trouble(
      `${name} could not be installed: ${done.stderr.trim().split('\n').slice(-2).join(' ')}`,
    );
}

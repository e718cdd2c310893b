import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { hashOf, under } from './paths.mjs';
import { run } from './run.mjs';
import { say, Trouble } from './say.mjs';

/** Node packages as the lock file has them; nothing is done when they are. */
export async function ensureNodePackages() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 9))
    throw new Trouble(`Node ${process.versions.node} is too old.`, 'install Node 20.9 or newer.');
  const stamp = under('node_modules', '.ridge-lock');
  const lock = hashOf(['package.json', 'package-lock.json']);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  say('Installing Node packages ...');
  const { code, output } = await run('npm', ['ci', '--no-fund', '--no-audit', '--loglevel=error'], {
    env: { NODE_ENV: 'development' },
  });
  if (code !== 0)
    throw new Trouble(
      `npm could not install the packages:\n${output.slice(-1500)}`,
      'check the network, then start again.',
    );
  writeFileSync(stamp, lock);
}

const PROGRAMS = {
  'mariadb-server': ['/usr/sbin/mariadbd', '/usr/bin/mariadb-install-db', '/usr/bin/mariadb-dump'],
  chromium: ['/usr/bin/chromium'],
  git: ['/usr/bin/git'],
  ngspice: ['/usr/bin/ngspice'],
  iproute2: ['/usr/sbin/ip'],
  'libnss3-tools': ['/usr/bin/certutil'],
};

/** Debian packages whose programs are missing, installed if this user may. */
export async function ensureDebianPackages(names) {
  const missing = names.filter((name) => PROGRAMS[name].some((file) => !existsSync(file)));
  if (missing.length === 0) return;
  say(`Installing from Debian: ${missing.join(', ')} ...`);
  const asRoot = process.getuid?.() === 0 ? [] : ['sudo', '-n'];
  const byHand = `sudo apt-get update && sudo apt-get install -y ${missing.join(' ')}`;
  if (asRoot.length > 0 && (await run('sudo', ['-n', 'true']).catch(() => ({ code: 1 }))).code !== 0) {
    throw new Trouble(
      `${missing.join(' and ')} must be installed, and this user may not.`,
      `run this once, then start again:\n    ${byHand}`,
    );
  }
  const env = { DEBIAN_FRONTEND: 'noninteractive' };
  const apt = async (...args) =>
    run(
      [...asRoot, 'apt-get'][0],
      [...asRoot.slice(1), ...(asRoot.length ? ['apt-get'] : []), '-o', 'DPkg::Lock::Timeout=120', ...args],
      { env },
    );
  await apt('update');
  const { code, output } = await apt('install', '-y', '--no-install-recommends', ...missing);
  if (code !== 0)
    throw new Trouble(
      `apt could not install ${missing.join(', ')}:\n${output.slice(-1500)}`,
      `see what it says, or run by hand:\n    ${byHand}`,
    );
}

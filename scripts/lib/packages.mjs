import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { root, step, Stop } from './steps.mjs';

export const isRoot = process.getuid?.() === 0;

/** Installs what package-lock.json names, unless it is there. */
export async function ensureNodeModules() {
  const mark = path.join(root, 'node_modules/.package-lock.json');
  const lock = path.join(root, 'package-lock.json');
  if (existsSync(mark) && statSync(mark).mtimeMs >= statSync(lock).mtimeMs) return;
  await step(
    'Installing node modules (a minute or two)',
    'npm',
    ['ci', '--prefer-offline', '--fetch-timeout=30000', '--fetch-retries=3'],
    {
      env: { PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1', ASTRO_TELEMETRY_DISABLED: '1', NODE_ENV: 'development' },
    },
  );
}

async function ensureDebianPackages(words, packages) {
  const command = `apt-get install -y --no-install-recommends ${packages.join(' ')}`;
  if (!isRoot)
    throw new Stop(
      `${words} is missing. Install it with:\n\n  sudo apt-get update && sudo ${command}\n\nand start again.`,
    );
  if (spawnSync('which', ['apt-get']).status !== 0)
    throw new Stop(`${words} is missing, and there is no apt-get to install it with.`);
  const env = { DEBIAN_FRONTEND: 'noninteractive' };
  await step('Refreshing the list of Debian packages', 'apt-get', ['update', '-q'], { env });
  await step(
    `Installing ${words} from Debian's packages`,
    'apt-get',
    ['install', '-y', '-q', '--no-install-recommends', ...packages],
    { env },
  );
}

const newestServer = () => {
  const base = '/usr/lib/postgresql';
  if (!existsSync(base)) return null;
  const [version] = readdirSync(base)
    .filter((name) => existsSync(path.join(base, name, 'bin/initdb')))
    .sort((a, b) => Number(b) - Number(a));
  return version === undefined ? null : path.join(base, version, 'bin');
};

/** The folder with PostgreSQL's programs; installs them from Debian's packages where they are missing. */
export async function ensurePostgres() {
  const found = newestServer();
  if (found !== null) return found;
  if (isRoot) {
    // Debian would make and start a cluster of its own; this project brings its own.
    mkdirSync('/etc/postgresql-common/createcluster.d', { recursive: true });
    writeFileSync('/etc/postgresql-common/createcluster.d/arbolito.conf', 'create_main_cluster = false\n');
  }
  await ensureDebianPackages('PostgreSQL', ['postgresql']);
  const installed = newestServer();
  if (installed === null)
    throw new Stop('PostgreSQL was installed, but its programs are not under /usr/lib/postgresql.');
  return installed;
}

/** Where Debian puts Chromium. */
export const CHROMIUM_PATH = '/usr/bin/chromium';

/** Installs Chromium from Debian's packages where it is missing. */
export async function ensureChromium() {
  if (!existsSync(CHROMIUM_PATH)) await ensureDebianPackages('Chromium', ['chromium']);
}

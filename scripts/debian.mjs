// Debian packages that Velk needs: installed where this user may, named in one sentence where not.
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';

/** The folder with initdb, pg_ctl and postgres: of one version, else of the newest; undefined where it isn't installed. */
export function postgresFolder(wanted) {
  const base = '/usr/lib/postgresql';
  if (!existsSync(base)) return undefined;
  return readdirSync(base)
    .filter((version) => !wanted || version === wanted)
    .sort((a, b) => Number(b) - Number(a))
    .map((version) => join(base, version, 'bin'))
    .find((folder) => existsSync(join(folder, 'initdb')));
}

const present = { postgresql: () => postgresFolder() !== undefined, chromium: () => existsSync('/usr/bin/chromium') };

/** Installs what is missing of `names`, or ends the program with the command to run. */
export function ensurePackages(names) {
  const missing = names.filter((name) => !present[name]());
  if (missing.length === 0) return;
  const command = `apt-get install -y ${missing.join(' ')}`;
  if (process.getuid() !== 0) {
    console.error(`Velk needs ${missing.join(' and ')}: run "sudo ${command}", then this again.`);
    process.exit(1);
  }
  console.log(`Installing ${missing.join(' and ')} ...`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const run = (args) => spawnSync('apt-get', args, { stdio: ['ignore', 'ignore', 'inherit'], env }).status === 0;
  const update = () => run(['update', '-qq']);
  const install = () =>
    run(['install', '-y', '-qq', '-o', 'DPkg::Lock::Timeout=300', '--no-install-recommends', ...missing]);
  if (!(update() && install()) || missing.some((name) => !present[name]())) {
    console.error(`${missing.join(' and ')} could not be installed: run "${command}" and see what it says.`);
    process.exit(1);
  }
}

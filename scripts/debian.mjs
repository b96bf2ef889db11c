// Debian packages that Velk needs: installed where this user may, named in one sentence where not.
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { during, quietly } from './progress.mjs';

/**
 * The folder with initdb, pg_ctl and postgres: of one version, else of the newest; undefined where
 * it isn't installed.
 */
export function postgresFolder(wanted) {
  const base = '/usr/lib/postgresql';
  if (!existsSync(base)) return undefined;
  return readdirSync(base)
    .filter((version) => !wanted || version === wanted)
    .sort((a, b) => Number(b) - Number(a))
    .map((version) => join(base, version, 'bin'))
    .find((folder) => existsSync(join(folder, 'initdb')));
}

const present = {
  postgresql: () => postgresFolder() !== undefined,
  chromium: () => existsSync('/usr/bin/chromium'),
};

/** Installs what is missing of `names`, or ends the program with the command to run. */
export async function ensurePackages(names) {
  const missing = names.filter((name) => !present[name]());
  if (missing.length === 0) return;
  const command = `apt-get install -y ${missing.join(' ')}`;
  if (process.getuid() !== 0) {
    console.error(`Velk needs ${missing.join(' and ')}: run "sudo ${command}", then this again.`);
    process.exit(1);
  }
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const wait = ['-o', 'DPkg::Lock::Timeout=300'];
  const steps = [
    ['update', '-qq'],
    ['install', '-y', '-qq', ...wait, '--no-install-recommends', ...missing],
  ];
  await during(`Installing ${missing.join(' and ')}`, async () => {
    for (const args of steps) {
      const { status, said } = await quietly('apt-get', args, { env });
      if (status !== 0) return void console.error(said);
    }
  });
  if (missing.some((name) => !present[name]())) {
    console.error(
      `${missing.join(' and ')} could not be installed: run "${command}" and see what it says.`,
    );
    process.exit(1);
  }
}

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

/**
 * Debian's Chromium, the one without windows where it is there: the tests take two thirds of the
 * time with it.
 */
const BROWSERS = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'];
export const browserProgram = () => BROWSERS.find(existsSync) ?? BROWSERS[0];

/** Packages by what stands for them; a browser is there whichever of both it is. */
const present = {
  postgresql: () => postgresFolder() !== undefined,
  'chromium-headless-shell': () => BROWSERS.some(existsSync),
};

/** A Debian that has not the one has the other. */
const OTHERWISE = { 'chromium-headless-shell': 'chromium' };

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
  const install = (packages) =>
    quietly('apt-get', ['install', '-y', '-qq', ...wait, '--no-install-recommends', ...packages], {
      env,
    });
  await during(`Installing ${missing.join(' and ')}`, async () => {
    const updated = await quietly('apt-get', ['update', '-qq'], { env });
    if (updated.status !== 0) return void console.error(updated.said);
    const { status, said } = await install(missing);
    if (status === 0) return;
    const again = await install(missing.map((name) => OTHERWISE[name] ?? name));
    if (again.status !== 0) console.error(said);
  });
  if (missing.some((name) => !present[name]())) {
    console.error(
      `${missing.join(' and ')} could not be installed: run "${command}" and see what it says.`,
    );
    process.exit(1);
  }
}

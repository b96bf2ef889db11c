// The npm packages of the lock file: installed when they are missing or older than it.
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { alone } from './alone.mjs';
import { during, quietly } from './progress.mjs';

export const root = fileURLToPath(new URL('..', import.meta.url));

const hashOf = (text) => createHash('sha256').update(text).digest('hex');

/**
 * Installs what the lock file asks for, unless exactly that is there: a touched lock file asks for
 * nothing new.
 */
export const ensureDependencies = () =>
  alone(`npm ${root}`, async () => {
    const stamp = join(root, 'node_modules/.velk-installed');
    const wanted = hashOf(readFileSync(join(root, 'package-lock.json')));
    if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
    const args = ['ci', '--no-audit', '--no-fund', '--loglevel=error'];
    const install = () => quietly('npm', args, { cwd: root });
    const { status, said } = await during('Installing npm packages', install);
    if (status !== 0) {
      console.error(said);
      console.error('The npm packages could not be installed: run "npm ci" and see what it says.');
      process.exit(1);
    }
    writeFileSync(stamp, wanted);
  });

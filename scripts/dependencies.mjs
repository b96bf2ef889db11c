// The npm packages of the lock file: installed when they are missing or older than it.
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { during, quietly } from './progress.mjs';

export const root = fileURLToPath(new URL('..', import.meta.url));

/** Runs the work while no other Velk does the same in this clone; a lock left by a killed one is broken after a while. */
export async function alone(name, work) {
  const lock = join(tmpdir(), `velk-${process.getuid()}-${hashOf(root + name).slice(0, 16)}.lock`);
  for (;;) {
    try {
      mkdirSync(lock);
      break;
    } catch {
      const owner = statSync(lock, { throwIfNoEntry: false })?.uid ?? process.getuid();
      if (owner !== process.getuid() && process.getuid() !== 0)
        throw new Error(`${lock} belongs to another user. Have it removed, then start again.`);
      const holder = Number(
        existsSync(join(lock, 'pid')) ? readFileSync(join(lock, 'pid'), 'utf8') : 0,
      );
      if (
        !alive(holder) &&
        Date.now() - (statSync(lock, { throwIfNoEntry: false })?.mtimeMs ?? 0) > 3000
      )
        rmSync(lock, { recursive: true, force: true });
      else await new Promise((resolve) => setTimeout(resolve, 300));
    }
  }
  try {
    writeFileSync(join(lock, 'pid'), String(process.pid));
    return await work();
  } finally {
    rmSync(lock, { recursive: true, force: true });
  }
}

/** Whether a process runs. */
export function alive(pid) {
  if (!pid) return false;
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error.code === 'EPERM';
  }
}

const hashOf = (text) => createHash('sha256').update(text).digest('hex');

/** Installs what the lock file asks for, unless exactly that is there: a touched lock file asks for nothing new. */
export const ensureDependencies = () =>
  alone('npm', async () => {
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

// The npm packages of the lock file: installed when they are missing or older than it.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, rmSync, statSync, utimesSync, writeFileSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('..', import.meta.url));

/** Runs the work while no other Velk does the same in this clone; a lock left by a killed one is broken after a while. */
export async function alone(name, work) {
  const key = createHash('sha256')
    .update(root + name)
    .digest('hex')
    .slice(0, 16);
  const lock = join(tmpdir(), `velk-${process.getuid()}-${key}.lock`);
  for (;;) {
    try {
      mkdirSync(lock);
      break;
    } catch {
      const holder = Number(existsSync(join(lock, 'pid')) ? readFileSync(join(lock, 'pid'), 'utf8') : 0);
      if (!alive(holder) && Date.now() - (statSync(lock, { throwIfNoEntry: false })?.mtimeMs ?? 0) > 3000)
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

export const ensureDependencies = () =>
  alone('npm', () => {
    const stamp = join(root, 'node_modules/.velk-installed');
    const lock = statSync(join(root, 'package-lock.json')).mtimeMs;
    if (existsSync(stamp) && statSync(stamp).mtimeMs >= lock) return;
    console.log('Installing npm packages ...');
    const { status } = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
      cwd: root,
      stdio: ['ignore', 'ignore', 'inherit'],
    });
    if (status !== 0) {
      console.error('The npm packages could not be installed: run "npm ci" and see what it says.');
      process.exit(1);
    }
    writeFileSync(stamp, '');
    utimesSync(stamp, new Date(), new Date());
  });

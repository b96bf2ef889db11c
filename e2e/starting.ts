import { spawn, type ChildProcess } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { KEY } from './key.ts';

/** As a program at the machine asks. */
export const headers = { authorization: `Bearer ${KEY}`, 'content-type': 'application/json' };
export const root = fileURLToPath(new URL('..', import.meta.url));

export interface Started {
  readonly child: ChildProcess;
  readonly url: string;
  readonly said: () => string;
}

/**
 * `npm start`, as somebody would run it, with its data in a folder of its own; the demo is planned
 * ahead only where that is asked for.
 */
export async function start(data: string, more: NodeJS.ProcessEnv = {}): Promise<Started> {
  const { DATABASE_URL: _, PORT: __, ...env } = process.env;
  const child = spawn(process.execPath, ['scripts/start.mjs'], {
    cwd: root,
    env: { ...env, VELK_DATA: data, VELK_KEY: KEY, VELK_AHEAD: 'no', ...more },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  const url = await new Promise<string>((resolve, reject) => {
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (text: Buffer) => {
        said += text.toString();
        const found = /Velk is at\s+(http:[^\s#]+)\/#/.exec(said);
        if (found) resolve(found[1]!);
      });
    child.once('exit', () => reject(new Error(`npm start ended: ${said}`)));
  });
  return { child, url, said: () => said };
}

/** Asks it to end, and waits until it has. */
export const stop = (child: ChildProcess) =>
  new Promise<void>((resolve) => {
    child.once('exit', () => resolve());
    child.kill('SIGTERM');
  });

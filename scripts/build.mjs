// Builds the application and the programs of the server when their sources are newer than what was
// built.
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { alone } from './alone.mjs';
import { root } from './dependencies.mjs';
import { during, quietly } from './progress.mjs';

/** What no program is made of. */
const LEFT_OUT = /^(node_modules|dist|testing)$|\.test\.tsx?$/;

/** Of files, and of folders with all that is in them but tests. */
function fingerprint(...places) {
  const hash = createHash('sha256');
  const visit = (place) => {
    const path = join(root, place);
    if (statSync(path).isFile()) return void hash.update(place).update(readFileSync(path));
    for (const name of readdirSync(path).sort()) if (!LEFT_OUT.test(name)) visit(join(place, name));
  };
  for (const place of [...places, 'package-lock.json']) visit(place);
  return hash.digest('hex');
}

/** Builds into a folder unless what is there was made from the very same sources. */
function build(dist, places, make) {
  return alone(`build ${join(root, dist)}`, async () => {
    const stamp = join(root, dist, '.built-from');
    const now = fingerprint(...places);
    if (existsSync(stamp) && readFileSync(stamp, 'utf8') === now) return;
    await make();
    writeFileSync(stamp, now);
  });
}

/** Tells what reckons from what reckoned before, by its sources and the packages it stands on. */
const core = () => fingerprint('core/src').slice(0, 16);

/**
 * The programs of the server, each one file with what the project itself is made of: they start in
 * half the time.
 */
const PROGRAMS = ['main', 'cli', 'setPassphrase', 'store/migrate', 'work/thread', 'worker'];

export const serverProgram = (name) => join(root, `server/dist/${name}.mjs`);

export const ensurePrograms = () =>
  build('server/dist', ['core/src', 'server/src', 'scripts/build.mjs'], async () => {
    const { build: bundle } = await import('esbuild');
    rmSync(join(root, 'server/dist'), { recursive: true, force: true });
    await bundle({
      entryPoints: PROGRAMS.map((name) => join(root, `server/src/${name}.ts`)),
      outdir: join(root, 'server/dist'),
      entryNames: '[name]',
      outExtension: { '.js': '.mjs' },
      bundle: true,
      splitting: true,
      format: 'esm',
      platform: 'node',
      sourcemap: true,
      define: { VELK_CORE: JSON.stringify(core()) },
      logLevel: 'warning',
      plugins: [
        { name: 'packages', setup: ({ onResolve }) => onResolve({ filter: /^[^./]/ }, outside) },
      ],
    });
  });

/** Packages of others stay where they are. */
const outside = ({ path }) => (path.startsWith('@velk/') ? null : { path, external: true });

export async function ensureBuilt() {
  await ensurePrograms();
  await build('web/dist', ['core', 'web', 'docs/guide.md'], async () => {
    const args = ['vite', 'build', '--config', 'web/vite.config.ts', '--logLevel', 'warn'];
    const env = { ...process.env, VELK_CORE: core() };
    const make = () => quietly('npx', args, { cwd: root, env });
    const { status, said } = await during('Building the application', make);
    if (status !== 0) {
      console.error(`${said}\nThe application could not be built.`);
      process.exit(1);
    }
  });
}

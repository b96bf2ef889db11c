// npm run bench:screens, bench:wander: the page in a real browser, bench:opening and bench:workers,
// against a throw-away database.
import { spawnSync } from 'node:child_process';
import { ensureBuilt } from './build.mjs';
import { throwAwayCluster } from './cluster.mjs';
import { ensurePackages } from './debian.mjs';
import { ensureDependencies, root } from './dependencies.mjs';
import { keepServer } from './serve.mjs';

const [which, ...args] = process.argv.slice(2);
await ensurePackages(['postgresql', 'chromium-headless-shell']);
await ensureDependencies();
await ensureBuilt();
const cluster = await throwAwayCluster();
process.env.VELK_DEMO = 'no';
if (['workers', 'opening'].includes(which)) process.env.VELK_AHEAD = 'elsewhere';
process.env.PORT = process.env.PORT ?? '4295';
const server = await keepServer(cluster.url, { folder: cluster.folder });
await server.listening;
const base = `http://127.0.0.1:${server.port()}`;
try {
  for (let tries = 0; ; tries++) {
    const up = await fetch(`${base}/api/health`).then(
      (answer) => answer.ok,
      () => false,
    );
    if (up) break;
    if (tries > 60) throw new Error('The server does not start.');
    await new Promise((resolve) => setTimeout(resolve, 500));
  }
  const { status } = spawnSync(
    process.execPath,
    ['--import', 'tsx', `bench/src/${which}.ts`, ...args],
    {
      cwd: root,
      stdio: 'inherit',
      env: { ...process.env, DATABASE_URL: cluster.url, VELK_URL: base, VELK_KEY: server.key },
    },
  );
  process.exitCode = status ?? 1;
} finally {
  await server.close();
  cluster.stop();
}

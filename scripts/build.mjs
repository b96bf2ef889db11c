// Builds the web application when its sources are newer than what was built.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { alone, root } from './dependencies.mjs';

function fingerprint() {
  const hash = createHash('sha256');
  const visit = (folder) => {
    for (const entry of readdirSync(folder, { withFileTypes: true }).sort((a, b) => (a.name < b.name ? -1 : 1))) {
      if (entry.name === 'node_modules' || entry.name === 'dist') continue;
      const path = join(folder, entry.name);
      if (entry.isDirectory()) visit(path);
      else hash.update(path).update(readFileSync(path));
    }
  };
  visit(join(root, 'core'));
  visit(join(root, 'web'));
  hash.update(readFileSync(join(root, 'docs/guide.md')));
  return hash.update(readFileSync(join(root, 'package-lock.json'))).digest('hex');
}

export const ensureBuilt = () =>
  alone('build', () => {
    const stamp = join(root, 'web/dist/.built-from');
    const now = fingerprint();
    if (existsSync(stamp) && readFileSync(stamp, 'utf8') === now) return;
    console.log('Building the application ...');
    const { status, stdout, stderr } = spawnSync(
      'npx',
      ['vite', 'build', '--config', 'web/vite.config.ts', '--logLevel', 'warn'],
      { cwd: root, encoding: 'utf8' },
    );
    if (status !== 0) {
      console.error(`${stdout}${stderr}\nThe application could not be built.`);
      process.exit(1);
    }
    writeFileSync(stamp, now);
  });

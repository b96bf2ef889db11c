// npm run service: writes the unit by which systemd starts Velk, or a worker of it, with the
// machine.
import { mkdirSync, writeFileSync } from 'node:fs';
import { homedir } from 'node:os';
import { join } from 'node:path';
import { root } from './dependencies.mjs';
import { plainly } from './sentences.mjs';
import { SORTS, unitOf } from './unit.mjs';

const sort = process.argv[2] ?? 'server';
if (!SORTS.has(sort)) {
  console.error(`“${sort}” is neither of ${[...SORTS.keys()].join(' and ')}.`);
  process.exit(1);
}
const isRoot = process.getuid() === 0;
const folder = isRoot ? '/etc/systemd/system' : join(homedir(), '.config/systemd/user');
const name = SORTS.get(sort).name;
const file = join(folder, `${name}.service`);
await plainly('The service is not written', async () => {
  mkdirSync(folder, { recursive: true });
  const told = { root, node: process.execPath, env: process.env, isRoot };
  /** An address of a database holds a password: whoever else uses the machine does not read it. */
  writeFileSync(file, unitOf(sort, told), { mode: 0o600 });
});
const systemctl = isRoot ? 'systemctl' : 'systemctl --user';
console.log(`${file} is written. It starts now, and with the machine, by:

  ${systemctl} daemon-reload && ${systemctl} enable --now ${name}
`);
if (!isRoot)
  console.log(
    `Without anybody signing in it starts after: loginctl enable-linger ${process.env.USER ?? ''}`.trimEnd(),
  );

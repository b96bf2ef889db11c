// The unit by which systemd runs Velk.

/** What can be a service. */
export const SORTS = new Map([
  ['server', { name: 'velk', says: 'Velk', script: 'start.mjs' }],
  ['worker', { name: 'velk-worker', says: 'Velk, a worker', script: 'worker.mjs' }],
]);

/** What of the surroundings a service is told, as it was where it was written. */
const TOLD = /^(PORT|DATABASE_URL|VELK_(?!TEST|RUN|SEED|CORE)[A-Z_]+)$/;

/** A value as systemd reads it: nothing in it is a variable, an escape or an end of line. */
const quoted = (value) =>
  `"${value.replace(/\\/g, '\\\\').replace(/"/g, '\\"').replace(/%/g, '%%')}"`;

/** @throws Error in one sentence where a value can't stand in a unit */
function setting([name, value]) {
  if (/[\n\r]/.test(value)) throw new Error(`${name} has a line break in it`);
  return `Environment=${quoted(`${name}=${value}`)}`;
}

/**
 * @param root the clone
 * @param node the program that runs it
 * @param env its surroundings
 * @param isRoot whether it is a service of the machine, not of one user
 */
export function unitOf(sort, { root, node, env, isRoot }) {
  const { says, script } = SORTS.get(sort);
  const told = Object.entries(env).filter(([name]) => TOLD.test(name));
  return `[Unit]
Description=${says}
After=network.target

[Service]
WorkingDirectory=${root.replace(/\/$/, '').replace(/%/g, '%%')}
ExecStart=${quoted(node)} scripts/${script}
${told.map((each) => `${setting(each)}\n`).join('')}Restart=on-failure
RestartSec=10
TimeoutStopSec=30
KillMode=mixed

[Install]
WantedBy=${isRoot ? 'multi-user' : 'default'}.target
`;
}

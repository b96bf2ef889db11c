import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { root } from './dependencies.mjs';
import { SORTS, unitOf } from './unit.mjs';

const told = (env) => ({ root, node: process.execPath, env, isRoot: true });
const checks = spawnSync('systemd-analyze', ['--version']).status === 0;

describe('the unit of a service', () => {
  it('runs the very program of this clone, with what it was told where it was written and nothing else', () => {
    const unit = unitOf(
      'worker',
      told({
        DATABASE_URL: 'postgres://velk:a%20"b\\c$d@db/velk',
        VELK_HOST: '0.0.0.0',
        VELK_TEST_DATABASE_URL: 'no',
        HOME: '/root',
      }),
    );
    expect(unit).toContain(`ExecStart="${process.execPath}" scripts/worker.mjs\n`);
    expect(unit).toContain('Environment="DATABASE_URL=postgres://velk:a%%20\\"b\\\\c$d@db/velk"\n');
    expect(unit).toContain('Environment="VELK_HOST=0.0.0.0"\n');
    expect(unit).not.toMatch(/TEST|HOME/);
    expect(unit).toContain('WantedBy=multi-user.target');
    expect(unitOf('server', { ...told({}), isRoot: false })).toContain('WantedBy=default.target');
  });

  it('refuses what would be a line of its own', () => {
    const env = { VELK_HOSTS: 'a\nExecStartPre=/bin/false' };
    expect(() => unitOf('server', told(env))).toThrow('VELK_HOSTS has a line break in it');
  });

  it.runIf(checks)('is one that systemd takes', () => {
    const folder = mkdtempSync(join(tmpdir(), 'velk-unit-'));
    for (const [sort, { name }] of SORTS) {
      const file = join(folder, `${name}.service`);
      writeFileSync(file, unitOf(sort, told({ DATABASE_URL: 'postgres://a%b"c\\d@db/velk' })));
      const { status, stderr } = spawnSync('systemd-analyze', ['verify', file], {
        encoding: 'utf8',
      });
      expect([status, stderr]).toEqual([0, '']);
    }
    rmSync(folder, { recursive: true, force: true });
  });
});

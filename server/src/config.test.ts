import { describe, expect, it } from 'vitest';
import { readConfig } from './config.ts';

const read = (env: NodeJS.ProcessEnv) => readConfig({ DATABASE_URL: 'postgres://here/velk', ...env });

describe('what the server is told by its surroundings', () => {
  it('is used where it can be, with what is usual for the rest', () => {
    expect(read({})).toMatchObject({ port: 4180, orNext: true, host: '127.0.0.1', demo: true });
    expect(read({ PORT: '0', VELK_DEMO: 'no', VELK_HOSTS: 'bench,' })).toMatchObject({
      port: 0,
      orNext: false,
      demo: false,
    });
    expect(read({ VELK_HOSTS: 'bench,' }).hosts).toEqual(['localhost', '127.0.0.1', '[::1]', 'bench']);
    for (const host of ['::1', 'localhost']) expect(read({ VELK_HOST: host }).host).toBe(host);
  });

  it('is refused in one sentence where it can’t: a port that is none, an address others reach, no database', () => {
    for (const port of ['abc', '-1', '65536', '1.5']) expect(() => read({ PORT: port })).toThrow(`PORT is “${port}”`);
    for (const host of ['0.0.0.0', '192.168.1.2', '::', 'bench'])
      expect(() => read({ VELK_HOST: host })).toThrow(/listens on this machine alone/);
    expect(() => readConfig({})).toThrow(/DATABASE_URL is not set/);
  });
});

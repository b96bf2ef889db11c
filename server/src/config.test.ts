import { describe, expect, it } from 'vitest';
import { readConfig } from './config.ts';

const read = (env: NodeJS.ProcessEnv) =>
  readConfig({ DATABASE_URL: 'postgres://here/velk', ...env });

describe('what the server is told by its surroundings', () => {
  it('is used where it can be, with what is usual for the rest', () => {
    expect(read({})).toMatchObject({ port: 4180, orNext: true, host: '127.0.0.1', demo: true });
    expect(read({ PORT: '0', VELK_DEMO: 'no', VELK_HOSTS: 'bench,' })).toMatchObject({
      port: 0,
      orNext: false,
      demo: false,
    });
    expect(read({ VELK_HOSTS: 'bench,' }).hosts).toEqual([
      'localhost',
      '127.0.0.1',
      '[::1]',
      'bench',
    ]);
    for (const host of ['::1', 'localhost'])
      expect(read({ VELK_HOST: host })).toMatchObject({ host, network: null });
  });

  it('opens a door to others beside the one of this machine, never in its place', () => {
    const { host, network } = read({
      VELK_HOST: '0.0.0.0',
      VELK_ACCESS: '/kept',
      VELK_HTTPS_PORT: '5000',
    });
    expect(host).toBe('127.0.0.1');
    expect(network).toEqual({ host: '0.0.0.0', port: 5000, orNext: false, folder: '/kept' });
    expect(read({ VELK_HOST: 'bench', VELK_ACCESS: '/kept' }).network).toMatchObject({
      port: 4443,
      orNext: true,
    });
  });

  it('is refused in one sentence where it can’t: a port that is none, no place for a certificate, no database', () => {
    for (const port of ['abc', '-1', '65536', '1.5'])
      expect(() => read({ PORT: port })).toThrow(`PORT is “${port}”`);
    for (const host of ['0.0.0.0', '192.168.1.2', '::', 'bench'])
      expect(() => read({ VELK_HOST: host })).toThrow(/VELK_ACCESS is not set/);
    expect(() => read({ VELK_HOST: '::', VELK_ACCESS: '/kept', VELK_HTTPS_PORT: 'x' })).toThrow(
      'VELK_HTTPS_PORT is “x”',
    );
    expect(() => readConfig({})).toThrow(/DATABASE_URL is not set/);
  });
});

import {
  chownSync,
  existsSync,
  linkSync,
  lstatSync,
  mkdirSync,
  mkdtempSync,
  rmSync,
  statSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { give, rootFolder } from './giving.mjs';

/** Numbers of a user who need not be there. */
const OTHER = { uid: 65_533, gid: 65_533 };

/** Only root can give anything away. */
describe.skipIf(process.getuid() !== 0)('what root gives to another user', () => {
  let folder;
  let secret;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'velk-giving-'));
    secret = join(folder, 'secret');
    writeFileSync(secret, 'of root alone', { mode: 0o600 });
  });
  afterEach(() => rmSync(folder, { recursive: true, force: true }));
  const inFolder = (name) => join(folder, name);

  it('a file or a folder as it is', () => {
    mkdirSync(inFolder('access'));
    for (const name of ['secret', 'access']) {
      expect(give(inFolder(name), OTHER)).toBe(true);
      expect(statSync(inFolder(name)).uid).toBe(OTHER.uid);
    }
    expect(give(inFolder('nothing'), OTHER)).toBe(false);
  });

  it('never what a link leads to, nor a file that has another name elsewhere', () => {
    symlinkSync(secret, inFolder('link'));
    expect(give(inFolder('link'), OTHER)).toBe(false);
    linkSync(secret, inFolder('second'));
    expect(give(inFolder('second'), OTHER)).toBe(false);
    expect([statSync(secret).uid, lstatSync(inFolder('link')).uid]).toEqual([0, 0]);
  });

  it('a folder that another owned is root’s again, without the links that were put in it', () => {
    const data = inFolder('data');
    mkdirSync(join(data, 'cluster'), { recursive: true });
    chownSync(data, OTHER.uid, OTHER.gid);
    symlinkSync(secret, join(data, 'database-port'));
    rootFolder(data);
    expect([
      statSync(data).uid,
      existsSync(join(data, 'database-port')),
      existsSync(join(data, 'cluster')),
    ]).toEqual([0, false, true]);
    const link = inFolder('elsewhere');
    symlinkSync(data, link);
    expect(() => rootFolder(link)).toThrow(/is no folder/);
  });
});

import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { root } from './dependencies.mjs';
import { ownFolder, sentenceOf } from './sentences.mjs';

let folder;
beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'velk-sentences-'))));
afterEach(() => rmSync(folder, { recursive: true, force: true }));
const thrown = (work) => {
  try {
    return work();
  } catch (error) {
    return error;
  }
};

describe('what the system complains of', () => {
  it('is told by what it means for which file, and says what to do where it is the clone', () => {
    const missing = thrown(() => readFileSync(join(folder, 'none/file')));
    expect(sentenceOf(missing)).toBe(`${folder}/none/file can't be made`);
    expect(sentenceOf({ code: 'EACCES', path: '/var/lib/x' })).toBe(
      '/var/lib/x belongs to another user, or may not be written',
    );
    const built = join(root, 'server/dist');
    expect(sentenceOf({ code: 'EACCES', path: built })).toBe(
      `${built} belongs to another user, or may not be written: clone Velk anew as this user`,
    );
    expect(sentenceOf(new Error('in words'))).toBe('in words');
  });
});

describe('the folder of the data', () => {
  it('is made, taken as it is, or refused in a sentence', () => {
    ownFolder(join(folder, 'new/one'));
    ownFolder(join(folder, 'new/one'));
    const file = join(folder, 'file');
    writeFileSync(file, '');
    const words = `${file} is a file where a folder is needed: choose another with VELK_DATA`;
    expect(thrown(() => ownFolder(file)).message).toBe(words);
    expect(thrown(() => ownFolder(join(file, 'in'))).message).toContain(
      'is needed: choose another',
    );
  });
});

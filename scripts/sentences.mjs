// What the system complains of, in a sentence that says what to do about it.
import { accessSync, constants, existsSync, mkdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './dependencies.mjs';

const CHOOSE = 'choose another with VELK_DATA';

/** What each of its codes means for a file or folder: errno(3). */
const MEANT = {
  EACCES: (path) => `${path} belongs to another user, or may not be written`,
  EPERM: (path) => `${path} belongs to another user, or may not be written`,
  EROFS: (path) => `${path} is on a disk that can only be read`,
  ENOSPC: (path) => `the disk of ${path} is full`,
  EDQUOT: (path) => `the disk of ${path} is full for this user`,
  EEXIST: (path) => `${path} is a file where a folder is needed`,
  ENOTDIR: (path) => `${path} is a file where a folder is needed`,
  ENOENT: (path) => `${path} can't be made`,
  ELOOP: (path) => `${path} is a link that leads nowhere`,
};

/** A sentence for an error, without its full stop. */
export function sentenceOf(error) {
  const { code, path, dest } = error;
  const meant = path && MEANT[code]?.(dest ?? path);
  if (!meant) return error.message;
  return path.startsWith(root) ? `${meant}: clone Velk anew as this user` : meant;
}

/**
 * Does the work, or ends with a sentence. @param what that does not succeed, such as `Velk does not
 * start`
 */
export async function plainly(what, work) {
  try {
    return await work();
  } catch (error) {
    console.error(`${what}: ${sentenceOf(error)}.`);
    process.exit(1);
  }
}

/**
 * Makes the folder of the data where there is none.
 * @throws Error in one sentence where it can't be this user's
 */
export function ownFolder(folder) {
  try {
    mkdirSync(folder, { recursive: true });
    accessSync(folder, constants.R_OK | constants.W_OK | constants.X_OK);
    const cluster = join(folder, 'cluster');
    const isForeign = existsSync(cluster) && statSync(cluster).uid !== process.getuid();
    if (isForeign && process.getuid() !== 0)
      throw Object.assign(new Error(), { code: 'EACCES', path: cluster });
  } catch (error) {
    throw new Error(`${sentenceOf(error)}: ${CHOOSE}`, { cause: error });
  }
}

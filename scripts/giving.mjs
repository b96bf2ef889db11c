// What root gives to another user. By name it never would: whoever owns a folder can put a link in
// the place of a name.
import {
  closeSync,
  constants,
  fchmodSync,
  fchownSync,
  fstatSync,
  lstatSync,
  mkdirSync,
  openSync,
  readdirSync,
  rmSync,
} from 'node:fs';
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';

/** The numbers of a user of this machine; nothing where there is none of that name. */
export function userCalled(name) {
  const id = (flag) => Number(spawnSync('id', [flag, name], { encoding: 'utf8' }).stdout || NaN);
  const user = { uid: id('-u'), gid: id('-g') };
  return user.uid > 0 ? user : undefined;
}

/** A thing as it is itself: a link is not followed, a pipe not waited for. */
const AS_IT_IS = constants.O_RDONLY | constants.O_NOFOLLOW | constants.O_NONBLOCK;

/**
 * Gives a folder or a file to a user. A link stays as it is, and so does a file that has another
 * name elsewhere.
 * @returns whether it is theirs now
 */
export function give(path, { uid, gid }, mode) {
  let thing;
  try {
    thing = openSync(path, AS_IT_IS);
  } catch {
    return false;
  }
  try {
    const found = fstatSync(thing);
    if (!found.isDirectory() && !(found.isFile() && found.nlink === 1)) return false;
    fchownSync(thing, uid, gid);
    if (mode !== undefined) fchmodSync(thing, mode);
    return true;
  } finally {
    closeSync(thing);
  }
}

/**
 * A folder that root keeps to itself, in which it may go by name. One that another user owned
 * before loses the links that were put in it.
 */
export function rootFolder(path) {
  mkdirSync(path, { recursive: true });
  if (process.getuid() !== 0) return;
  const { uid } = lstatSync(path);
  if (!give(path, { uid: 0, gid: 0 }, 0o755)) throw new Error(`${path} is no folder`);
  if (uid === 0) return;
  for (const entry of readdirSync(path, { withFileTypes: true }))
    if (entry.isSymbolicLink()) rmSync(join(path, entry.name));
}

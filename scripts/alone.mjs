// One at a time: locks that outlive nobody, and processes told apart though their numbers come
// again.
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';

/** A lock that says nothing of its holder is one that is being made, for so long, ms. */
const MAKING = 3000;
/** One that waits longer says for whom, ms. */
const QUIET = 5000;

/** Whether a process runs. */
export function alive(pid) {
  if (!pid) return false;
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error.code === 'EPERM';
  }
}

/** When a process was started, in ticks since the machine was: field 22 of its `stat`, proc(5). */
function startOf(pid) {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    return stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19];
  } catch {
    return '';
  }
}

/** A process by its number and its start: the number alone is given to another one day. */
export const identityOf = (pid = process.pid) => `${pid} ${startOf(pid)}`.trim();

/** Whether the process of an identity runs still, and is no other of the same number. */
export function livesOn(identity) {
  const [pid, start] = identity.split(' ');
  return alive(Number(pid)) && (start === undefined || start === startOf(pid));
}

const read = (file) => (existsSync(file) ? readFileSync(file, 'utf8') : '');
const hashOf = (text) => createHash('sha256').update(text).digest('hex').slice(0, 16);

/** The folder that stands for a lock of this user. */
export const lockOf = (name) => join(tmpdir(), `velk-${process.getuid()}-${hashOf(name)}.lock`);

/** Takes away a lock that nobody holds. @returns who holds it, if anybody does */
function holderOf(lock) {
  const there = statSync(lock, { throwIfNoEntry: false });
  if (!there) return '';
  /** Of root’s locks none is another’s: whoever put it there wants root to wait. */
  const isForeign = there.uid !== process.getuid();
  if (isForeign && process.getuid() !== 0)
    throw new Error(`${lock} belongs to another user. Have it removed, then start again.`);
  const holder = read(join(lock, 'holder'));
  const isHeld = holder ? livesOn(holder) : Date.now() - there.mtimeMs < MAKING;
  if (isHeld && !isForeign) return holder || 'somebody';
  rmSync(lock, { recursive: true, force: true });
  return '';
}

/**
 * Does the work while nobody else does work of that name; a lock left by one that was killed is
 * taken away. Who waits long says for whom.
 */
export async function alone(name, work, say = console.log) {
  const lock = lockOf(name);
  const from = Date.now();
  let told = '';
  for (;;) {
    try {
      mkdirSync(lock);
      break;
    } catch {
      const holder = holderOf(lock);
      if (holder && holder !== told && Date.now() - from > QUIET) {
        say(`Waiting for another Velk here (process ${holder.split(' ')[0]}).`);
        told = holder;
      }
      if (holder) await sleep(300);
    }
  }
  try {
    writeFileSync(join(lock, 'holder'), identityOf());
    return await work();
  } finally {
    rmSync(lock, { recursive: true, force: true });
  }
}

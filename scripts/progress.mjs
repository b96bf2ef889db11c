// Work that takes a while: what it is, and how long it has taken so far.
import { spawn } from 'node:child_process';

const seconds = (from) => `${Math.round((Date.now() - from) / 1000)} s`;

/** Where nobody watches a line that moves, one is printed so often, ms. */
const REST = 20_000;

/**
 * Says what is done while it is done, and how long it took. At a terminal one line moves; elsewhere
 * a line comes now and then, so that a log tells a slow machine from a stuck one.
 */
export async function during(title, work) {
  const from = Date.now();
  const moves = process.stdout.isTTY;
  const soFar = () => `${title} ... ${seconds(from)}`;
  const tell = () => (moves ? process.stdout.write(`\r${soFar()}`) : console.log(soFar()));
  const telling = setInterval(tell, moves ? 1000 : REST);
  if (moves) tell();
  try {
    const done = await work();
    console.log(moves ? `\r${title}: ${seconds(from)}   ` : `${title}: ${seconds(from)}`);
    return done;
  } finally {
    clearInterval(telling);
  }
}

/** Runs a program without a word; gives how it ended and what it had to say. */
export function quietly(command, args, options) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { ...options, stdio: ['ignore', 'pipe', 'pipe'] });
    const said = [];
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (data) => said.push(data));
    child.on('error', (error) => resolve({ status: 1, said: error.message }));
    child.on('close', (status) => resolve({ status, said: Buffer.concat(said).toString() }));
  });
}

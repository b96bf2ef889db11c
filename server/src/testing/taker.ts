import { appendFileSync } from 'node:fs';
import { takeTasks } from '../work/queue.ts';

/**
 * Takes tasks from the queue of `DATABASE_URL` in a process of its own, and writes down what it
 * began and what it did.
 */
const [core = '', file = '', each = '0'] = process.argv.slice(2);
takeTasks(
  { url: process.env['DATABASE_URL']!, core, onError: (error) => console.error(error) },
  async (job) => {
    appendFileSync(file, `begun ${job} ${process.pid}\n`);
    await new Promise((resolve) => setTimeout(resolve, Number(each)));
    appendFileSync(file, `done ${job} ${process.pid}\n`);
  },
);
console.log('ready');

import { EventEmitter } from 'node:events';
import { Logger, makeWorkerUtils, run, runMigrations, type Runner } from 'graphile-worker';
import { Client } from 'pg';

/** The queue’s tables lie in a schema of their own: its package makes and changes them. */
export const QUEUE = 'queue';

/** A job that was not saved for so long has settled, ms. */
const PAUSE = 3000;
/** A task is taken up so often: one that ends its worker each time is left. */
const ATTEMPTS = 3;
/**
 * So long after a task was taken its worker is known to be there, s; it is looked for it so often,
 * ms.
 */
const KNOWN_AFTER = 10;
const LOOKED_FOR = 5000;
/** After trouble with the database it is tried again so long after, ms. */
const AGAIN = 2000;

export interface QueueParts {
  readonly url: string;
  /** What reckons: tasks of another are not taken. */
  readonly core: string;
  readonly onError: (error: unknown) => void;
}

const silent = new Logger(() => () => undefined);
const at = ({ url }: Pick<QueueParts, 'url'>) => ({
  connectionString: url,
  schema: QUEUE,
  logger: silent,
  maxPoolSize: 3,
});
const taskOf = ({ core }: Pick<QueueParts, 'core'>): string => `ahead-${core}`;

/** Makes the queue’s tables, or brings them up to date. */
export const prepareQueue = (url: string): Promise<void> =>
  runMigrations({ ...at({ url }), taskList: {} });

/** Where servers put what is to be done ahead. */
export interface Queue {
  /** A job was saved: once that settles it is planned and proved, by whichever worker is free. */
  readonly saved: (jobId: string) => void;
  readonly stop: () => Promise<void>;
}

/** @param pause a job that was not saved for so long has settled, ms */
export async function openQueue(parts: QueueParts, pause = PAUSE): Promise<Queue> {
  const utils = await makeWorkerUtils(at(parts));
  return {
    saved: (jobId) => {
      const runAt = new Date(Date.now() + pause);
      utils
        .addJob(taskOf(parts), { jobId }, { jobKey: jobId, runAt, maxAttempts: ATTEMPTS })
        .catch(parts.onError);
    },
    stop: async () => utils.release(),
  };
}

/** Takes tasks from the queue, one after the other, until it is stopped. */
export interface Taker {
  readonly stop: () => Promise<void>;
}

/** @param work plans and proves a job */
export function takeTasks(parts: QueueParts, work: (jobId: string) => Promise<void>): Taker {
  const life = signOfLife(parts);
  let runner: Runner | undefined;
  let stopped = false;
  const begin = async () => {
    await life.leave();
    const events = new EventEmitter();
    events.on('worker:create', ({ worker }: { worker: { workerId: string } }) =>
      life.tell(worker.workerId),
    );
    events.on('job:error', ({ error }: { error: unknown }) => parts.onError(error));
    runner = await run({
      ...at(parts),
      events: events,
      concurrency: 1,
      noHandleSignals: true,
      taskList: { [taskOf(parts)]: (payload) => work((payload as { jobId: string }).jobId) },
    });
    if (stopped) return runner.stop();
    await runner.promise;
  };
  const going = (async () => {
    while (!stopped) {
      await begin().catch(parts.onError);
      if (!stopped) await new Promise((resolve) => setTimeout(resolve, AGAIN));
    }
  })();
  return {
    stop: async () => {
      stopped = true;
      await runner?.stop().catch(() => undefined);
      await life.stop();
      await Promise.race([going, new Promise((resolve) => setTimeout(resolve, AGAIN))]);
    },
  };
}

const LOCK = 'hashtextextended($1, 0)';

/**
 * Holds a lock in the database under a worker’s name for as long as its process is there, and frees
 * the tasks of workers whose lock nobody holds: a process that was killed is told at once by the
 * end of its connection.
 */
function signOfLife({ url, onError }: QueueParts) {
  const names = new Set<string>();
  let connecting: Promise<Client> | undefined;
  const connect = async (): Promise<Client> => {
    const client = new Client({ connectionString: url, connectionTimeoutMillis: 4000 });
    /** A connection that is lost is made anew at the next look. */
    const lost = () => void (connecting = undefined);
    client.on('error', lost).on('end', lost);
    await client.connect();
    for (const name of names) await client.query(`SELECT pg_advisory_lock(${LOCK})`, [name]);
    return client;
  };
  const connected = () =>
    (connecting ??= connect().catch((error: unknown) => {
      connecting = undefined;
      throw error;
    }));
  const isFree = async (client: Client, name: string): Promise<boolean> => {
    const tried = `SELECT pg_try_advisory_lock(${LOCK}) AS free`;
    return (await client.query<{ free: boolean }>(tried, [name])).rows[0]!.free;
  };
  const look = async () => {
    const client = await connected();
    const { rows } = await client.query<{ locked_by: string }>(
      `SELECT DISTINCT locked_by FROM ${QUEUE}._private_jobs
       WHERE locked_at < now() - interval '${KNOWN_AFTER} seconds'`,
    );
    for (const { locked_by: name } of rows) {
      if (names.has(name) || !(await isFree(client, name))) continue;
      await client.query(`SELECT ${QUEUE}.force_unlock_workers($1)`, [[name]]);
      await client.query(`SELECT pg_advisory_unlock(${LOCK})`, [name]);
    }
  };
  const looking = setInterval(() => void look().catch(onError), LOOKED_FOR);
  looking.unref();
  /** Whoever took tasks under these names takes none any more: what they left is free. */
  const leave = async () => {
    names.clear();
    const client = await connecting?.catch(() => undefined);
    connecting = undefined;
    await client?.end().catch(() => undefined);
  };
  return {
    /** One that takes tasks from now on. */
    tell: (name: string) => {
      names.add(name);
      void connected()
        .then((client) => client.query(`SELECT pg_advisory_lock(${LOCK})`, [name]))
        .catch(onError);
    },
    leave,
    stop: () => {
      clearInterval(looking);
      return leave();
    },
  };
}

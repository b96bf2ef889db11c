import pg from 'pg';
import {
  QueryRunnerAlreadyReleasedError,
  QueryRunnerProviderAlreadyReleasedError,
  TransactionNotStartedError,
} from 'typeorm';

/** What can be wrong with the database itself, rather than with what it was asked. */
export type StoreTrouble = 'lost' | 'crowded' | 'slow' | 'full';

/** Conditions of PostgreSQL by their codes, appendix A of its manual. */
const CONDITIONS: Readonly<Record<string, StoreTrouble>> = {
  /** The server is shut down, crashed, or starts. */
  '57P01': 'lost',
  '57P02': 'lost',
  '57P03': 'lost',
  '57P05': 'lost',
  /** Too many connections, no memory, and one transaction that had to give way to another. */
  '53300': 'crowded',
  '53200': 'crowded',
  '40001': 'crowded',
  '40P01': 'crowded',
  /** A statement past its timeout. */
  '57014': 'slow',
  '53100': 'full',
};
/** Its class of connections that break or can't be made. */
const CONNECTION = '08';
const CANNOT_CONNECT = '08001';
const BROKEN = '08006';
const TOO_MANY = '53300';

/** What the system says of a socket that leads nowhere. */
const SOCKET: ReadonlySet<string> = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'ECONNABORTED',
  'ENOENT',
  'EPIPE',
  'ETIMEDOUT',
  'EHOSTUNREACH',
]);

/** A connection that broke in the middle of work: what is asked of it after that. */
const AFTER_BREAKING = [
  QueryRunnerAlreadyReleasedError,
  QueryRunnerProviderAlreadyReleasedError,
  TransactionNotStartedError,
] as const;

/**
 * What is wrong with the database where an error comes of that; nothing where it comes of anything
 * else.
 */
export function storeTroubleOf(
  error: Error & { readonly code?: string },
): StoreTrouble | undefined {
  if (AFTER_BREAKING.some((kind) => error instanceof kind)) return 'lost';
  const { code = '' } = error;
  if (code.startsWith(CONNECTION) || SOCKET.has(code)) return 'lost';
  return CONDITIONS[code];
}

/** Gives an error of the driver's own, which has none, the code of what it means. */
const withCode = (error: Error & { code?: string }, code: string): Error =>
  error.code === undefined ? Object.assign(error, { code }) : error;

/**
 * A connection that ends is an answer that doesn’t come, never the end of the server; what the
 * database itself did not say is a connection that broke.
 */
class CalmClient extends pg.Client {
  constructor(config?: string | pg.ClientConfig) {
    super(config);
    this.on('error', () => undefined);
    const ask = this.query.bind(this) as (...args: unknown[]) => unknown;
    const askCalmly = (...args: unknown[]) => {
      const answer = ask(...args);
      return answer instanceof Promise ? answer.catch(broken) : answer;
    };
    this.query = askCalmly as typeof this.query;
  }
}

const broken = (error: Error): never => {
  throw error instanceof pg.DatabaseError ? error : withCode(error, BROKEN);
};

type Connected = Parameters<pg.Pool['connect']>[0];

/** Connections to share: none to be had is one thing, none that can be made another. */
class CalmPool extends pg.Pool {
  private taken = 0;

  constructor(config?: pg.PoolConfig) {
    super({ ...config, Client: CalmClient });
    this.on('acquire', () => (this.taken += 1));
    this.on('release', () => (this.taken -= 1));
  }

  override connect(): Promise<pg.PoolClient>;
  override connect(callback: Connected): void;
  override connect(callback?: Connected): Promise<pg.PoolClient> | void {
    const named = (error: Error) =>
      withCode(error, this.taken < this.options.max ? CANNOT_CONNECT : TOO_MANY);
    if (!callback)
      return super.connect().catch((error: Error) => {
        throw named(error);
      });
    super.connect((error, client, release) => callback(error && named(error), client, release));
  }
}

/** The driver with connections and pools that say by code what is wrong with them. */
export const calmDriver = { ...pg, Client: CalmClient, Pool: CalmPool };

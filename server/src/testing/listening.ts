import type { Server } from 'node:http';
import type { Express } from 'express';
import { pino } from 'pino';
import type { DataSource } from 'typeorm';
import { createApp } from '../api/app.ts';
import { accessStore } from '../store/access.ts';
import type { Pool } from '../work/pool.ts';

/**
 * Serves an application on loopback, at a port that is free. @returns the server, and its address
 * without a path
 */
export async function listening(app: Express): Promise<{ server: Server; base: string }> {
  const server = await new Promise<Server>((resolve) => {
    const started = app.listen(0, '127.0.0.1', () => resolve(started));
  });
  return { server, base: `http://127.0.0.1:${(server.address() as { port: number }).port}` };
}

interface AtTheMachine {
  readonly source: DataSource;
  readonly pool: Pool;
  /** What whoever asks shows. */
  readonly key: string;
}

/** Serves the API alone as the machine's own door does, without a word in the log. */
export const servedAtTheMachine = ({ source, pool, key }: AtTheMachine) =>
  listening(
    createApp({
      source,
      pool,
      access: accessStore(source),
      entrance: { door: 'machine', key },
      hosts: () => ['127.0.0.1'],
      logger: pino({ level: 'silent' }),
    }),
  );

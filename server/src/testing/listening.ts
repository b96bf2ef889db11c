import type { Server } from 'node:http';
import type { Express } from 'express';

/** Serves an application on loopback, at a port that is free. @returns the server, and its address without a path */
export async function listening(app: Express): Promise<{ server: Server; base: string }> {
  const server = await new Promise<Server>((resolve) => {
    const started = app.listen(0, '127.0.0.1', () => resolve(started));
  });
  return { server, base: `http://127.0.0.1:${(server.address() as { port: number }).port}` };
}

import { createServer } from 'node:net';
import { describe, expect, it } from 'vitest';
import { freePort, portAgain } from './cluster.mjs';

const taken = (port) =>
  new Promise((resolve) => {
    const server = createServer().listen(port, '127.0.0.1', () => resolve(server));
  });

describe('the port of a database that is started again', () => {
  it('is the one it had, though that is still held for a moment', async () => {
    const before = await freePort();
    const server = await taken(before);
    const again = portAgain(before);
    await new Promise((resolve) => setTimeout(resolve, 300));
    await new Promise((resolve) => server.close(resolve));
    expect(await again).toBe(before);
  });

  it('is another where it is held for long, and any at the first start', async () => {
    const before = await freePort();
    const server = await taken(before);
    expect(await portAgain(before, 2)).not.toBe(before);
    expect(await portAgain(0)).toBeGreaterThan(0);
    server.close();
  });
});

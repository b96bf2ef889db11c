// npm start: installs what is missing, starts the database, builds and serves Velk with its demo,
// prints the address.
import { ensureBuilt } from './build.mjs';
import { ensurePackages } from './debian.mjs';
import { ensureDependencies } from './dependencies.mjs';
import { during } from './progress.mjs';
import { plainly } from './sentences.mjs';
import { keepServer, onEnd, openDatabase } from './serve.mjs';

const { PORT } = process.env;
if (PORT !== undefined && !(/^\d{1,5}$/.test(PORT) && Number(PORT) < 65536)) {
  console.error(`PORT is “${PORT}”: it must be a number from 0 to 65535.`);
  process.exit(1);
}
await plainly('Velk does not start', async () => {
  if (!process.env.DATABASE_URL) await ensurePackages(['postgresql']);
  await ensureDependencies();
  await ensureBuilt();
});
await plainly('The database does not start', async () => {
  const database = await during('Starting the database', openDatabase);
  const address = await during('Bringing the database up to date', database.settle);
  console.log('Starting the server ...');
  const server = await keepServer(address);
  onEnd(async () => {
    await server.close();
    database.close();
  });
});

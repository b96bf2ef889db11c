import password from '@inquirer/password';
import { text } from 'node:stream/consumers';
import { drawnPassphrase, hashOf, weaknessOf } from './access/passphrase.ts';
import { accessStore } from './store/access.ts';
import { openStore } from './store/dataSource.ts';

/**
 * Asks for the passphrase of the shop's network and keeps its sum in the database of
 * `DATABASE_URL`.
 */
const asked = process.stdin.isTTY
  ? await password({
      message: 'A passphrase for the shop’s network (nothing: one is drawn by lot)',
    })
  : (await text(process.stdin)).split('\n')[0]!;
const passphrase = asked || drawnPassphrase();
const weakness = weaknessOf(passphrase);
if (weakness) {
  console.error(weakness);
  process.exitCode = 1;
} else {
  const source = await openStore(process.env['DATABASE_URL']!);
  await accessStore(source).setPassphrase(await hashOf(passphrase));
  await source.destroy();
  if (!asked) console.log(`The passphrase is: ${passphrase}`);
  console.log(
    'It holds from now on. Devices that came in from the network type it anew; every lock is lifted.',
  );
}

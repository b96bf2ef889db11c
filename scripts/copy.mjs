// npm run backup -- FILE, npm run restore -- FILE: a copy of everything Velk keeps, made or brought
// back while it runs.
import { resolve } from 'node:path';
import { ensurePrograms } from './build.mjs';
import { bringBack, makeCopy } from './copies.mjs';
import { ensurePackages } from './debian.mjs';
import { ensureDependencies } from './dependencies.mjs';
import { bringUpToDate, migrate } from './rights.mjs';
import { plainly, sentenceOf } from './sentences.mjs';
import { openDatabase } from './serve.mjs';

const [what, named] = process.argv.slice(2);
if (!named) {
  console.error(
    `Name a file: npm run ${what === 'restore' ? 'restore' : 'backup'} -- velk.velk-copy`,
  );
  process.exit(1);
}
const file = resolve(named);
const isRestore = what === 'restore';
const { url, settle, close } = await plainly(
  isRestore ? 'Nothing is brought back' : 'No copy is made',
  async () => {
    await ensurePackages(['postgresql']);
    await ensureDependencies();
    await ensurePrograms();
    return openDatabase();
  },
);
try {
  if (isRestore) {
    bringBack(url, file, migrate(url, '--names').stdout.trim().split('\n'));
    /** An older copy is brought up to date at once: the server that runs knows only the newest. */
    bringUpToDate(url);
    await settle();
    console.log(
      `Everything is as it was when ${file} was made. Devices are let in anew; a passphrase for the network is set anew.`,
    );
  } else {
    makeCopy(url, file);
    console.log(`Everything is in ${file} and ${file}.manifest.json: keep both together.`);
  }
} catch (error) {
  console.error(`${sentenceOf(error)}.`);
  process.exitCode = 1;
}
close();
process.exit();

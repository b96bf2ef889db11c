// npm run contact -- FOLDER [FILE]: contact sheets of a job, twelve pictures to a PNG, each with
// its name: every card's
// scenes, every joint's sheet and its view in three dimensions, every card's floor step. Without a file both demos, and
// a joint of every kind.
import { execFileSync } from 'node:child_process';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { solidOptions } from './browser.mjs';
import { ensureBuilt } from './build.mjs';
import { throwAwayCluster } from './cluster.mjs';
import { ensurePackages } from './debian.mjs';
import { ensureDependencies, root } from './dependencies.mjs';
import { keepServer } from './serve.mjs';

const [folder, file] = process.argv.slice(2);
if (!folder) {
  console.error(
    'Name a folder for the sheets, and a job file where it is not the demos that are looked at.',
  );
  process.exit(1);
}
mkdirSync(folder, { recursive: true });
await ensurePackages(['postgresql', 'chromium-headless-shell']);
await ensureDependencies();
await ensureBuilt();
const cluster = await throwAwayCluster();
process.env.PORT = process.env.PORT ?? '4291';
const server = await keepServer(cluster.url, { folder: cluster.folder });
const { chromium } = await import('@playwright/test');
const browser = await chromium.launch(solidOptions);
const headers = { authorization: `Bearer ${server.key}` };
const page = await browser.newPage({
  viewport: { width: 1280, height: 800 },
  extraHTTPHeaders: headers,
});
page.setDefaultTimeout(20_000);
await server.listening;
const base = `http://127.0.0.1:${server.port()}`;

const ask = async (path, body) => {
  const init = body && {
    method: 'POST',
    body,
    headers: { ...headers, 'content-type': 'application/json' },
  };
  const answer = await fetch(`${base}/api${path}`, init ?? { headers });
  if (!answer.ok) throw new Error(`${path} answers ${answer.status}: ${await answer.text()}`);
  return answer.json();
};

/** The server makes its demo after it listens. */
async function jobsOf() {
  for (let tries = 0; tries < 120; tries++) {
    const jobs = await ask('/jobs').catch(() => []);
    if (jobs.length > 1) return jobs;
    await new Promise((resolve) => setTimeout(resolve, 500));
  }
  throw new Error('The demo does not come.');
}

/** A job of one joint of every kind, each in wood of its own, as its kind proposes it. */
const everyKind = () =>
  execFileSync(process.execPath, ['--import', 'tsx', 'bench/src/everyKind.ts'], {
    cwd: root,
    encoding: 'utf8',
  });

/** One picture: an element, or the whole page; what isn't there is told by name, not left out. */
async function shot(what) {
  const bytes = await what
    .screenshot({ type: 'png' })
    .catch((problem) => String(problem).split('\n')[0]);
  return typeof bytes === 'string' ? { missing: bytes } : { bytes };
}

async function open(path) {
  await page.goto(base + path);
  await page.waitForLoadState('networkidle');
  await page.evaluate(() => document.fonts.ready.then(() => undefined));
}

async function cardsOf(job) {
  await open(`/job/${job}/order`);
  const links = page.locator('a[href*="/setups/"]');
  await links.first().waitFor();
  const all = await links.evaluateAll((own) => own.map((a) => a.getAttribute('href')));
  return [...new Set(all)];
}

async function ofCards(job) {
  const pictures = [];
  for (const [i, href] of (await cardsOf(job)).entries()) {
    await open(href);
    const title = await page.locator('.card h1, .card h2').first().innerText();
    pictures.push({
      name: `${i + 1} ${title}`,
      ...(await shot(page.locator('.pictured').first())),
    });
  }
  return pictures;
}

/** Each card where it is set, its cautions read. */
async function ofFloor(job) {
  const pictures = [];
  for (const [i, href] of (await cardsOf(job)).entries()) {
    await open(href.replace('/setups/', '/floor/'));
    await page.locator('.floor header strong').waitFor();
    const read = page.getByRole('button', { name: 'I have read this' });
    if (await read.count()) await read.click();
    const title = await page.locator('.floor header strong').innerText();
    pictures.push({ name: `${i + 1} ${title}`, ...(await shot(page)) });
  }
  return pictures;
}

async function ofJoints(job) {
  const { job: stored } = await ask(`/jobs/${job}`);
  const [sheets, solids] = [[], []];
  for (const { id, name } of stored.joints) {
    await open(`/job/${job}/joints?joint=${id}`);
    sheets.push({ name, ...(await shot(page.locator('.scrolling').first())) });
    await page.getByRole('button', { name: 'In three dimensions' }).click();
    const view = page.getByRole('img', { name: /^The joint in three dimensions/ });
    const isReady = await page
      .locator('[data-ready="yes"]')
      .waitFor()
      .then(
        () => true,
        () => false,
      );
    await page.waitForTimeout(300);
    solids.push({ name, ...(isReady ? await shot(view) : { missing: 'It never comes.' }) });
  }
  return { sheets, solids };
}

const ON_A_SHEET = 12;

/** Twelve pictures on one page of four by three, each with its name under it. */
async function sheetOf(pictures) {
  const cells = pictures.map(
    ({ name, bytes, missing }) =>
      `<figure>${bytes ? `<img src="data:image/png;base64,${bytes.toString('base64')}">` : `<b>${missing}</b>`}<figcaption>${name}</figcaption></figure>`,
  );
  const sheet = await browser.newPage({ viewport: { width: 1600, height: 1200 } });
  await sheet.setContent(`<style>
    body { margin: 0; display: grid; grid-template-columns: repeat(4, 1fr); grid-template-rows: repeat(3, 400px); font: 13px sans-serif }
    figure { margin: 4px; display: grid; grid-template-rows: 1fr auto; min-width: 0; min-height: 0; border: 1px solid #ccc }
    img { width: 100%; height: 100%; object-fit: contain; min-height: 0 }
  </style>${cells.join('')}`);
  const bytes = await sheet.screenshot({ type: 'png' });
  await sheet.close();
  return bytes;
}

async function keep(name, pictures) {
  for (let from = 0; from < pictures.length; from += ON_A_SHEET) {
    const path = join(folder, `${name}-${from / ON_A_SHEET + 1}.png`);
    writeFileSync(path, await sheetOf(pictures.slice(from, from + ON_A_SHEET)));
    console.log(path);
  }
}

try {
  const demos = await jobsOf();
  const asked = file
    ? [
        {
          ...(await ask('/jobs/import', readFileSync(file, 'utf8'))),
          name: basename(file).split('.')[0],
        },
      ]
    : [...demos, { ...(await ask('/jobs/import', everyKind())), name: 'every kind' }];
  for (const { id, name } of asked) {
    const called = name.toLowerCase().replace(/\W+/g, '-');
    const { sheets, solids } = await ofJoints(id);
    await keep(`${called}-joints`, sheets);
    await keep(`${called}-solid`, solids);
    await keep(`${called}-cards`, await ofCards(id));
    await keep(`${called}-floor`, await ofFloor(id));
  }
} finally {
  await browser.close();
  await server.close();
  cluster.stop();
}

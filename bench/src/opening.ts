import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { chromium, type Page } from '@playwright/test';
import type { JobFile } from '@velk/core/exchange';
import { launchOptions } from '../../scripts/browser.mjs';
import { asked, authorization, base, made } from './served.ts';

/**
 * What opening the larger demo costs a page until all of it is proved, its workers included: with
 * nothing kept, with what this browser keeps, and on another device with what the server worked out
 * ahead. And how much the first page fetches.
 */
const { job, shop } = JSON.parse(
  readFileSync(new URL('../../demo/looms.velk-job.json', import.meta.url), 'utf8'),
) as JobFile;
/** The aim, of all that the list of jobs fetches before it stands, compressed. */
const FIRST_PAGE = 300_000;

const browser = await chromium.launch(launchOptions);
const system = await browser.newBrowserCDPSession();

/** Seconds of a processor that the pages and their workers have used until now. */
async function worked(): Promise<number> {
  const { processInfo } = await system.send('SystemInfo.getProcessInfo');
  return processInfo
    .filter(({ type }) => type === 'renderer')
    .reduce((sum, { cpuTime }) => sum + cpuTime, 0);
}

const newPage = async () =>
  (await browser.newContext({ extraHTTPHeaders: { authorization } })).newPage();

async function opened(page: Page, id: string): Promise<number> {
  const before = await worked();
  await page.goto(`${base}/job/${id}/proof`);
  await page.getByRole('link', { name: 'Proof, done' }).waitFor({ timeout: 120_000 });
  return (await worked()) - before;
}

async function proved(id: string): Promise<void> {
  for (;;) {
    const jobs = await asked<{ id: string; plan?: { proved?: object } }[]>('/jobs');
    if (jobs.find((one) => one.id === id)?.plan?.proved) return;
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
}

/** Bytes that the list of jobs fetches until it stands there in its letters, as they come. */
async function firstPage(): Promise<number> {
  /** What its worker takes in for later is no part of it. */
  const context = await browser.newContext({
    extraHTTPHeaders: { authorization },
    serviceWorkers: 'block',
  });
  const page = await context.newPage();
  let bytes = 0;
  const network = await page.context().newCDPSession(page);
  await network.send('Network.enable');
  network.on('Network.loadingFinished', ({ encodedDataLength }) => (bytes += encodedDataLength));
  await page.goto(base);
  await page.getByRole('heading', { name: 'On the bench' }).waitFor();
  await page.waitForLoadState('load');
  await page.evaluate(() => document.fonts.ready.then(() => undefined));
  await context.close();
  return bytes;
}

await asked('/shop', 'POST', { shop });
const id = await made(job);
const bytes = await firstPage();
console.log(`First page: ${(bytes / FIRST_PAGE).toFixed(2)} of ${FIRST_PAGE / 1000} kB`);
if (bytes > FIRST_PAGE) process.exitCode = 1;

const here = await newPage();
const cold = await opened(here, id);
const again = await opened(here, id);
const worker = spawn(process.execPath, ['server/dist/worker.mjs'], { stdio: 'ignore' });
await proved(id);
worker.kill('SIGTERM');
const elsewhere = await opened(await newPage(), id);
console.log('Processor of the page until all is proved, against nothing kept');
console.log(`  kept by the browser: ${(again / cold).toFixed(2)} (cold ${cold.toFixed(1)} s here)`);
console.log(`  kept by the server: ${(elsewhere / cold).toFixed(2)}`);
await browser.close();

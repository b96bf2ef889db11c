import { chromium, type Page } from '@playwright/test';
import { newJob, type Job } from '@velk/core/design';
import type { Shop } from '@velk/core/shop';
import { jobWith, TEST_SHOP } from '@velk/core/testing';
import { launchOptions } from '../../scripts/browser.mjs';
import { crowdedJob, crowdedShop, jobOf } from './crowd.ts';
import { asked, authorization, base, made } from './served.ts';
import { keysOf, resting, sentUntilDrawn, shiftOf } from './keys.ts';

/**
 * How the long lists feel with 5,000 tools and 2,000 parts: frames drawn while scrolling, a
 * keystroke in the search, a measurement typed until the plan follows; each beside the same in a
 * small shop. Needs a running Velk with an empty database: `npm run bench:screens` brings one up.
 */
const browser = await chromium.launch(launchOptions);

/**
 * Share of 60 frames a second drawn while the element under the pointer, or the page, is wheeled
 * through.
 */
async function scrolling(page: Page): Promise<number> {
  await page.mouse.move(500, 450);
  await page.evaluate(
    `window.frames60 = 0; (function count() { window.frames60++; requestAnimationFrame(count); })();`,
  );
  const start = performance.now();
  for (let i = 0; i < 60; i++) await page.mouse.wheel(0, 400);
  const frames = Number(await page.evaluate('window.frames60'));
  return frames / ((performance.now() - start) / 1000) / 60;
}

/**
 * Share of 60 frames a second drawn while a dimension on the sheet is nudged, the drawing following
 * every step.
 */
async function nudging(page: Page): Promise<number> {
  await page.getByLabel('tenon length, mm').focus();
  await page.evaluate(
    `window.frames60 = 0; (function count() { window.frames60++; requestAnimationFrame(count); })();`,
  );
  const start = performance.now();
  for (let i = 0; i < 60; i++) await page.keyboard.press(i < 30 ? 'ArrowUp' : 'ArrowDown');
  const frames = Number(await page.evaluate('window.frames60'));
  return frames / ((performance.now() - start) / 1000) / 60;
}

/** Milliseconds from a change of a field until the page shows what follows from it. */
async function until(act: () => Promise<void>, shown: () => Promise<void>): Promise<number> {
  const start = performance.now();
  await act();
  await shown();
  return performance.now() - start;
}

/**
 * A shop that leaves tools out is asked for again, as long as the jobs are being looked through.
 */
async function putShop(shop: Shop): Promise<void> {
  const { version } = await asked<{ version: number }>('/shop');
  await asked('/shop', 'PUT', { version, shop }).catch((error: unknown) => {
    if (!/"looking":true/.test(String(error))) throw error;
    return putShop(shop);
  });
}

/** The same of a bare page with rows of fields, no script at all: what this machine can draw. */
async function scrollingBare(): Promise<number> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const row = `<tr style="height: 56px">${'<td><input value="22.0"></td>'.repeat(7)}</tr>`;
  await page.setContent(`<table>${row.repeat(500)}</table>`);
  const share = await scrolling(page);
  await page.close();
  return share;
}

async function measure(shop: Shop, job: Job, tools: string, parts: string) {
  await putShop(shop);
  const id = await made(job);
  const page = await browser.newPage({
    viewport: { width: 1280, height: 800 },
    extraHTTPHeaders: { authorization },
  });
  await page.goto(`${base}/chest`);
  await page.getByRole('listitem').first().waitFor();
  const chestScroll = await scrolling(page);
  const search = await until(
    () => page.getByLabel('Search the chest').fill(tools),
    () =>
      page
        .getByRole('button', { name: new RegExp(tools) })
        .first()
        .waitFor(),
  );
  await page.goto(`${base}/job/${id}/stock`);
  await page.getByLabel('Rail, thickness, mm', { exact: true }).waitFor();
  const stockScroll = await scrolling(page);
  await page.evaluate(() => window.scrollTo(0, 0));
  const find = page.getByLabel('Search the parts');
  const partSearch = (await find.count())
    ? await until(
        () => find.fill(parts),
        () => page.getByLabel(`Name of ${parts}`).waitFor(),
      )
    : 0;
  if (await find.count()) await find.fill('');
  await page.goto(`${base}/job/${id}/joints`);
  await page.getByLabel('tenon thickness, mm').waitFor();
  const plan = await until(
    () => page.getByLabel('mortise width, mm').fill('10'),
    async () => {
      await page.waitForFunction(
        `document.querySelector('[aria-label="tenon thickness, mm"]').value === '10.0'`,
      );
    },
  );
  const redraw = await nudging(page);
  await page.close();
  return { chestScroll, search, stockScroll, partSearch, plan, redraw };
}

await asked('/shop', 'POST', { shop: TEST_SHOP });
await made(newJob('Warming up', 'mm'));
await measure(TEST_SHOP, jobWith(), 'Spiral 8', 'Rail');
const small = await measure(TEST_SHOP, jobWith(), 'Spiral 8', 'Rail');
const big = await measure(crowdedShop(5000), crowdedJob(2000), 'no. 4321', 'Part no. 1777');
const percent = (share: number) => `${Math.round(Math.min(1, share) * 100)} %`;
console.log('5,000 tools and 2,000 parts, beside a small shop');
console.log(
  `  scrolling the chest: ${percent(big.chestScroll)} of 60 frames a second (small shop ${percent(small.chestScroll)})`,
);
console.log(
  `  scrolling the stock: ${percent(big.stockScroll)} of 60 frames a second (bare rows of fields ${percent(await scrollingBare())})`,
);
console.log(
  `  nudging a dimension on the sheet: ${percent(big.redraw)} of 60 frames a second (small job ${percent(small.redraw)})`,
);
console.log(
  `  searching the chest: ${(big.search / small.search).toFixed(1)} times the small shop (${big.search.toFixed(0)} ms here)`,
);
console.log(`  searching the parts: ${big.partSearch.toFixed(0)} ms here`);
console.log(
  `  a dimension typed until the sheet answers: ${(big.plan / small.plan).toFixed(1)} times the small job (${big.plan.toFixed(0)} ms here)`,
);

/** The joint sheet of a small job, and of one with 300 parts and 175 joints. */
async function sheetOf(job: Job) {
  const id = await made(job);
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    extraHTTPHeaders: { authorization },
  });
  const address = `${base}/job/${id}/joints`;
  const sent = await sentUntilDrawn(await context.newPage(), address);
  const shift = await shiftOf(await context.newPage(), address);
  const page = await context.newPage();
  await page.goto(address);
  await page.getByLabel('tenon length, mm').waitFor();
  await resting();
  const keys = await keysOf(page);
  await context.close();
  return { sent, shift, ...keys };
}

await putShop(TEST_SHOP);
const many = jobOf(175);
const large = {
  ...many,
  parts: [...many.parts, ...crowdedJob(300 - many.parts.length + 2).parts.slice(2)],
};
for (const [name, sheet] of [
  ['a small job', await sheetOf(jobWith())],
  ['300 parts and 175 joints', await sheetOf(large)],
] as const) {
  const { sent, shift, empty, dimension } = sheet;
  const waits = `${dimension.p98.toFixed(0)} ms to ${empty.p98.toFixed(0)} ms`;
  const busy = `${dimension.busy.toFixed(1)} ms to ${empty.busy.toFixed(1)} ms`;
  console.log(`The joint sheet of ${name}`);
  console.log(
    `  sent until it is drawn: ${(sent / 1000).toFixed(0)} kB; moved by itself while opening: ${shift.toFixed(3)}`,
  );
  console.log(
    `  a nudge to a key in an empty field, p98: ${(dimension.p98 / empty.p98).toFixed(1)} times (${waits})`,
  );
  console.log(`  processor: ${(dimension.busy / empty.busy).toFixed(1)} times (${busy})`);
}
await browser.close();

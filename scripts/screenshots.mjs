// npm run screenshots: retakes docs/screenshots from the demo, on a throw-away database.
import { solidOptions } from './browser.mjs';
import { ensureBuilt } from './build.mjs';
import { throwAwayCluster } from './cluster.mjs';
import { ensurePackages } from './debian.mjs';
import { ensureDependencies, root } from './dependencies.mjs';
import { keepServer } from './serve.mjs';

await ensurePackages(['postgresql', 'chromium-headless-shell']);
await ensureDependencies();
await ensureBuilt();
const cluster = await throwAwayCluster();
process.env.PORT = process.env.PORT ?? '4290';
const server = await keepServer(cluster.url, { folder: cluster.folder });
const { chromium } = await import('@playwright/test');
const browser = await chromium.launch(solidOptions);
/** As whoever has the key: the pages show what they show, and no door. */
const page = await browser.newPage({
  viewport: { width: 1280, height: 800 },
  extraHTTPHeaders: { authorization: `Bearer ${server.key}` },
});
await server.listening;
const base = `http://127.0.0.1:${server.port()}`;
const wanted = process.argv.slice(2);

async function take(name, path, prepare = async () => undefined) {
  if (wanted.length && !wanted.includes(name)) return;
  await page.goto(base + path);
  await page.waitForLoadState('networkidle');
  await page.getByText('Opening…').waitFor({ state: 'hidden' });
  await page.evaluate(() => document.fonts.ready.then(() => undefined));
  await prepare();
  /** Pictures of a job show it as it is once every joint is proved. */
  if (path.startsWith('/job/') && !path.endsWith('/floor'))
    await page.getByRole('link', { name: 'Proof, done' }).waitFor();
  await page.screenshot({ path: `${root}docs/screenshots/${name}.png` });
  console.log(`docs/screenshots/${name}.png`);
}

try {
  for (let tries = 0; ; tries++) {
    const up = await fetch(`${base}/api/health`).then(
      (r) => r.ok,
      () => false,
    );
    if (up) break;
    if (tries > 60) throw new Error('The server does not start.');
    await new Promise((resolve) => setTimeout(resolve, 500));
  }
  const jobs = await (
    await fetch(`${base}/api/jobs`, { headers: { authorization: `Bearer ${server.key}` } })
  ).json();
  const job = (text) => `/job/${jobs.find((j) => j.name.includes(text)).id}`;
  const proved = () =>
    page
      .getByText(/^Cut virtually/)
      .first()
      .waitFor();
  const pick = (name) => page.getByRole('button', { name }).click();
  const step = async (title, number = 0) => {
    await page.getByRole('link', { name: title, exact: false }).nth(number).click();
    await proved();
  };
  /** Both jobs are planned by then. */
  await take('jobs', '/', () =>
    page
      .getByText(/^not begun, /)
      .nth(1)
      .waitFor(),
  );
  await take('stock', `${job('looms')}/stock`);
  await take('boards', `${job('looms')}/stock/boards`, async () => {
    await page.getByRole('heading', { name: 'As they are sawn' }).scrollIntoViewIfNeeded();
    await page.evaluate(() => window.scrollBy(0, 330));
  });
  await take('joint', `${job('looms')}/joints`);
  await take('kinds', `${job('looms')}/joints`, async () => {
    await pick(/Stretcher through foot/);
    await pick('Through mortise and tenon');
  });
  await take('frame', `${job('looms')}/joints`, async () => {
    await pick('Add a joint');
    await pick(/^Or a whole frame/);
  });
  await take('methods', `${job('looms')}/methods`, async () => {
    await pick(/Base rail/);
    await page.getByRole('radio').first().waitFor();
  });
  await take('card-router', `${job('looms')}/order`, () =>
    step('Mortise, plunge router in the jig'),
  );
  await take('card-upright', `${job('looms')}/order`, () => step('Cheeks, upright'));
  await take('card-bench', `${job('looms')}/order`, () => step('Mortise ends, squared'));
  await take('order', `${job('looms')}/order`);
  await take('tasks', `${job('looms')}/order/parts`);
  await take('assembly', `${job('racks')}/order/assembly`, async () => {
    await page.getByRole('heading', { name: 'Gluing up, day by day' }).waitFor({ timeout: 60_000 });
    await page.waitForTimeout(3000);
    await page.getByRole('heading', { level: 2 }).first().scrollIntoViewIfNeeded();
    await page.evaluate(() => window.scrollBy(0, 300));
  });
  await take('proof', `${job('looms')}/proof`, () => page.getByText('Section through').waitFor());
  await take('chest', '/chest/spiral-8');
  await take('quick', '/quick/stepped-cut');
  await take('shop', '/shop');
  /**
   * The floor in the dark, in the middle of a batch; what was tried and cut there is what the log
   * then shows.
   */
  if (!wanted.length || wanted.includes('log') || wanted.includes('floor')) {
    wanted.push(...(wanted.length ? ['floor', 'log'] : []));
    const depth = async (text) => {
      await page.getByLabel(/^mortise depth, as it reads/).fill(text);
    };
    await take('floor', `${job('looms')}/floor`, async () => {
      await pick('Dark');
      await pick('All cards');
      await pick(/^3\. /);
      await pick('I have read this');
      await pick('It is set');
      await depth('33.6');
      await pick(/^It is set so/);
      await depth('33.1');
      await pick('Write it down');
      await pick('Cut the pieces');
      for (let i = 0; i < 2; i++) await pick('One more');
      await page.getByRole('button', { name: 'Take one back' }).waitFor();
    });
    await pick('Light');
    await take('log', `${job('looms')}/log`, () => page.getByText('Readings over time').waitFor());
  }
} finally {
  await browser.close();
  await server.close();
  cluster.stop();
}

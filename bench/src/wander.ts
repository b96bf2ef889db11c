import { chromium, type Page } from '@playwright/test';
import { demo } from '@velk/core/testing';
import { launchOptions } from '../../scripts/browser.mjs';
import { asked, authorization, base, made } from './served.ts';

/**
 * Minutes of random use of a job in one page that is never loaded anew: presses, typing, keys and
 * undo, seeded. Once a minute it comes back to the joint sheet, rubbish is collected, and heap,
 * nodes, listeners and workers are counted. `npm run bench:wander [MINUTES [SEED]]`.
 */
const minutes = Number(process.argv[2] ?? 10);
let seed = Number(process.argv[3] ?? 1);

/**
 * What makes the job larger or smaller, or ends the walk: the count would then be of something
 * else.
 */
const NOT_PRESSED =
  'add|new|another|copy|import|duplicate|template|delete|remove|archive|leave|sign|reload|print|export|save|open|start';
const PRESSED =
  'main a, main button, main [role=tab], main [role=radio], main summary, nav a, header button';
const TYPED_IN = 'main input:not([type=file]), main select, main textarea';

/** Numbers from 0 to 1 by a seed: mulberry32, a published generator. */
function random(): number {
  seed = (seed + 0x6d2b79f5) | 0;
  let t = Math.imul(seed ^ (seed >>> 15), 1 | seed);
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
  return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
}
const oneOf = <T>(all: readonly T[]): T => all[Math.floor(random() * all.length)]!;

/**
 * Where a random one of some elements is in the window; found in the page, so that nothing here
 * holds on to it.
 */
const placeOf = (page: Page, among: string): Promise<{ x: number; y: number } | null> =>
  page.evaluate(
    ([selector, not, at]) => {
      const elements = [...document.querySelectorAll<HTMLElement>(selector)].filter(
        (element) => element.checkVisibility() && !new RegExp(not, 'i').test(element.innerText),
      );
      const element = elements[Math.floor(at * elements.length)];
      if (!element) return null;
      element.scrollIntoView({ block: 'nearest' });
      const { x, y, width, height } = element.getBoundingClientRect();
      return { x: x + width / 2, y: y + height / 2 };
    },
    [among, NOT_PRESSED, random()] as const,
  );

/** One random thing. */
async function step(page: Page): Promise<void> {
  const what = random();
  const target = what < 0.8 && (await placeOf(page, what < 0.55 ? PRESSED : TYPED_IN));
  if (target) await page.mouse.click(target.x, target.y);
  if (what >= 0.55 && what < 0.8)
    for (const key of [
      'Backspace',
      oneOf([...'0123456789']),
      oneOf(['Enter', 'ArrowUp', 'ArrowDown', 'Escape']),
    ])
      await page.keyboard.press(key);
  else if (what >= 0.8 && what < 0.9)
    await page.keyboard.press(oneOf(['Control+z', 'Control+y', 'Escape', 'Tab', 'ArrowDown']));
  else if (what >= 0.9) await page.mouse.wheel(0, oneOf([-600, 600]));
}

interface Count {
  readonly heap: number;
  readonly nodes: number;
  readonly listeners: number;
  readonly workers: number;
}

async function counted(page: Page, job: string): Promise<Count> {
  await page.keyboard.press('Escape');
  /** As a link does it: the page goes on living. */
  await page.evaluate(
    `history.pushState({}, '', '/job/${job}/joints'); dispatchEvent(new PopStateEvent('popstate'))`,
  );
  await page.getByText('Joints in this job').waitFor();
  await page.waitForTimeout(3000);
  const devtools = await page.context().newCDPSession(page);
  await devtools.send('HeapProfiler.collectGarbage');
  await devtools.send('Performance.enable');
  const { metrics } = await devtools.send('Performance.getMetrics');
  await devtools.detach();
  const of = (name: string) => metrics.find((m) => m.name === name)!.value;
  return {
    heap: of('JSHeapUsedSize') / 1e6,
    nodes: of('Nodes'),
    listeners: of('JSEventListeners'),
    workers: page.workers().length,
  };
}

const { job, shop } = demo('looms');
await asked('/shop', 'POST', { shop });
const id = await made(job);
const browser = await chromium.launch(launchOptions);
const page = await browser.newPage({
  viewport: { width: 1280, height: 800 },
  extraHTTPHeaders: { authorization },
});
const errors: string[] = [];
page.on('pageerror', (error) => errors.push(error.message));
page.on('dialog', (dialog) => void dialog.dismiss());
await page.goto(`${base}/job/${id}/joints`);
await page.getByText('Joints in this job').waitFor();

const counts: Count[] = [];
let steps = 0;
for (let minute = 0; minute <= minutes; minute++) {
  counts.push(await counted(page, id));
  const { heap, nodes, listeners, workers } = counts.at(-1)!;
  console.log(
    `${minute} min, ${steps} steps: heap ${heap.toFixed(1)} MB, ${nodes} nodes, ${listeners} listeners, ${workers} workers`,
  );
  for (const until = Date.now() + 60_000; minute < minutes && Date.now() < until; steps++)
    await step(page);
}
await browser.close();
const mean = (of: readonly Count[], what: keyof Count) =>
  of.reduce((sum, count) => sum + count[what], 0) / of.length;
const quarter = Math.ceil(counts.length / 4);
const [early, late] = [counts.slice(quarter, 2 * quarter), counts.slice(-quarter)];
const grown = (what: keyof Count) => (mean(late, what) / mean(early, what)).toFixed(2);
console.log(
  `Last quarter beside the second: heap ${grown('heap')}, nodes ${grown('nodes')}, listeners ${grown('listeners')}, workers ${grown('workers')} times.`,
);
console.log(
  `${errors.length} errors of the page${errors.length ? `: ${[...new Set(errors)].join('; ')}` : ''}.`,
);
if (errors.length) process.exitCode = 1;

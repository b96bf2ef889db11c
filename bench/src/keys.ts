import { cpus } from 'node:os';
import type { Page } from '@playwright/test';

/**
 * What a run of keys cost: the slowest but one in fifty from key to picture, in ms, and ms of
 * processor a key.
 */
export interface KeyCost {
  readonly p98: number;
  readonly busy: number;
}

const PRESSES = 60;

/** From each key to the first frame after it, as the page itself sees it. */
const WATCH = `window.waits = []; window.addEventListener('keydown', () => {
  const start = performance.now();
  requestAnimationFrame(() => {
    const after = new MessageChannel();
    after.port1.onmessage = () => window.waits.push(performance.now() - start);
    after.port2.postMessage(0);
  });
}, { capture: true });`;

async function costOf(page: Page, press: (i: number) => string): Promise<KeyCost> {
  const devtools = await page.context().newCDPSession(page);
  await devtools.send('Performance.enable');
  const busy = async () =>
    (await devtools.send('Performance.getMetrics')).metrics.find((m) => m.name === 'TaskDuration')!
      .value * 1000;
  await page.evaluate('window.waits = []');
  const before = await busy();
  for (let i = 0; i < PRESSES; i++) {
    await page.keyboard.press(press(i));
    await page.waitForTimeout(40);
  }
  const spent = (await busy()) - before;
  const waits = (await page.evaluate<number[]>('window.waits')).sort((a, b) => a - b);
  await devtools.detach();
  return { p98: waits[Math.floor(waits.length * 0.98)]!, busy: spent / PRESSES };
}

/**
 * Keys in an empty field beside everything else, and the same number of nudges of a dimension, in
 * one page.
 */
export async function keysOf(page: Page): Promise<{ empty: KeyCost; dimension: KeyCost }> {
  await page.evaluate(WATCH);
  await page.evaluate(`document.body.insertAdjacentHTML('beforeend', '<input id="bare">')`);
  await page.locator('#bare').focus();
  await costOf(page, () => 'a');
  const empty = await costOf(page, () => 'a');
  await page.locator('#bare').evaluate((e) => e.remove());
  await page.getByLabel('tenon length, mm').focus();
  await costOf(page, (i) => (i < PRESSES / 2 ? 'ArrowUp' : 'ArrowDown'));
  const dimension = await costOf(page, (i) => (i < PRESSES / 2 ? 'ArrowUp' : 'ArrowDown'));
  return { empty, dimension };
}

/**
 * Waits until neither page nor workers have anything left to do: most of the machine idle for three
 * seconds.
 */
export async function resting(): Promise<void> {
  const spent = () =>
    cpus().map(({ times }) => ({
      idle: times.idle,
      all: Object.values(times).reduce((a, b) => a + b),
    }));
  for (let quiet = 0, tries = 0; quiet < 3; tries++) {
    if (tries > 300)
      throw new Error('The machine never rests: something else runs beside the bench.');
    const before = spent();
    await new Promise((resolve) => setTimeout(resolve, 1000));
    const shares = spent().map(
      (now, i) => (now.idle - before[i]!.idle) / (now.all - before[i]!.all),
    );
    quiet = shares.every((share) => share > 0.7) ? quiet + 1 : 0;
  }
}

/**
 * How far things moved by themselves while a page opened, after the browser's own measure (layout
 * shift).
 */
export async function shiftOf(page: Page, address: string): Promise<number> {
  await page.addInitScript(`window.shift = 0; new PerformanceObserver((list) => {
    for (const entry of list.getEntries()) if (!entry.hadRecentInput) window.shift += entry.value;
  }).observe({ type: 'layout-shift', buffered: true });`);
  await page.goto(address);
  await page.waitForTimeout(4000);
  return page.evaluate<number>('window.shift');
}

/** Bytes as sent until the joint sheet is drawn, by the page's own clock. */
export async function sentUntilDrawn(page: Page, address: string): Promise<number> {
  await page.addInitScript(`new MutationObserver((_, watch) => {
    if (!document.querySelector('[aria-label="tenon length, mm"]')) return;
    window.drawn = performance.now();
    watch.disconnect();
  }).observe(document, { childList: true, subtree: true });`);
  await page.goto(address);
  await page.getByLabel('tenon length, mm').waitFor();
  return page.evaluate<number>(`[...performance.getEntriesByType('navigation'), ...performance.getEntriesByType('resource')]
    .filter((entry) => entry.responseEnd <= window.drawn)
    .reduce((sum, entry) => sum + entry.transferSize, 0)`);
}

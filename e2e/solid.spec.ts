import { solidOptions } from '../scripts/browser.mjs';
import type { Locator, Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { expect, openLooms, test } from './velk.ts';

test.use({ launchOptions: solidOptions });

/** All of the looms: a twin tenon; a body is cut to be seen. */
test('a joint opens in three dimensions, is turned and drawn apart from the keyboard, and closes @looms @cuts', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'joints');
  const errors: string[] = [];
  page.on('pageerror', (e) => errors.push(e.message));
  await page.getByRole('button', { name: /Breast beam into cheek/ }).click();
  await page.getByRole('button', { name: 'In three dimensions' }).click();
  const view = page.getByRole('img', { name: /^The joint in three dimensions/ });
  await expect(view).toHaveAttribute('data-ready', 'yes');
  const picture = async () => (await view.screenshot()).toString('base64');
  await expect.poll(async () => (await picture()).length).toBeGreaterThan(3000);
  const before = await picture();
  await view.focus();
  for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowLeft');
  await expect.poll(picture).not.toBe(before);
  const turned = await picture();
  await page.getByLabel('Drawn apart').focus();
  await page.keyboard.press('End');
  await expect.poll(picture).not.toBe(turned);
  await page.getByRole('button', { name: /^Close the view/ }).click();
  await expect(view).toBeHidden();
  expect(errors).toEqual([]);
});

/**
 * How much of a view is not its background, along and down, and how far off its middle that lies,
 * as shares of it.
 */
async function filledOf(page: Page, view: Locator): Promise<{ most: number; off: number }> {
  const png = (await view.screenshot()).toString('base64');
  return page.evaluate(async (base64) => {
    const bytes = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
    const bitmap = await createImageBitmap(new Blob([bytes], { type: 'image/png' }));
    const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
    const context = canvas.getContext('2d')!;
    context.drawImage(bitmap, 0, 0);
    const { width, height, data } = context.getImageData(0, 0, bitmap.width, bitmap.height);
    const colour = (x: number, y: number) => [0, 1, 2].map((i) => data[4 * (y * width + x) + i]!);
    const empty = colour(8, 8);
    let [left, right, top, bottom] = [width, 0, height, 0];
    /** Inside its rim. */
    for (let y = 5; y < height - 5; y++)
      for (let x = 5; x < width - 5; x++)
        if (colour(x, y).some((own, i) => Math.abs(own - empty[i]!) > 24))
          [left, right, top, bottom] = [
            Math.min(left, x),
            Math.max(right, x),
            Math.min(top, y),
            Math.max(bottom, y),
          ];
    const off = Math.max(
      Math.abs((left + right) / width - 1),
      Math.abs((top + bottom) / height - 1),
    );
    return { most: Math.max((right - left) / width, (bottom - top) / height), off };
  }, png);
}

const { job } = JSON.parse(
  readFileSync(new URL('../demo/looms.velk-job.json', import.meta.url), 'utf8'),
) as {
  job: { joints: { name: string }[] };
};
const NAMES = job.joints.map(({ name }) => name);

/** Every joint of the looms: those that lie far along their piece were out of sight. */
test('every joint of the looms fills its view, in its middle, in sight @looms @cuts', async ({
  page,
  velk,
}) => {
  test.slow();
  page.setDefaultTimeout(10_000);
  await openLooms(page, velk, 'joints');
  for (const name of NAMES) {
    await page.getByRole('button', { name }).first().click();
    await page.getByRole('button', { name: 'In three dimensions' }).click();
    const view = page.getByRole('img', { name: /^The joint in three dimensions/ });
    await expect(view).toHaveAttribute('data-ready', 'yes');
    await expect(view).toBeInViewport({ ratio: 0.95 });
    await expect.poll(async () => (await filledOf(page, view)).most).toBeGreaterThan(0.5);
    const { most, off } = await filledOf(page, view);
    expect([name, most < 0.95, off < 0.1]).toEqual([name, true, true]);
    await page.getByRole('button', { name: /^Close the view/ }).click();
  }
});

import { solidOptions } from '../scripts/browser.mjs';
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

import type { Locator, Page } from '@playwright/test';
import { planJob } from '@velk/core/day';
import { demo } from '@velk/core/testing';
import { expect, openLooms, test } from './velk.ts';

const rows = (page: Page): Locator => page.locator('ol.order > li');
const rowOf = (page: Page, id: string): Locator => page.locator(`ol.order > li[data-card="${id}"]`);
const idOf = async (row: Locator) => (await row.getAttribute('data-card'))!;

/** Opens where a set-up is wanted, and says it. */
async function pin(
  page: Page,
  id: string,
  where: { value: string } | { label: RegExp },
): Promise<Locator> {
  const row = rowOf(page, id);
  const choice = row.getByLabel(/^Where set-up \d+ is wanted$/);
  if (!(await choice.isVisible()))
    await row.getByRole('button', { name: /^(Pin set-up \d+|pin|pinned .*)$/ }).click();
  const value =
    'value' in where
      ? where.value
      : await choice.locator('option', { hasText: where.label }).getAttribute('value');
  await choice.selectOption(value);
  return row;
}

/** All of the looms: days of work to be pinned to. */
test('a set-up is pinned first, before another and to a day; what contradicts is quoted @looms', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'order');
  await rows(page).first().waitFor();
  /** One that waits for nothing goes to the top. */
  const free = await idOf(rows(page).filter({ hasNotText: 'Why not earlier' }).nth(4));
  const row = await pin(page, free, { value: 'first' });
  await expect(rows(page).first()).toHaveAttribute('data-card', free);
  await row.getByRole('button', { name: 'close' }).click();
  await expect(row.getByRole('button', { name: 'pinned first' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(rows(page).first()).not.toHaveAttribute('data-card', free);

  const other = await idOf(rows(page).filter({ hasNotText: 'Why not earlier' }).nth(1));
  await pin(page, free, { value: `before ${other}` });
  await expect(rowOf(page, other)).toContainText('You wanted the one before the other.');
  await pin(page, other, { value: `before ${free}` });
  const circle = page.getByRole('alert').filter({ hasText: 'No order keeps all of these rules' });
  await expect(circle.getByText(/You wanted the one before the other\.$/)).toHaveCount(2);
  await pin(page, other, { value: '' });
  await expect(circle).toHaveCount(0);

  /** A day wants to know which is the first; a weekend is none. */
  await pin(page, free, { value: 'day' });
  await expect(page.getByText(/is not kept: Say which working day is the first\./)).toBeVisible();
  await page.getByLabel('first on').fill('2027-03-15');
  const day = rowOf(page, free).getByLabel(/^The day of set-up/);
  await day.fill('2027-03-20');
  await expect(page.getByText('is not kept: 2027-03-20 is on a weekend.')).toBeVisible();
  await day.fill('2027-03-22');
  await expect(page.getByText(/is not kept/)).toHaveCount(0);
  const begun = (id: string) =>
    rows(page).evaluateAll((all, own) => {
      const index = all.findIndex((li) => li.getAttribute('data-card') === own);
      return all
        .slice(0, index + 1)
        .reverse()
        .map((li) => li.querySelector('.dayhead h2')?.textContent)
        .find(Boolean);
    }, id);
  await expect.poll(() => begun(free)).toBe('Day 6, Mon, Mar 22');
  /** Nothing else reaches so far: the days between are empty, and said so. */
  await day.fill('2027-06-01');
  await expect(rowOf(page, free)).toContainText(
    /Day \d+, Tue, Jun 1.*the \d+ days before, nothing/,
  );
  await day.fill('2027-03-22');
  await expect.poll(() => begun(free)).toBe('Day 6, Mon, Mar 22');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect.poll(() => begun(free)).toBe('Day 6, Mon, Mar 22');
  await expect(
    rowOf(page, free).getByRole('button', { name: 'pinned to Mon, Mar 22' }),
  ).toBeVisible();
});

/** All of the looms: an order that isn’t proven at once. */
test('one looks longer for a quicker order, sees how far that is, and ends it @looms', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'order');
  await page.getByRole('button', { name: 'Look longer for a quicker order' }).click();
  const far = page.getByRole('progressbar', { name: 'How far the search is' });
  await expect.poll(async () => Number(await far.getAttribute('value'))).toBeGreaterThan(0.01);
  await page.getByRole('button', { name: 'that will do' }).click();
  await expect(
    page.getByText(/^(None quicker was found\.|One was found that takes \d+ minutes less\.)/),
  ).toBeVisible();
  await expect(far).toHaveCount(0);
});

/** All of the looms: lanes long enough to draw along. */
test('in the picture a set-up is drawn along past another of its machine, within the room that its rules leave @looms', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'order');
  await rows(page).first().waitFor();
  const order = () =>
    rows(page).evaluateAll((all) => all.map((li) => li.getAttribute('data-card')));
  const before = await order();
  /** The same order as is found outside any browser. */
  const { job, shop } = demo('looms');
  expect(before).toEqual(planJob(job, shop).cards.map(({ id }) => id));
  const lane = page.locator('.lanes svg > g', { hasText: 'Plunge router' }).locator('g');
  const [first, second] = [(await lane.nth(0).boundingBox())!, (await lane.nth(1).boundingBox())!];
  await page.mouse.move(first.x + first.width / 2, first.y + 6);
  await page.mouse.down();
  await page.mouse.move(second.x + second.width * 0.8, first.y + 6, { steps: 5 });
  await expect(page.locator('.lanes rect.room')).toBeAttached();
  await page.mouse.up();
  await expect.poll(order).not.toEqual(before);
  const after = await order();
  const routers = before.filter((id) => after.indexOf(id) !== before.indexOf(id));
  expect(routers).toHaveLength(2);
  expect(after.indexOf(routers[0]!)).toBe(before.indexOf(routers[1]!));
  await expect(page.getByText(/minutes of changing over in your order/)).toBeVisible();
});

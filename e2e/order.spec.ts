import type { Locator, Page } from '@playwright/test';
import { expect, openLooms, test } from './velk.ts';

const rows = (page: Page): Locator => page.locator('ol.order > li');
const handle = (row: Locator): Locator => row.getByRole('button', { name: /^Move set-up/ });
const idOf = (row: Locator) => row.getAttribute('data-card');

/** All of the looms: cards that can go up and down, and one that waits far down. */
test('a card is moved by keys and by drag, refused with its rule, kept over a reload, and given back @looms', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'order');
  await expect(
    page.getByText(
      /minutes of changing over; joint by joint it would be \d+, and no order takes under/,
    ),
  ).toBeVisible();
  /** The last card that can go up: nothing before it must come first. */
  const [second, third] = [await idOf(rows(page).nth(1)), await idOf(rows(page).nth(2))];
  await handle(rows(page).nth(1)).focus();
  await page.keyboard.press('Alt+ArrowDown');
  await expect(rows(page).nth(2)).toHaveAttribute('data-card', second!);
  await expect(rows(page).nth(1)).toHaveAttribute('data-card', third!);
  await expect(handle(rows(page).nth(2))).toBeFocused();
  await expect(page.getByText(/minutes of changing over in your order/)).toBeVisible();

  /**
   * A tenon never comes before its mortise: the first card that waits for another one is dragged to
   * the top.
   */
  const waiting = rows(page).filter({ hasText: 'Why not earlier' }).first();
  const stays = await idOf(waiting);
  const place = await rows(page).evaluateAll(
    (all, id) => all.findIndex((li) => li.getAttribute('data-card') === id),
    stays,
  );
  await handle(waiting).hover();
  const top = (await rows(page).first().boundingBox())!;
  await page.mouse.down();
  await page.mouse.move(300, top.y + 60, { steps: 4 });
  await expect(page.getByText(/^It can go anywhere from \d+ to \d+\.$/)).toBeVisible();
  await expect(page.locator('ol.order > li.barred').first()).toBeAttached();
  await page.mouse.move(top.x + 20, Math.max(4, top.y + 4), { steps: 6 });
  await page.mouse.up();
  await expect(page.getByText(/^Not before \d+: /)).toBeVisible();
  await expect(rows(page).nth(place)).toHaveAttribute('data-card', stays!);

  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(rows(page).nth(2)).toHaveAttribute('data-card', second!);
  await page.getByRole('button', { name: /^Back to the quickest found/ }).click();
  await expect(rows(page).nth(1)).toHaveAttribute('data-card', second!);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(rows(page).nth(2)).toHaveAttribute('data-card', second!);
});

test('the run begins from what is set up now, one card a machine; a machine that is not free is planned without', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'order');
  const on = rows(page).filter({ hasText: /Table saw(, same machine)?\s*set up now/ });
  const [near, far] = [on.first(), on.last()];
  const [first, last] = [await idOf(near), await idOf(far)];
  await near.getByRole('checkbox', { name: /is set up now/ }).check();
  await expect(page.getByText(/It begins from what is set up now/)).toBeVisible();
  await expect(page.locator(`li[data-card="${first}"]`)).not.toContainText('Set: Rip blade');
  /** A machine is set up for one card. */
  await page
    .locator(`li[data-card="${last}"]`)
    .getByRole('checkbox', { name: /is set up now/ })
    .check();
  await expect(page.locator(`li[data-card="${first}"]`).getByRole('checkbox')).not.toBeChecked();
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText(/It begins from/)).toHaveCount(0);

  await page.getByLabel('Who cuts').selectOption({ label: 'two persons' });
  await expect(
    page.getByText(/^Two persons need about [\d.]+ h from the first to the last/),
  ).toBeVisible();
  await page.reload();
  await expect(page.getByText(/^Two persons need about/)).toBeVisible();
  await page.getByLabel('Who cuts').selectOption({ label: 'one person' });
  await expect(page.locator('.dayhead').first()).toBeVisible();

  await page.getByText('Is a machine not free?').click();
  await page.getByRole('checkbox', { name: 'Bandsaw is free' }).uncheck();
  await expect(page.getByText('Planned without Bandsaw')).toBeVisible();
  await expect(rows(page).filter({ hasText: /Bandsaw/ })).toHaveCount(0);
  await page.getByRole('checkbox', { name: 'Bandsaw is free' }).check();
  await expect(
    rows(page)
      .filter({ hasText: /Bandsaw/ })
      .first(),
  ).toBeVisible();
});

/** All of the looms: days of work and a long list to search. */
test('the run is drawn along time, a lane for each machine; a list that is searched holds nothing that moves @looms', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'order');
  await rows(page).first().waitFor();
  const all = await rows(page).count();
  /** Working days: what goes on in the morning, and what to fetch before. */
  const heads = page.locator('.dayhead');
  await expect(
    heads.filter({ hasText: /8\.0 h; begins with the rest of \d+, / }).first(),
  ).toBeVisible();
  await expect(heads.first()).toContainText(/Day 1.*fetch Dado stack/);
  const eight = await heads.count();
  await page.getByLabel('Hours a day').selectOption('4');
  await expect.poll(() => heads.count()).toBeGreaterThan(eight + 5);
  await page.reload();
  await expect(page.getByLabel('Hours a day')).toHaveValue('4');

  await page.getByLabel('Search the set-ups').fill('shuttle');
  const words = page.getByText(
    new RegExp(`^\\d+ of ${all}; all of them are needed to move one\\.$`),
  );
  await expect(words).toBeVisible();
  await expect(heads).toHaveCount(0);
  const found = await rows(page).count();
  expect(found).toBeGreaterThan(2);
  expect(found).toBeLessThan(all);
  for (const row of await rows(page).all()) await expect(row).toContainText(/shuttle/i);
  const first = await idOf(rows(page).first());
  await handle(rows(page).first()).focus();
  await page.keyboard.press('Alt+ArrowDown');
  await expect(rows(page).first()).toHaveAttribute('data-card', first!);

  await page.getByLabel('Search the set-ups').fill('');
  await page.getByLabel('Only on').selectOption('Bandsaw');
  for (const row of await rows(page).all()) await expect(row).toContainText('Bandsaw');
  /** What it is set with, and how long that and the cutting take. */
  await expect(rows(page).first()).toContainText(
    /Set: .*; \d+ min with the test cut, about .* to cut/,
  );

  /** A block in the picture leads to its set-up, whatever was searched for. */
  const block = page.locator('.lanes svg .lane-press').nth(20);
  await block.hover();
  const told = /^(.*?): (.*), set in \d+ min, cut in \d+$/.exec(
    (await page.locator('.lanes p').textContent())!,
  )!;
  await block.click();
  await expect(rows(page)).toHaveCount(all);
  const focused = page.locator('ol.order > li', { has: page.locator('a:focus') });
  await expect(focused.getByRole('link')).toHaveText(told[2]!);
  await expect(focused).toContainText(told[1]!);
});

test('small changes of the drawing: looked for, stopped, seen on it, drawn and taken back', async ({
  page,
  velk,
}) => {
  await page.goto(velk.url);
  await page.getByRole('link', { name: 'Drying racks for the dye room' }).click();
  await page.getByRole('link', { name: /^Order/ }).click();
  const look = page.getByRole('button', { name: 'Look for small changes of the drawing' });
  await look.click();
  const tried = page.getByRole('progressbar', { name: 'How many changes were tried' });
  await expect(tried).not.toHaveJSProperty('value', 0);
  await page.getByRole('button', { name: 'that will do' }).click();
  await expect(tried).toHaveCount(0);
  await expect(page.getByText(/\d+ of \d+ were tried\./)).toBeVisible();
  await look.click();
  const offered = page.getByRole('region', { name: 'Small changes of the drawing' });
  const first = offered.getByRole('listitem').first();
  await expect(first).toContainText(/→ .* min less/);
  await first.getByRole('link').click();
  const bent = page.locator('.dimension.bent');
  await expect(bent).toHaveCount(1);
  await expect(page.getByText('Not drawn yet')).toBeVisible();
  await page.getByRole('button', { name: 'leave it' }).click();
  await expect(bent).toHaveCount(0);
  /** The same at the joint, by pointing. */
  await look.click();
  await expect(first).toContainText(/less/);
  await first.hover();
  await expect(bent).toHaveCount(1);
  await first.getByRole('button', { name: 'Draw it so' }).click();
  await expect(bent).toHaveCount(0);
  await expect(offered.getByRole('listitem')).toHaveCount(0);
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
});

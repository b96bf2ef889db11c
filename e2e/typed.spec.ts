import type { Page } from '@playwright/test';
import { expect, openLooms, test } from './velk.ts';

/** Whatever one types letters into; secrets are kept nowhere. */
const FIELDS = 'main :is(input:not([type]), input[type="text"], input[type="search"], textarea)';

const fieldsIn = (page: Page) => page.locator(FIELDS).filter({ visible: true });

/** Types something that no number is into each field of a room; gives what each holds then. */
async function typedInto(page: Page): Promise<string[]> {
  const fields = fieldsIn(page);
  const count = await fields.count();
  for (let i = 0; i < count; i++) {
    const field = fields.nth(i);
    if (!(await field.isEditable())) continue;
    await field.fill(`7q${i}`);
    await field.blur();
  }
  return fields.evaluateAll((all) => all.map((one) => (one as HTMLInputElement).value));
}

/** Every sort of room that has fields, outside a job and in it. */
const OUTSIDE = ['shop', 'chest/router', 'quick/stack'];
const INSIDE = ['stock', 'joints', 'order'];

test('a reload empties no text field, wherever one types and whether it can be used or not', async ({
  page,
  velk,
}) => {
  test.setTimeout(180_000);
  await openLooms(page, velk, 'stock');
  const job = new URL(page.url()).pathname.replace(/\w+$/, '');
  for (const path of [...OUTSIDE.map((room) => `/${room}`), ...INSIDE.map((room) => job + room)]) {
    await page.goto(velk.url + path);
    await page.locator('main h1').first().waitFor({ state: 'attached' });
    await expect.poll(() => fieldsIn(page).count(), path).toBeGreaterThan(0);
    const typed = await typedInto(page);
    expect(typed.filter((text) => text.startsWith('7q')).length, path).toBeGreaterThan(0);
    await page.waitForTimeout(700);
    await page.reload();
    /** The margin is of the row one is at. */
    const row = page.locator('tr[data-index]').last();
    if (path.endsWith('stock')) await row.locator('input').first().focus();
    await expect
      .poll(
        () =>
          fieldsIn(page).evaluateAll((all) => all.map((one) => (one as HTMLInputElement).value)),
        path,
      )
      .toEqual(typed);
  }
});

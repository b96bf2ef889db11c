import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, follow, openLooms, stageOf, tabTo, test } from './velk.ts';

const focused = (page: Page): Promise<string> =>
  page.evaluate(() => {
    const e = document.activeElement as HTMLElement | null;
    return e === document.body ? 'the page' : (e?.getAttribute('aria-label') ?? e?.innerText ?? '');
  });

/** Stops of Tab until it comes round again. */
async function stopsIn(page: Page): Promise<number> {
  for (let stops = 0; stops < 120; stops++) {
    await page.keyboard.press('Tab');
    const seen = await page.evaluate(() => {
      const e = document.activeElement as HTMLElement;
      const before = e === document.body || e.dataset['seen'] !== undefined;
      e.dataset['seen'] = '';
      return before;
    });
    if (seen) return stops;
  }
  return Infinity;
}

test('what lengths are set by is put in order by keyboard, and kept', async ({ page, velk }) => {
  await page.goto(`${velk.url}/shop`);
  const order = page.getByRole('combobox', { name: 'Lengths are set by, in this order' });
  await order.focus();
  for (const words of ['Turns from', 'Bars']) {
    await page.keyboard.type(words);
    await page.keyboard.press('Enter');
  }
  await page.keyboard.press('Escape');
  const picked = page.locator('.setby .inorder');
  await expect(picked).toHaveText(['1 Turns from touching', '2 Bars and blocks']);
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(picked).toHaveText(['1 Turns from touching', '2 Bars and blocks']);
  await order.focus();
  await page.keyboard.press('Backspace');
  await expect(picked).toHaveText(['1 Turns from touching']);
});

/** All of the looms, cut: the longest lists, and everything that a proof shows. */
test('long lists are one stop of Tab, and the arrows lead through them @looms @cuts', async ({
  page,
  velk,
}) => {
  test.setTimeout(180_000);
  await page.goto(velk.url);
  for (const path of ['shop', 'chest/rip', 'quick/stack', 'guide']) {
    await follow(page, `/${path}`);
    await page.getByRole('heading', { level: 1 }).waitFor();
    expect(await stopsIn(page), path).toBeLessThan(60);
  }
  await openLooms(page, velk, 'setups');
  for (const stage of ['stock', 'joints', 'order', 'proof']) {
    await follow(page, stageOf(page, stage));
    await page.locator('main h1').first().waitFor({ state: 'attached' });
    expect(await stopsIn(page), stage).toBeLessThan(60);
  }
  await page.goto(`${velk.url}/chest/rip`);
  await tabTo(page, /^Rip blade/);
  const first = await focused(page);
  await page.keyboard.press('ArrowDown');
  expect(await focused(page)).not.toBe(first);
  await page.keyboard.press('ArrowUp');
  expect(await focused(page)).toBe(first);
  await page.keyboard.press('Tab');
  expect(await focused(page), 'the next stop is in the margin').toMatch(/Name of the tool/);

  await openLooms(page, velk, 'stock');
  await tabTo(page, /^Post, thickness/);
  await page.keyboard.press('Alt+ArrowDown');
  expect(await focused(page)).toMatch(/thickness/);
  expect(await focused(page)).not.toMatch(/^Post,/);
  const part = (await focused(page)).split(',')[0]!;
  await expect(page.locator('.margin').getByText(part).first()).toBeVisible();
  await page.keyboard.press('F6');
  await expect(page.locator('.margin :focus')).toHaveCount(1);
});

test('in a table the arrows keep the column, and Tab goes on to the next part where one types', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'stock');
  await page.getByLabel('Post, pieces').focus();
  await page.keyboard.press('Alt+ArrowDown');
  await page.keyboard.press('Alt+ArrowDown');
  expect(await focused(page)).toMatch(/, pieces$/);
  const row = page.locator('tr[aria-selected="true"]');
  const next = page.locator('tr[aria-selected="true"] + tr');
  const name = (await next.getByLabel(/^Name of/).getAttribute('aria-label'))!;
  await row.getByLabel(/, measured width/).focus();
  await page.keyboard.type('70');
  await page.keyboard.press('Tab');
  expect(await focused(page)).toBe(name);
  await page.keyboard.type('Part');
  await page.keyboard.press('Shift+Tab');
  expect(await focused(page)).toMatch(/, measured width/);
});

test('what is pressed may go away: the focus stays nearby, never falls to the page', async ({
  page,
  velk,
}) => {
  test.setTimeout(120_000);
  const press = async (name: RegExp, there: RegExp) => {
    await tabTo(page, name);
    await page.keyboard.press('Enter');
    await page.locator('main, dialog, section').getByText(there).first().waitFor();
    await expect.poll(() => focused(page), { message: `after ${name}` }).not.toBe('the page');
    expect(
      await page.evaluate(() => window.scrollY),
      `after ${name} the page stands where it stood`,
    ).toBe(0);
  };
  await page.goto(velk.url);
  await page.getByRole('link', { name: 'Floor looms, six' }).waitFor();
  /**
   * The menu of a job: fetched at the first press, and the focus is its button’s again after it.
   */
  const more = page.getByRole('button', { name: 'What to do with Floor looms, six', exact: true });
  const items = page.getByRole('menuitem').filter({ visible: true });
  await more.focus();
  for (const begins of ['Save as a job file', 'Make another like it']) {
    await page.keyboard.press('Enter');
    await expect(items).toHaveCount(5);
    await expect(page.locator('[role=menuitem]:focus')).toHaveText(begins);
    await page.keyboard.press('ArrowDown');
    await expect(page.locator('[role=menuitem]:focus')).not.toHaveText(begins);
    await page.keyboard.press('Escape');
    await expect(items).toHaveCount(0);
    await expect(more).toBeFocused();
  }
  await press(/^New job in millimetres/, /Which parts meet/);
  await press(/Add a rail and a stile/, /Add a part/);
  await press(/^Joints, /, /How do they meet/);
  await press(/^Blind mortise and tenon/, /Mortise in/);
  await press(/^Add a joint/, /How do they meet/);
  await press(/^Or a whole frame/, /How big is it/);
  await page.keyboard.press('Escape');
  await expect(page.getByText('How do they meet?')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByText('How do they meet?')).toHaveCount(0);
  await expect.poll(() => focused(page)).not.toBe('the page');
  await press(/^Remove this joint|^Remove/, /How do they meet/);
  await press(/^Undo/, /Mortise in/);

  await page.goto(`${velk.url}/chest/rip`);
  await press(/^Make another like it/, /Rip blade, flat teeth copy/);
  await expect(page.getByLabel('Name of the tool')).toBeFocused();
  await press(/^Remove/, /Choose a tool/);
  await page.keyboard.press('?');
  await expect(page.getByRole('heading', { name: 'Keys' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('heading', { name: 'Keys' })).toHaveCount(0);

  /** A radio is no field to type in: single keys go on working after it. */
  await openLooms(page, velk, 'methods');
  await page.getByRole('radio').first().focus();
  await page.keyboard.press('2');
  await expect(page).toHaveURL(/joints/);
});

test('what can’t be is as easy to read as the rest: no serious fault where entries are wrong', async ({
  page,
  velk,
}) => {
  const faults = async () => {
    const { violations } = await new AxeBuilder({ page })
      .options({ resultTypes: ['violations'] })
      .analyze();
    return violations
      .filter((v) => v.impact === 'serious' || v.impact === 'critical')
      .map((v) => `${v.id} ${v.nodes.map((n) => n.html.slice(0, 160)).join(' | ')}`);
  };
  await openLooms(page, velk, 'joints');
  await page.getByLabel('tenon thickness, mm').fill('90');
  await page.getByRole('alert').first().waitFor();
  expect(await faults()).toEqual([]);
  await page.getByLabel('tenon thickness, mm').fill('9o');
  expect(await faults()).toEqual([]);
  await openLooms(page, velk, 'stock');
  await page.getByLabel('Post, thickness, mm').fill('99999');
  await page.getByLabel('Name of Post').fill('');
  expect(await faults()).toEqual([]);
  await page.getByRole('button', { name: /Paste/ }).click();
  await page.getByLabel('Table of parts').fill('Leg\tx\t-3');
  expect(await faults()).toEqual([]);
  await page.goto(`${velk.url}/chest/rip`);
  await page.getByLabel('Rip blade, flat teeth, kerf, mm').fill('-3');
  expect(await faults()).toEqual([]);
});

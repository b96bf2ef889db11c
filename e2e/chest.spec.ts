import { readFile } from 'node:fs/promises';
import { expect, follow, openLooms, openSetup, stageOf, test } from './velk.ts';

test('tools are added, measured, copied and retired; what can’t be is told by the field and nothing is lost', async ({
  page,
  velk,
}) => {
  await page.goto(`${velk.url}/chest/rip`);
  const kerf = page.getByLabel('Rip blade, flat teeth, kerf, mm');
  await kerf.fill('-3');
  await expect(page.getByText(/kerf must be more than 0/)).toBeVisible();
  await page.reload();
  await expect(kerf).toHaveValue('-3');
  await kerf.fill('3.15');
  await page.getByRole('combobox', { name: 'Kind of tool to add' }).selectOption('Guide bushing');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByLabel('Name of the tool')).toBeFocused();
  await page.getByLabel(/, bore, mm$/).fill('20');
  await expect(
    page.getByText(/bore, 20.0 mm, must be less than its outside, 17.0 mm/),
  ).toBeVisible();
  await page.getByLabel('Name of the tool').fill('Bushing 16');
  await expect(page.getByText(/another tool has this name/)).toBeVisible();
  await page.getByLabel('Name of the tool').fill('Bushing, long');
  await page.getByRole('button', { name: 'Make another like it' }).click();
  await expect(page.getByLabel('Name of the tool')).toHaveValue('Bushing, long copy');
  await page.getByRole('button', { name: 'Retire it' }).click();
  await expect(page.getByText(/retired: kept for the plans that used it/)).toBeVisible();
  await expect(page.getByRole('status')).toHaveText('Saved');
  await page.reload();
  await expect(page.getByText(/retired: kept for the plans/)).toBeVisible();
  await page.goto(`${velk.url}/chest/rip`);
  await expect(kerf).toHaveValue('3.15');
});

test('a kerf is measured from pieces cut in two, taken by a press, told on the cards that rest on it, and undone', async ({
  page,
  velk,
}) => {
  await page.goto(`${velk.url}/chest/rip`);
  const locator = page.getByRole('region', { name: 'Found by measuring' });
  await expect(locator).toContainText('as it is stated, not measured');
  await locator.getByRole('button', { name: 'Measure it' }).click();
  const rows = [
    ['500', '250', '246.9'],
    ['500', '240', '256,88'],
    ['400 mmm', '200', '196.9'],
  ];
  for (const [i, row] of rows.entries())
    for (const [j, name] of ['Before', 'One part', 'Other part'].entries())
      await locator.getByLabel(`${name}, reading ${i + 1}, mm`).fill(row[j]!);
  /** What can’t be read stays as it was typed, and counts for nothing. */
  await expect(locator.getByRole('alert')).toBeVisible();
  await expect(locator.getByRole('status')).toContainText(
    /^3.11\s?mm, scatter 0.01\s?mm over 2; until now/,
  );
  await page.reload();
  await locator.getByRole('button', { name: 'Measure it' }).click();
  await expect(locator.getByLabel('Before, reading 3, mm')).toHaveValue('400 mmm');
  await locator.getByRole('button', { name: 'Take it' }).click();
  await expect(locator).toContainText(/3.11\s?mm measured \d{4}-\d\d-\d\d, 2 times/);
  await expect(page.getByLabel('Rip blade, flat teeth, kerf, mm')).toHaveValue('3.11');
  await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeVisible();
  await openLooms(page, velk, 'order');
  await openSetup(page, 'Cross rail into post', /Cheeks|Shoulders/);
  await page
    .getByText(/^Rests on/)
    .first()
    .click();
  await expect(page.getByText(/Rip blade, flat teeth, kerf/i)).toBeVisible();
  await page.goto(`${velk.url}/chest/rip`);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(locator).toContainText('as it is stated, not measured');
});

test('a tool that a plan uses can’t be removed, and says whose', async ({ page, velk }) => {
  await page.goto(`${velk.url}/chest/router`);
  await page.getByRole('button', { name: 'Remove it' }).click();
  await expect(page.getByRole('alert')).toContainText('“Plunge router” is used by the plan of');
  await expect(page.getByLabel('Name of the tool')).toHaveValue('Plunge router');
  await expect(page.getByRole('status')).toHaveText('Saved');
  await page.getByRole('button', { name: 'Retire it' }).click();
  await expect(page.getByRole('status')).toHaveText('Saved');
  await openLooms(page, velk, 'methods');
  await page
    .getByText(/not possible here, and why$/)
    .first()
    .click();
  await expect(
    page.getByText('The chest has no plunge router.', { exact: false }).first(),
  ).toBeVisible();
});

test('jobs are looked through before a tool goes: how far is told, and it can be stopped', async ({
  page,
  velk,
}) => {
  let letGo = () => {};
  const held = new Promise<void>((resolve) => (letGo = resolve));
  await page.route('**/api/jobs/*/tools', (route) => held.then(() => route.continue()));
  await page.goto(`${velk.url}/chest/old-8`);
  const name = await page.getByLabel('Name of the tool').inputValue();
  await expect(page.locator('.toolrow[aria-current="true"]')).toBeInViewport();
  await page.getByRole('button', { name: 'Remove it' }).click();
  const looking = page
    .getByRole('status')
    .filter({ hasText: 'Looking for jobs that use it: 0 of 2' });
  await expect(looking).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(looking).toBeHidden();
  await expect(page.getByRole('button', { name: 'Remove it' })).toBeFocused();
  letGo();
  await page.getByRole('button', { name: 'Remove it' }).click();
  await expect(page.getByLabel('Name of the tool')).toBeHidden();
  await expect(page.getByRole('listitem').filter({ hasText: name })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.goto(`${velk.url}/chest/old-8`);
  await expect(page.getByLabel('Name of the tool')).toHaveValue(name);
});

test('the chest goes out and comes in as a table; wrong rows are told, good ones taken', async ({
  page,
  velk,
}) => {
  await page.goto(`${velk.url}/chest`);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as CSV' }).click(),
  ]);
  const table = await readFile(await file.path(), 'utf8');
  expect(table).toMatch(/^kind,name,retired,/);
  const head = table.split('\n')[0]!.split(',');
  const row = (cells: Record<string, string>) => head.map((h) => cells[h] ?? '').join(',');
  const text = [
    head.join(','),
    row({ kind: 'router-cutter', name: 'Straight 9', diameter: '9' }),
    row({ kind: 'saw-blade', name: 'Odd blade', kerf: '-1' }),
    row({ kind: 'router', name: 'Plunge router' }),
  ].join('\n');
  await page
    .getByLabel('File of tools')
    .setInputFiles({ name: 'tools.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  await expect(page.getByText('1 tool brought in, the rest not')).toBeVisible();
  await expect(page.getByText(/Row 3, kerf: Odd blade: the kerf is -1.0 mm/)).toBeVisible();
  await expect(page.getByText(/Row 4, name: .*another tool has this name/)).toBeVisible();
  await page.getByLabel('Search the chest').fill('straight 9');
  await page.getByRole('button', { name: /Straight 9/ }).click();
  await expect(page.getByLabel('Straight 9, diameter, mm')).toHaveValue('9.0');
});

/** All of the looms: a slot that is set by a screw. */
test('the card says how to reach each figure, and what else would do @looms', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'order');
  await openSetup(page, 'Heddle frame corner', /Slot, upright/);
  await page.locator('.figure > summary').first().click();
  await expect(page.getByText(/from touching, 2 turns and 16 of 80/)).toBeVisible();
  await follow(page, stageOf(page, 'order'));
  await openSetup(page, 'Cross rail into post', /Cheeks, on the bandsaw/);
  await page.locator('.figure > summary').first().click();
  await expect(
    page.getByText(/the far wall of the cut mortise, its reference face in/),
  ).toBeVisible();
});

test('a tool measured on while a slow save is under way is saved after it, and is no conflict', async ({
  page,
  velk,
}) => {
  await page.goto(`${velk.url}/chest/rip`);
  await page.route('**/api/shop', async (route) => {
    if (route.request().method() === 'PUT') await new Promise((done) => setTimeout(done, 1500));
    await route.continue();
  });
  const kerf = page.getByLabel('Rip blade, flat teeth, kerf, mm');
  const sent = page.waitForRequest((r) => r.method() === 'PUT');
  await kerf.fill('3.1');
  await sent;
  await kerf.fill('3.15');
  await expect(page.getByRole('status')).toHaveText('Saved');
  await page.reload();
  await expect(kerf).toHaveValue('3.15');
});

test('a template that was made is hung in the chest by a press, and named at its card', async ({
  page,
  velk,
}) => {
  await page.goto(velk.url);
  await page.getByRole('link', { name: 'Drying racks for the dye room' }).click();
  await page.waitForURL(/\/job\//);
  await follow(page, `${stageOf(page, 'setups')}/rail.mortised.bushing-mortise`);
  const made = page.getByText(/^Template, opening .* is made for this/);
  await expect(made).toBeVisible();
  await page.getByRole('button', { name: 'It hangs in the chest now' }).click();
  await expect(made).toBeHidden();
  await expect(page.getByText(/Bushing 16, Template, opening/)).toBeVisible();
  await follow(page, '/chest');
  await page.getByRole('button', { name: /^Jigs/ }).click();
  await expect(page.getByRole('button', { name: /^Template, opening/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: /^Template, opening/ })).toHaveCount(0);
});

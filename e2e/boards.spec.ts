import { readFileSync } from 'node:fs';
import { expect, openLooms, test } from './velk.ts';

/** All of the looms: their boards are full. */
test('parts are laid out on boards at their rough size: a mistake stays as typed, a defect is sawn round, what is short says why @looms', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'stock');
  await page.getByRole('link', { name: 'Boards and cut list' }).click();
  const total = page.getByRole('status').filter({ hasText: /boards, [\d.]+ m³/ });
  await expect(total).toContainText('it can’t be done with less than');
  const rest = page.getByRole('row', { name: /^Base rail/ });
  /** Two tenons that can be cut again, 40 to cut square; 5 over in width and thickness. */
  await expect(rest).toContainText('998.0 × 95.0 × 37.0');
  await rest.getByRole('button', { name: 'Base rail' }).click();
  await expect(
    page.getByText('a spoiled tenon can be cut off and made again').first(),
  ).toBeVisible();

  const kerf = page.getByLabel('Kerf of that saw, mm');
  await kerf.fill('20');
  await expect(page.getByText('The Kerf of that saw must be 10.0 mm or less.')).toBeVisible();
  await page.reload();
  await expect(kerf).toHaveValue('20');
  await kerf.fill('4');
  await expect(page.getByText(/must be 10.0 mm or less/)).toHaveCount(0);

  /** A knot right through the only beams: too short on either side of it. */
  await page.getByLabel('Name of Beam plank').click();
  await page.getByRole('button', { name: 'Mark a defect' }).click();
  await page.getByLabel('Beam plank, defect 1, along to, mm').fill('1700');
  await page.getByLabel('Beam plank, defect 1, along from, mm').fill('900');
  await expect(
    page.getByText(
      /7 short: it is 1080.0 mm long to begin with; the longest clear stretch is [\d.]+ mm/,
    ),
  ).toBeVisible();
  await page.getByRole('button', { name: 'It doesn’t go all across' }).click();
  await expect(page.getByText(/7 short/)).toHaveCount(0);
  await page.getByRole('button', { name: 'Remove Beam plank, defect 1' }).click();

  await page.getByLabel('Post, spare pieces').fill('0');
  const saved = page.waitForEvent('download');
  await expect(total).toContainText('boards');
  await page.getByRole('button', { name: 'Save as CSV' }).click();
  const text = readFileSync(await (await saved).path(), 'utf8');
  expect(text.split('\n').find((line) => line.startsWith('Post'))).toMatch(
    /^Post,24,0,0,1226,65,50,1180,60,45,,"?Leg plank/,
  );

  /** All woods are told apart: nothing of cherry is left. */
  await page.getByLabel('Thin board, wood').selectOption({ label: 'White oak' });
  await expect(page.getByText(/short: the boards that would do are used up/).first()).toBeVisible();
});

/** All of the looms: their boards are full. */
test('boards that are sawn leave the stock, their offcuts stay, the pieces count; undo takes it back @looms', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'stock/boards');
  const plank = page.getByLabel('Name of Leg plank', { exact: true });
  await plank.click();
  const price = page.getByLabel('Leg plank, price of one', { exact: true });
  await price.fill('many');
  await expect(page.getByText('“many” is not a number.')).toBeVisible();
  await price.fill('38.5');
  await page.getByRole('button', { name: /^They are sawn/ }).click();
  await expect(page.getByLabel('Post, pieces sawn already')).toHaveValue('25');
  await expect(page.getByLabel(/^Name of Offcut of/).first()).toBeAttached();
  await expect(page.getByRole('heading', { name: 'As they are sawn' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Post, pieces sawn already')).toHaveValue('0');
  await expect(page.getByRole('heading', { name: 'As they are sawn' })).toBeVisible();
});

/** All of the looms: what is to be bought for them. */
test('without boards the list says what to buy, and the first board is like those that are needed @looms', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'stock/boards');
  for (let n = 5; n > 0; n--) {
    await page
      .getByLabel(/^Name of/)
      .first()
      .click();
    await page.getByRole('button', { name: 'Remove this board' }).click();
    await expect(page.getByLabel(/^Name of/)).toHaveCount(n - 1);
  }
  await expect(page.getByRole('row', { name: /^Base rail/ })).toContainText('998.0');
  await expect(page.getByText(/short:/)).toHaveCount(0);
  /** A table with a mistake in it: the good row goes in, the other stays as it was typed. */
  await page.getByRole('button', { name: 'Paste a table' }).click();
  await page.getByLabel('Table of boards').fill('Ash\t6\t2400\t180\t32\nOak\tsix\t2400\t180\t32');
  await expect(page.getByText('How many: a whole number from 1 to 10 000.')).toBeVisible();
  await page.getByRole('button', { name: 'Add 1 board' }).click();
  await expect(page.getByLabel('Table of boards')).toHaveValue('Oak\tsix\t2400\t180\t32');
  await page.getByRole('button', { name: 'Close' }).click();
  await page.getByLabel('Name of Ash').click();
  await page.getByRole('button', { name: 'Remove this board' }).click();
  await page.getByRole('button', { name: 'Add a board' }).click();
  await expect(page.getByLabel('Board, thickness, mm')).toHaveValue('67.0');
  await expect(page.getByText(/short: the boards that would do are used up/).first()).toBeVisible();
});

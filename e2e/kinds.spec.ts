import { expect, openLooms, test } from './velk.ts';

test('a through joint made from the picker, edited on the drawing, changed to blind and brought back', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'joints');
  await page.getByRole('button', { name: 'Add a joint' }).click();
  for (const [name, part] of [
    ['Tenon on', 'Stretcher'],
    ['Mortise in', 'Foot'],
  ] as const) {
    await page.getByRole('combobox', { name }).click();
    await page
      .locator('.ant-select-dropdown:not(.ant-select-dropdown-hidden) .ant-select-item-option', { hasText: part })
      .click();
  }
  await page.getByRole('button', { name: /^Through mortise and tenon/ }).click();
  const proud = page.getByLabel('proud of the far side, mm');
  await expect(proud).toHaveValue('2.0');
  await proud.fill('4');
  await expect(page.getByLabel('tenon length, mm')).toHaveValue('49.0');
  await page.getByLabel('tenon length, mm').fill('30');
  await expect(page.getByText(/a tenon 30.0 mm long does not come out of a piece 45.0 mm deep/).first()).toBeVisible();
  await page.getByLabel('tenon length, mm').fill('46');
  await page.getByRole('button', { name: 'Through mortise and tenon' }).click();
  await page
    .getByRole('group', { name: 'Kinds of joint' })
    .getByRole('button', { name: /^Blind/ })
    .click();
  await expect(page.getByText(/Proposed anew: .*tenon length/)).toBeVisible();
  await expect(page.getByLabel('mortise depth, mm')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(proud).toHaveValue('1.0');
  await page.getByRole('link', { name: /^Proof/ }).click();
  await expect(page.getByText('Section through the virtual pair')).toBeVisible();
});

test('the demo’s through joint is cut into a backing piece and proved', async ({ page, velk }) => {
  await openLooms(page, velk, 'order');
  await page.getByRole('button', { name: /Stretcher through foot/ }).click();
  await page.getByRole('link', { name: /^Set-ups/ }).click();
  await expect(page.getByText(/A backing piece is clamped to the far side/)).toBeVisible();
  await expect(page.getByText(/^Cut virtually, Stretcher through foot: tenon/)).toBeVisible();
});

test('two mortises that meet in one post are an error at both joints, until one is moved', async ({ page, velk }) => {
  await openLooms(page, velk, 'joints');
  await page.getByRole('button', { name: /Beam rest into post/ }).click();
  const position = page.getByLabel('position from layout end, mm');
  await position.fill('650');
  const meet = page.getByText(/Cross rail into post and Beam rest into post meet inside the piece/);
  await expect(meet).toBeVisible();
  await page.getByRole('button', { name: /Cross rail into post/ }).click();
  await expect(meet).toBeVisible();
  await page.getByRole('button', { name: /Beam rest into post/ }).click();
  await position.fill('690');
  await expect(page.getByText(/only 3.5 mm of wood is left; less than 11.26 mm may split/)).toBeVisible();
  await position.fill('900');
  await expect(page.getByText('Mortises near each other')).toBeHidden();
});

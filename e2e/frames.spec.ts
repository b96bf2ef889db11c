import { expect, openLooms, test } from './velk.ts';

test('legs and rails: tenons that meet in the leg are told, or mitred; feet by hand', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'joints');
  await page.getByRole('button', { name: 'Add a joint' }).click();
  await page.getByRole('button', { name: /^Or a whole frame/ }).click();
  await page.getByText('Legs and rails', { exact: true }).click();
  await page.getByLabel('legs, square, mm').fill('700');
  await expect(
    page.getByText(/leave nothing of a width of 1200.0 mm|leave nothing of a depth/).first(),
  ).toBeVisible();
  await page.getByLabel('legs, square, mm').fill('50');
  await expect(page.getByRole('row', { name: /long rails, shoulder to shoulder/ })).toContainText(
    '1100.0 mm',
  );
  const foot = page.getByLabel('tapered to, at the foot; 0 straight, mm');
  await foot.fill('50');
  await expect(page.getByText(/50.0 mm is no narrower than a leg of 50.0 mm/)).toBeVisible();
  await foot.fill('30');
  await page.getByRole('button', { name: 'Add 3 parts and 2 joints' }).click();
  const length = page.getByLabel('tenon length, mm');
  await page.getByRole('button', { name: /short rail into leg/i }).click();
  await expect(length).toHaveValue('26.0');
  await expect(page.getByText(/meet inside the piece/)).toHaveCount(0);
  await length.fill('33');
  await page.getByRole('button', { name: /long rail into leg/i }).click();
  await length.fill('33');
  await expect(page.getByText('Two tenons in one leg')).toBeVisible();
  await page
    .locator('.note', { hasText: 'Two tenons in one leg' })
    .getByRole('button', { name: /^Use/ })
    .click();
  await expect(page.getByText(/meet inside the piece/)).toBeHidden();
  /** The other answer: both at full length, their ends mitred. */
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/meet inside the piece/).first()).toBeVisible();
  const mitre = page.getByText('Mitred, long at the reference face', { exact: true });
  await page.getByRole('button', { name: /long rail into leg/i }).click();
  await mitre.click();
  await expect(page.getByText(/meet inside the piece/).first()).toBeVisible();
  await page.getByRole('button', { name: /short rail into leg/i }).click();
  await mitre.click();
  await expect(
    page.getByText(/meet inside the piece|mitre faces the wrong way|mitred ends of/),
  ).toBeHidden();
  await expect(page.getByText('A mitred pair')).toBeVisible();
  /** The legs’ feet are at the ends without joints, of either hand. */
  await page.getByRole('link', { name: /^Order/ }).click();
  await page.getByRole('link', { name: 'Before and after' }).click();
  const feet = page.getByRole('img', { name: /Table leg, (left|right), seen on to the face/ });
  await expect(feet).toHaveCount(2);
});

test('a frame out of square: wrong tapes are told, a reload keeps them, its rods', async ({
  page,
  velk,
}) => {
  const begin = async () => {
    await page.getByRole('button', { name: 'Add a joint' }).click();
    await page.getByRole('button', { name: /^Or a whole frame/ }).click();
    await page.getByText('Out of square', { exact: true }).click();
  };
  await openLooms(page, velk, 'joints');
  await begin();
  await page.getByLabel('bottom, mm', { exact: true }).fill('3052');
  await page.getByLabel('left side, mm').fill('2140');
  const diagonal = page.getByLabel('diagonal, bottom left to top right, mm');
  await diagonal.fill('5200');
  await expect(page.getByRole('alert')).toContainText('longer by 8.0 mm');
  await expect(page.getByRole('button', { name: 'Add 0 parts and 0 joints' })).toBeDisabled();
  await diagonal.fill('3758.5');
  await page.getByLabel('room all round, mm').fill('0');
  await page.reload();
  await begin();
  await expect(diagonal).toHaveValue('3758.5');
  await page.getByText('Taped at the back too').click();
  await page.getByLabel('bottom, at the back, mm').fill('3046');
  await expect(
    page.getByRole('row', { name: /^diagonal, top left to bottom right/ }),
  ).toContainText('mm');
  await page.getByText('Taped at the back too').click();
  await expect(
    page.getByRole('row', { name: /^diagonal, top left to bottom right/ }),
  ).toContainText('3696.0 mm');
  await page.getByRole('button', { name: 'Add 4 parts and 4 joints' }).click();
  await expect(page.getByLabel('Angle off square')).toHaveValue('-1.02°');
  await page.getByRole('link', { name: /^Stock/ }).click();
  await page.getByLabel('Frame top rail, final length, mm').click();
  await page.getByText('Rod: 2 marks along it, from end A').click();
  await expect(page.getByRole('table', { name: 'Rod of Frame top rail' })).toContainText(
    'Frame left stile',
  );
});

test('a job begins with a table base, its form filled in, or with two parts for one joint', async ({
  page,
  velk,
}) => {
  await page.goto(velk.url);
  const begin = page.getByRole('region', { name: 'Begin with' });
  await begin.getByRole('button', { name: 'A table base' }).click();
  await expect(page.getByRole('radio', { name: 'Legs and rails' })).toBeChecked();
  await page.getByRole('button', { name: 'Add 3 parts and 2 joints' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Long rail into leg' })).toBeVisible();
  await page.getByRole('button', { name: 'Add a joint' }).click();
  await expect(page.getByRole('heading', { name: 'How do they meet?' })).toBeVisible();

  await page.goto(velk.url);
  const row = page.getByRole('article', { name: 'New job' });
  await expect(row.getByText('2 joints, 3 parts;')).toBeVisible();
  await begin.getByRole('button', { name: 'One joint' }).click();
  await page.getByRole('button', { name: /^Through mortise and tenon/ }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Rail into stile' })).toBeVisible();
});

import { expect, openLooms, test } from './velk.ts';

test('quick figures from anywhere by keyboard; the address is the question; the answer goes to a joint', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'proof');
  await page.keyboard.press('/');
  await expect(page.getByLabel('Find a quick figure')).toBeFocused();
  await page.keyboard.type('stops');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Mortise length')).toBeFocused();
  await page.keyboard.type('2 1/2" + 1/8"');
  await page.keyboard.press('Tab');
  await page.keyboard.type('8');
  const answer = page.getByRole('status', { name: 'Answer' });
  await expect(answer).toContainText('208.68 mm');
  await page.keyboard.type('x');
  await expect(page.getByRole('alert')).toBeVisible();
  await expect(page.getByLabel('Cutter')).toHaveValue('8x');
  await page.keyboard.press('Backspace');
  await expect(answer).toBeVisible();
  /** The address follows the typing a moment later. */
  await expect(page).not.toHaveURL(/8x/);
  const address = page.url();
  expect(address).toContain('l=2+1%2F2');

  await page.goto(velk.url);
  await page.goto(address);
  await expect(page.getByLabel('Mortise length')).toHaveValue('2 1/2" + 1/8"');
  await expect(answer).toContainText('208.68 mm');
  await page.getByRole('button', { name: /as mortise length/ }).click();
  await expect(page.getByText('Not drawn yet')).toBeVisible();
  await page.getByRole('button', { name: 'use it' }).click();
  await expect(page.getByLabel('mortise length, mm')).toHaveValue('66.68');
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('mortise length, mm')).toHaveValue('46.5');
});

test('bushing and slot answer both ways round, and a bushing smaller than its cutter is refused', async ({
  page,
  velk,
}) => {
  await page.goto(`${velk.url}/quick/bushing-slot?ask=slot&m=10mm&d=9.5mm&G=16mm`);
  const answer = page.getByRole('status', { name: 'Answer' });
  await expect(answer).toContainText('16.5 mm');
  await page.goto(`${velk.url}/quick/bushing-slot?ask=mortise&m=16.5mm&d=9.5mm&G=15.9mm`);
  await expect(answer).toContainText('10.1 mm');
  await page.getByLabel('Bushing, outside as measured').fill('9 mm');
  await expect(page.getByRole('alert')).toContainText(
    'The bushing, 9.0 mm, must be larger than the cutter',
  );
});

import { expect, tabTo, test } from './velk.ts';

test.use({ demo: false });

/** A proved card is where the first minute ends. */
test('a newcomer’s first minute: four questions, a rail and a stile, a proved card, by keyboard @cuts', async ({
  page,
  velk,
}) => {
  await page.goto(velk.url);
  await expect(page.getByRole('heading', { name: 'Four questions about your shop' })).toBeVisible();
  await expect(page.locator('form > label, form > div')).toHaveCount(4);
  await expect(page.getByRole('button', { name: 'Start' })).toBeEnabled();
  await page.keyboard.type('North shed');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Tab');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('radio', { name: 'inches' })).toBeChecked();
  /** Whether the guard may come off nobody answers in advance. */
  await tabTo(page, /^Start/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('Say yes or no');
  await page.keyboard.press('Shift+Tab');
  await page.keyboard.press('Space');
  await expect(page.getByRole('radio', { name: 'no', exact: true })).toBeChecked();
  await tabTo(page, /^Start/);
  await page.keyboard.press('Enter');
  await expect(page.getByText('Nothing on the bench yet')).toBeVisible();
  await tabTo(page, /^New job in inches/);
  await page.keyboard.press('Enter');
  await tabTo(page, /Add a rail and a stile/);
  await page.keyboard.press('Enter');
  await tabTo(page, /^Joints, /);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /^Blind mortise and tenon/ })).toBeVisible();
  await tabTo(page, /^Blind mortise and tenon/);
  await page.keyboard.press('Enter');
  await expect(page.locator('.note.warning, .note.error')).toHaveCount(0);
  await tabTo(page, /^Set-ups/);
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^Cut virtually, Rail into stile: tenon/)).toBeVisible();
  await page.goto(`${velk.url}/chest`);
  await expect(page.getByText('North shed')).toBeVisible();
  await expect(page.getByRole('button', { name: /Straight cutter 5\/16/ })).toBeVisible();
});

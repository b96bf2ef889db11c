import { expect, openLooms, openSetup, stageOf, test } from './velk.ts';

/** In a page: what was read, and on which day, is kept by the browser. */
test('cautions fold at the next card of a machine, on the floor once read there, until the next day', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'order');
  const order = stageOf(page, 'order');
  const toCard = async (title: string) => {
    await page.goto(`${velk.url}${order}`);
    await openSetup(page, 'Cross rail into post', title);
    await page.getByRole('heading', { level: 1, name: title }).waitFor();
    return page.url().replace('/setups/', '/floor/');
  };
  const caution = page.locator('.caution');
  const wait = /^Wait for the blade to stop/;
  const first = await toCard('Edge cheeks, on the bandsaw');
  await expect(caution.getByText(wait)).toBeVisible();
  await expect(caution.locator('summary')).toHaveText('5 more');
  const second = await toCard('Cheeks, on the bandsaw');
  await expect(caution.getByText(wait)).toBeHidden();
  await caution.getByText('7 cautions, as before').click();
  await expect(caution.getByText(wait)).toBeVisible();

  const told = page.getByRole('region', { name: 'Cautions' });
  const onFloor = async (card: string) => {
    await page.goto(card);
    await page.getByRole('heading', { name: 'Fetch' }).waitFor();
  };
  /** Nobody has read them here so far, whatever the order of the cards. */
  await onFloor(second);
  await expect(told.getByText(wait)).toBeVisible();
  await onFloor(first);
  await page.getByRole('button', { name: 'I have read this' }).click();
  await onFloor(second);
  await expect(told.getByText(wait)).toBeHidden();
  await told.getByText('6 as read at the card before').click();
  await expect(told.getByText(wait)).toBeVisible();
  await page.clock.setFixedTime(new Date(Date.now() + 24 * 3600 * 1000));
  await onFloor(second);
  await expect(told.getByText(wait)).toBeVisible();
});

import { expect, openLooms, test } from './velk.ts';

test('a rail that grows too tall to stand on end is laid flat, and the way that isn’t taken says why', async ({
  page,
  velk,
}) => {
  const cheeks = page.getByRole('radiogroup', { name: 'The tenon: cheeks' });
  await openLooms(page, velk, 'methods');
  await expect(cheeks.getByRole('radio', { name: /^On the bandsaw chosen/ })).toBeChecked();
  await page.getByRole('link', { name: /^Stock/ }).click();
  await page.getByLabel('Cross rail, final length, mm').fill('1800');
  await page.getByRole('link', { name: /^Methods/ }).click();
  await expect(
    page.getByText('It would stand 1800.0 mm tall; past 1000.0 mm it is laid flat.').first(),
  ).toBeVisible();
  await expect(cheeks.getByRole('radio', { name: /^On the bandsaw chosen/ })).toBeChecked();
  await expect(page.getByText(/set in about \d+ min, cut in \d+ (min|h)/).first()).toBeVisible();

  /** Its edges by another saw than its faces, and back. */
  const edges = page.getByRole('radiogroup', { name: 'The tenon: edges of the tenon' });
  await expect(edges.getByRole('radio', { name: 'As its faces chosen' })).toBeChecked();
  await edges.getByRole('radio', { name: /^Sawn by hand/ }).check();
  await expect(edges.getByRole('radio', { name: 'Sawn by hand chosen' })).toBeChecked();
  await expect(cheeks.getByRole('radio', { name: /^On the bandsaw chosen/ })).toBeChecked();
  await edges.getByRole('radio', { name: /^As its faces/ }).check();

  /** Who wants it all the same has it. */
  await cheeks.getByRole('radio', { name: /It would stand/ }).check();
  await expect(cheeks.getByRole('radio', { name: /It would stand/ })).toBeChecked();
  await page.goto(`${velk.url}/shop`);
  await page.getByLabel('tallest piece on end, mm').fill('2000');
  await page.getByLabel('Minutes: A pass over a saw').fill('-1');
  await expect(page.getByText('Minutes, from 0 to 1000.')).toBeVisible();
  await page.getByLabel('Minutes: A pass over a saw').fill('1');
  await expect(page.getByRole('status')).toHaveText('Saved');
  await openLooms(page, velk, 'methods');
  await expect(page.getByText(/It would stand/)).toHaveCount(0);
});

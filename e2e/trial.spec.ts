import { expect, openLooms, test } from './velk.ts';

test('what the test piece reads gives the next move, kept over a reload, until it reads as it should', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'setups');
  const readings = page.getByRole('table', { name: 'What the test piece should read' });
  const depth = readings.getByRole('row', { name: /^mortise depth/ });
  const should = Number.parseFloat(/depth(\d+\.\d+)/.exec(await depth.innerText().then((t) => t.replace(/\s+/g, '')))![1]!); // prettier-ignore
  const does = depth.getByLabel(/^mortise depth, as it reads/);
  /** A slip of the decimal point, and words that are no length. */
  await does.fill(String(should * 10));
  await expect(page.getByText(/ten times .*The decimal point, or the unit\?/)).toBeVisible();
  await does.fill(`${should} mmm`);
  await expect(depth.getByRole('alert')).toBeVisible();
  await expect(does).toHaveValue(`${should} mmm`);

  await does.fill(String(should + 1));
  const next = page.getByRole('status').filter({ hasText: 'The next move' });
  await expect(next).toContainText(/1.0\smm less/);
  await expect(next).toContainText(new RegExp(`It should then read mortise depth ${should.toFixed(1).replace('.', '\\.')}`)); // prettier-ignore
  await page.reload();
  await expect(does).toHaveValue(String(should + 1));
  await next.getByRole('button', { name: 'It is set so: the next test piece' }).click();
  await expect(does).toHaveValue('');
  await expect(page.getByText('One test piece since it was first set.')).toBeVisible();
  await does.fill(String(should));
  await expect(page.getByRole('status').filter({ hasText: /^Good: what was measured reads as it should/ })).toBeVisible(); // prettier-ignore
  await page.getByRole('button', { name: 'Begin the trial again' }).click();
  await expect(does).toHaveValue('');
  await expect(page.getByText('since it was first set')).toHaveCount(0);
});

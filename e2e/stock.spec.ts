import { expect, openLooms, openSetup, test } from './velk.ts';

const TABLE = [
  'Part\tPieces\tLength\tThickness\tWidth\tColour',
  'Treadle\t6\t1.040\t24,5\t45\tred',
  'Heddle stick\tsix\t700\t24\t45\t',
  'Lamm\t6\tabc\t12\t30\t',
].join('\n');

test('a pasted table: good rows go in, wrong cells say why and stay as typed, through a reload', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'stock');
  await page.getByRole('button', { name: 'Paste or open a table' }).click();
  const table = page.getByLabel('Table of parts');
  await table.fill(TABLE);
  const wrong = page.getByRole('table', { name: 'Cells that can’t be used' });
  await expect(wrong).toContainText('“Colour” is not a column Velk knows');
  await expect(wrong).toContainText('Pieces: a whole number from 1 to 10 000.');
  await expect(wrong).toContainText('“abc” is not a length.');
  await page.getByRole('button', { name: 'Add 1 part' }).click();
  await expect(page.getByLabel('Treadle, final length, mm')).toHaveValue('1040.0');
  await expect(page.getByLabel('Treadle, thickness, mm')).toHaveValue('24.5');
  await expect(table).toHaveValue(/^Part.*\nHeddle stick\tsix.*\nLamm\t6\tabc/);
  await page.reload();
  await page.getByRole('button', { name: 'Paste or open a table' }).click();
  await expect(table).toHaveValue(/Heddle stick\tsix/);
  await table.fill((await table.inputValue()).replace('six', '6').replace('abc', '640'));
  await page.getByRole('button', { name: 'Add 2 parts' }).click();
  await expect(page.getByLabel('Lamm, final length, mm')).toHaveValue('640.0');
  await expect(page.getByRole('status')).toHaveText('Saved');
  await page.reload();
  await expect(page.getByLabel('Heddle stick, pieces')).toHaveValue('6');
});

/** Their card is proved. */
test('pieces that differ are pointed out and can be cut apart; marks and hands are on the cards @cuts', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'stock');
  await page.getByLabel('Cross rail, measured thickness, mm').fill('22 22 22.05 22.4 22 22 22.4');
  await expect(page.getByText('Pieces 4 and 7 are 0.4 mm thicker than the rest.')).toBeVisible();
  await page.getByRole('button', { name: 'Cut them apart' }).click();
  await page.getByLabel('Set', { exact: true }).fill('Q');
  await page.getByRole('link', { name: /^Order/ }).click();
  await openSetup(page, 'Cross rail into post', /Shoulders, on the sled/);
  await expect(page.getByText(/ends A and B, pieces [\d, ]+; \d+ ends/).first()).toBeVisible();
  await expect(page.locator('svg text', { hasText: /^Q$/ }).first()).toBeAttached();
  await expect(page.getByText(/^Cut virtually, Cross rail into post/)).toBeVisible();
  await openLooms(page, velk, 'setups');
  await expect(page.getByText(/in left|in right/).first()).toBeVisible();
  await openLooms(page, velk, 'stock');
  await page.getByText('first, mates fitted').click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('radio', { name: 'first, mates fitted' })).toBeChecked();
});

/** Its card is proved. */
test('a part in a cradle: one too small is told, and the card counts from its outside @cuts', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'stock');
  await page.getByLabel('Cross rail, final length, mm').click();
  await page.getByText('in a cradle').click();
  const outside = page.getByLabel('Cross rail, outside, through the thickness');
  await outside.fill('20');
  await expect(
    page.getByText(/Cross rail: a piece is 22.05 mm thick, and beyond its bed, 12.0 mm/),
  ).toBeVisible();
  await outside.fill('50');
  await page.getByLabel('Cross rail, its wood under the reference face').fill('13,5');
  await expect(page.getByText(/Cross rail: a piece is/)).toBeHidden();
  await expect(page.getByRole('status')).toHaveText('Saved');
  await page.reload();
  await page.getByLabel('Cross rail, final length, mm').click();
  await expect(page.getByLabel('Cross rail, its wood under the reference face')).toHaveValue(
    '13.5',
  );
  await page.getByRole('link', { name: /^Order/ }).click();
  await openSetup(page, 'Cross rail into post', /Cheeks?, on the bandsaw/);
  await expect(
    page.getByText(/Cradle: outside 50.0 mm by .* its wood 13.5 mm under the reference face/),
  ).toBeVisible();
  await expect(page.getByText(/^Cut virtually, Cross rail into post/)).toBeVisible();
});

/** The fit is told with the proof. */
test('the fit in another season is told once wood and air are known @cuts', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'stock');
  await page.getByLabel('Lives in, humidity').fill('900');
  await expect(page.getByText('Relative humidity, 0 to 100 %.')).toBeVisible();
  await page.getByLabel('Lives in, humidity').fill('85');
  await page.getByRole('link', { name: /^Proof/ }).click();
  await expect(page.getByText(/moisture the clearance goes from 0.1 mm to/)).toBeVisible();
});

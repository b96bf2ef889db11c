import { jobWith } from '@velk/core/testing';
import { expect, test } from './velk.ts';

test('a stop is red on its card, read before its figures are shown, kept with the job, and offers the other way', async ({
  page,
  velk,
  request,
}) => {
  const route = 'crosscut-shoulders+saw-upright-flipped';
  const job = jobWith({
    params: { corners: 'squared', position: 60 },
    rail: { length: 250 },
    routes: { tenoned: route },
  });
  const response = await request.post(`${velk.url}/api/jobs`, {
    data: { job: { ...job, name: 'Short rails' } },
  });
  const { id } = (await response.json()) as { id: string };
  await page.goto(`${velk.url}/job/${id}/order`);
  const card = page.getByRole('link', { name: /^Shoulders, crosscut/ }).first();
  await card.click();
  const stop = page.getByRole('region', { name: 'Stop' });
  await expect(stop).toContainText('The piece is 250.0 mm long; under 300.0 mm');
  const figure = page.getByText(/far teeth at the shoulder line, .* from the end/);
  await expect(figure).toHaveCount(0);
  await stop.getByRole('button', { name: /^I have read this/ }).click();
  await expect(stop).toContainText('Read, and kept with the job');
  await expect(figure).toBeVisible();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(stop).toContainText('Read, and kept with the job');
  const kept = (await (await request.get(`${velk.url}/api/jobs/${id}`)).json()) as {
    job: { joints: { read: string[] }[] };
  };
  expect(kept.job.joints[0]!.read).toEqual(['crosscut-shoulders/short-crosscut']);
  await stop.getByRole('button', { name: /^Cut it the other way/ }).click();
  await page.getByRole('link', { name: /^Order/ }).click();
  await expect(page.getByRole('heading', { name: 'Order of cutting' })).toBeVisible();
  await expect(card).toHaveCount(0);
});

test('a card whose joint is gone by undo or redo gives way to the order; the application lives', async ({
  page,
  velk,
  request,
}) => {
  const response = await request.post(`${velk.url}/api/jobs`, {
    data: { job: { ...jobWith(), name: 'One joint' } },
  });
  const { id } = (await response.json()) as { id: string };
  const broken: string[] = [];
  page.on('pageerror', (error) => broken.push(error.message));
  await page.goto(`${velk.url}/job/${id}/joints`);
  await page.getByRole('button', { name: 'Remove this one' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('link', { name: /^Set-ups/ }).click();
  await expect(page.getByText(/^Set-up 1 of/)).toBeVisible();
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(page.getByText(/No set-ups yet/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText(/^Set-up \d+ of/)).toBeVisible();
  expect(broken).toEqual([]);
});

test('a way that no longer exists is told with its reason, and nothing is cut in its place until another is chosen', async ({
  page,
  velk,
  request,
}) => {
  const job = { ...jobWith({ routes: { tenoned: 'saw-by-magic' } }), name: 'Misspelt' };
  const response = await request.post(`${velk.url}/api/jobs`, { data: { job } });
  const { id } = (await response.json()) as { id: string };
  await page.goto(`${velk.url}/job/${id}/methods`);
  await expect(page.getByRole('alert')).toContainText(
    '“saw-by-magic” is no way of cutting that Velk knows',
  );
  await expect(page.getByRole('link', { name: 'Methods, 1 to look at' })).toBeVisible();
  await page
    .getByRole('radio', { name: /^Sawn by hand/i })
    .first()
    .check();
  await expect(page.getByRole('alert')).toHaveText([]);
});

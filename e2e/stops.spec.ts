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
  const made = await request.post(`${velk.url}/api/jobs`, { data: { job: { ...job, name: 'Short rails' } } });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`${velk.url}/job/${id}/order`);
  const card = page.getByRole('link', { name: /^Shoulders, crosscut/ }).first();
  await card.click();
  const stop = page.getByRole('region', { name: 'Stop' });
  await expect(stop).toContainText('The piece is 250.0 mm long; under 300.0 mm');
  await expect(page.getByText('from fence to far side of the blade')).toHaveCount(0);
  await stop.getByRole('button', { name: /^I have read this/ }).click();
  await expect(stop).toContainText('Read, and kept with the job');
  await expect(page.getByText('from fence to far side of the blade')).toBeVisible();
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

import type { Job } from '@velk/core/design';
import { jobWith } from '@velk/core/testing';
import { expect, openLooms, openSetup, test } from './velk.ts';

test('a rail that grows too tall to stand on end is laid flat, and the way that isn’t taken says why', async ({
  page,
  velk,
}) => {
  const cheeks = page.getByRole('radiogroup', { name: 'The tenon: cheeks' });
  await openLooms(page, velk, 'methods');
  await expect(cheeks.getByRole('radio', { name: /^On the bandsaw chosen/ })).toBeChecked();
  /** Each way is drawn, edges that are cut as the faces are too. */
  const ways = page.locator('.waycard');
  await expect(ways.locator('.scenethumb')).toHaveCount(await ways.count());
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

/** All of the looms: the haunched legs, and cheeks by a way that few of them take. */
test('what is held is told where it goes in: blocks for a haunch, a spacer piece by piece @looms', async ({
  page,
  velk,
  request,
}) => {
  await openLooms(page, velk, 'order');
  await openSetup(page, 'Bench rail into leg', 'Mortise, plunge router in the jig');
  const pocket = page.locator('.figure').filter({ hasText: 'the block of 25.25 mm taken out' });
  await expect(pocket.first().locator('.value')).toHaveText('by the block');
  await expect(page.getByText('a block of 25.5 mm under the plunge stop')).toBeVisible();
  const id = page.url().split('/')[4]!;
  const kept = (await (await request.get(`${velk.url}/api/jobs/${id}`)).json()) as {
    job: Job;
    version: number;
  };
  const byPiece: Job = {
    ...kept.job,
    schools: { ...kept.job.schools, pieces: 'piece' },
    joints: kept.job.joints.map((joint) =>
      joint.id === 'base-rail'
        ? {
            ...joint,
            routes: {
              ...joint.routes,
              tenoned: 'crosscut-shoulders+bandsaw-stepped+round-edges',
            },
          }
        : joint,
    ),
  };
  const huge = page.locator('.huge > div');
  const saved = await request.put(`${velk.url}/api/jobs/${id}`, {
    data: { version: kept.version, save: crypto.randomUUID(), job: byPiece },
  });
  expect(saved.status()).toBe(200);
  await page.getByRole('link', { name: 'Floor' }).first().click();
  await page.reload();
  await page.getByRole('button', { name: 'All cards' }).click();
  /** Only the plan as it now is has it: what is kept from before is shown until then. */
  await page.getByRole('button', { name: /^\d+\. Cheeks, on the bandsaw from one face/ }).click();
  for (const name of ['I have read this', 'It is set', 'Cut the pieces', 'Go on all the same'])
    await page.getByRole('button', { name, exact: true }).click();
  await expect(huge).toHaveCount(0);
  await page.locator('.floorpasses button').filter({ hasText: 'Near cheek' }).click();
  await expect(huge).toContainText('Spacer, near cheek');
  await expect(huge.locator('.hugevalue')).toHaveText('13.0 mm');
  await page.getByRole('button', { name: 'One more' }).click();
  await expect(page.locator('.floorcount strong')).toHaveText('1');
});

/** 7 apart, as two bushings of the chest are: the housing's margin round its mortise. */
const NESTED = {
  mortiseWidth: 15.05,
  faceClearance: 0,
  faceShoulder: 3.475,
  tenonWidth: 63.05,
  edgeShoulder: 3.475,
  tenonLength: 25,
  endClearance: 0,
  bottomClearance: 2,
  setBack: 4,
  position: 60,
  corners: 'squared',
  housingDepth: 3,
  housingClearance: 0,
  partner: 'straight',
  curve: 0,
  taper: 0,
  mateThickness: 22,
  mateWidth: 70,
} as const;

test('housing and mortise through one opening: bushing and block, counted once', async ({
  page,
  velk,
  request,
}) => {
  await openLooms(page, velk, 'order');
  const id = page.url().split('/')[4]!;
  const { version } = (await (await request.get(`${velk.url}/api/jobs/${id}`)).json()) as {
    version: number;
  };
  const job = jobWith({
    kind: 'housed',
    params: NESTED,
    stile: { thickness: 40, width: 60 },
    routes: { mortised: 'bushing-mortise+square-ends' },
  });
  const saved = await request.put(`${velk.url}/api/jobs/${id}`, {
    data: { version, save: crypto.randomUUID(), job },
  });
  expect(saved.status()).toBe(200);
  await page.getByRole('link', { name: 'Floor' }).first().click();
  await page.reload();
  await page.getByRole('button', { name: 'All cards' }).click();
  await page.getByRole('button', { name: /guide bushing: the housing, the mortise/ }).click();
  for (const name of ['I have read this', 'It is set', 'Cut the pieces', 'Go on all the same'])
    await page.getByRole('button', { name, exact: true }).click();
  const huge = page.locator('.huge > div');
  await page.locator('.floorpasses button').filter({ hasText: 'Plunge the mortise' }).click();
  await expect(huge).toContainText('taken out from under the plunge stop');
  await page.getByRole('button', { name: 'One more' }).click();
  await expect(page.locator('.floorcount strong')).toHaveText('1');
  /** Both are cut, and both are taken back. */
  const noted = async () => {
    const answer = await request.get(`${velk.url}/api/jobs/${id}/record?after=0`);
    const { lines } = (await answer.json()) as { lines: { kind: string }[] };
    return lines.map(({ kind }) => kind);
  };
  await expect.poll(noted).toEqual(['done', 'done']);
  await page.getByRole('button', { name: 'Take one back' }).click();
  await expect(page.locator('.floorcount strong')).toHaveText('0');
  await expect.poll(noted).toEqual(['done', 'done', 'undone', 'undone']);
});

import { readFile } from 'node:fs/promises';
import type { JobFile } from '@velk/core/exchange';
import { expect, openLooms, test, type Locator } from './velk.ts';

test('jobs are copied, put away, deleted and brought back, saved as files and dropped in again', async ({
  page,
  velk,
}) => {
  await page.goto(velk.url);
  const more = (name: string) =>
    page.getByRole('button', { name: `What to do with ${name}`, exact: true });
  const deed = (name: string) => page.getByRole('menuitem', { name });
  const link = (name: string) => page.getByRole('link', { name, exact: true });
  await more('Floor looms, six').click();
  await deed('Make another, sizes not measured yet').click();
  await expect(page.getByLabel('Job name')).toHaveValue('Floor looms, six, copy');
  await page.getByRole('link', { name: 'Velk', exact: true }).click();

  await more('Floor looms, six, copy').click();
  await deed('Put it away').click();
  await expect(page.getByRole('status')).toHaveText(/Floor looms, six, copy: put away/);
  await expect(link('Floor looms, six, copy')).toHaveCount(0);
  await page.getByText('Put away 1').click();
  await more('Floor looms, six, copy').click();
  await deed('Delete it').click();
  await expect(page.getByText('Nothing is put away.')).toBeVisible();
  await page.getByText('Deleted 1').click();
  await expect(link('Floor looms, six, copy')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByText('Put away 1').click();
  await expect(link('Floor looms, six, copy')).toBeVisible();

  await page.getByText('On the bench 2').click();
  await page.getByRole('combobox', { name: 'Sorted by' }).selectOption('By name');
  await expect(page.locator('.jobrow').first()).toContainText('Drying racks');

  await more('Drying racks for the dye room').click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    deed('Save as a job file').click(),
  ]);
  const text = await readFile(await download.path(), 'utf8');
  const file = JSON.parse(text) as JobFile;
  expect(file.job.name).toBe('Drying racks for the dye room');
  const renamed = JSON.stringify({ ...file, job: { ...file.job, name: 'Dropped racks' } });
  const dropped = await page.evaluateHandle((content) => {
    const data = new DataTransfer();
    data.items.add(new File([content], 'racks.velk-job.json', { type: 'application/json' }));
    return data;
  }, renamed);
  await page.locator('.sheet').dispatchEvent('drop', { dataTransfer: dropped });
  await expect(page.locator('.jointlink').first()).toBeVisible();
  await expect(page).toHaveTitle('Joints · Dropped racks · Velk');
});

test('what waits to be saved is said in the list of jobs, and goes when it is saved', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'stock');
  await page.route('**/api/jobs/*', (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue(),
  );
  await page.getByLabel('Post, pieces').fill('36');
  await page.getByRole('link', { name: 'Velk', exact: true }).click();
  await expect(page.getByText('Something typed is not saved yet')).toBeVisible();
  await page.unroute('**/api/jobs/*');
  await page.getByRole('link', { name: 'Floor looms, six' }).click();
  await page.getByRole('link', { name: /^Stock/ }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toHaveText('Saved');
  await expect(page.getByLabel('Post, pieces')).toHaveValue('36');
  await page.getByRole('link', { name: 'Velk', exact: true }).click();
  await expect(page.getByText('Something typed is not saved yet')).toHaveCount(0);
});

test('the joint is in the address; one that is gone, a room that is none and a file that is gone say so', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'joints');
  await page.getByRole('button', { name: /Stretcher through foot/ }).click();
  await expect(page.getByRole('heading', { name: 'Stretcher through foot' })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Stretcher through foot' })).toBeVisible();
  await page.getByRole('link', { name: /^Methods/ }).click();
  await expect(page).toHaveURL(/methods\?joint=/);
  await page.reload();
  await expect(page.getByRole('button', { name: /Stretcher through foot/ })).toHaveAttribute(
    'aria-current',
    'true',
  );
  const job = page.url().replace(/\/methods.*/, '');
  await page.goto(`${job}/joints?joint=gone`);
  await expect(page.getByRole('alert')).toContainText('This job has no joint “gone”');
  /** One that is removed here is no surprise, and another job's is not looked for in this one. */
  await page.goto(`${job}/joints`);
  await page.getByRole('button', { name: /Base rail into post/ }).click();
  await page.getByRole('button', { name: 'Remove this one' }).click();
  await expect(page.getByRole('button', { name: /Base rail into post/ })).toHaveCount(0);
  await expect(page.getByRole('alert').filter({ hasText: 'has no joint' })).toHaveCount(0);
  await page.getByRole('button', { name: /Stretcher through foot/ }).click();
  await page.getByRole('link', { name: 'Velk', exact: true }).click();
  await page.getByRole('link', { name: 'Drying racks for the dye room' }).click();
  await page.getByRole('link', { name: /^Methods/ }).click();
  await expect(page.getByRole('radio').first()).toBeVisible();
  await expect(page.getByRole('alert').filter({ hasText: 'has no joint' })).toHaveCount(0);
  await page.goto(`${job}/attic`);
  await expect(
    page.getByRole('heading', { name: 'There is nothing at this address' }),
  ).toBeVisible();
  await page.goto(`${velk.url}/attic`);
  await expect(
    page.getByRole('heading', { name: 'There is nothing at this address' }),
  ).toBeVisible();
  await page.getByRole('link', { name: 'To the jobs' }).click();
  await expect(page.getByRole('heading', { name: 'On the bench' })).toBeVisible();

  const statusOf = async (path: string) => (await page.request.get(velk.url + path)).status();
  expect([await statusOf('/assets/gone-1234.js'), await statusOf('/gone.js')]).toEqual([404, 404]);
  /** A card's name ends as a file's does; it is reloaded all the same. */
  expect(await statusOf('/job/one/setups/joint.tenoned.saw-stepped.face')).toBe(200);
  let asked = 0;
  await page.route(
    '**/assets/ShopRoom-*.js',
    (route) => (asked++, route.fulfill({ status: 404, body: '' })),
  );
  await page.getByRole('link', { name: 'Shop', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'This room could not be fetched' })).toBeVisible();
  /** Not again and again: whoever wants it again says so. */
  expect(asked).toBeLessThan(4);
  await expect(page.getByRole('button', { name: 'Reload the page' })).toBeVisible();
  await page.unroute('**/assets/ShopRoom-*.js');
  await page.getByRole('button', { name: 'Reload the page' }).click();
  await expect(page.getByLabel('Shop name')).toBeVisible();
});

test('undo takes back an edit, not a letter, also in the chest and the shop; what is unread elsewhere stays', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'stock');
  const post = page.getByLabel('Post, pieces');
  const before = await post.inputValue();
  await page.getByLabel('Job name').fill('');
  await page.getByLabel('Job name').pressSequentially('Looms for the hall');
  await page.getByLabel(/^Post, final length/).fill('nonsense');
  await post.fill('41');
  await page.keyboard.press('Control+z');
  await expect(post).toHaveValue(before);
  await expect(page.getByLabel(/^Post, final length/)).toHaveValue('nonsense');
  await expect(page.getByLabel('Job name')).toHaveValue('Looms for the hall');
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Job name')).toHaveValue('Floor looms, six');
  await page.keyboard.press('Control+Shift+z');
  await expect(page.getByLabel('Job name')).toHaveValue('Looms for the hall');

  await page.getByRole('link', { name: 'Shop', exact: true }).click();
  const name = await page.getByLabel('Shop name').inputValue();
  await page.getByLabel('Shop name').fill('Another yard');
  await page.getByLabel('Device name').focus();
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Shop name')).toHaveValue(name);
  await page.getByRole('link', { name: /^Back to Looms for the hall/ }).click();
  await expect(page.getByLabel('Job name')).toHaveValue('Looms for the hall');
});

test('undo outlasts a reload; F6 leads to the margin and back', async ({ page, velk }) => {
  await openLooms(page, velk, 'stock');
  const post = page.getByLabel('Post, pieces');
  const before = await post.inputValue();
  await post.fill('43');
  await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toHaveText('Saved');
  await page.keyboard.press('F6');
  await expect(page.locator('.margin :focus')).toHaveCount(1);
  await page.keyboard.press('F6');
  await expect(post).toBeFocused();
  await page.reload();
  await expect(post).toHaveValue('43');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(post).toHaveValue(before);
});

/** What the test piece should read is printed. */
test('a card on paper is light, unfolded and without what only a screen needs; all of them have a sheet each @cuts', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'setups');
  await page.getByRole('button', { name: 'Dark' }).click();
  await page.getByRole('heading', { name: 'Before the first good piece' }).waitFor();
  const readings = page.getByRole('table', { name: 'What the test piece should read' });
  await expect(readings.getByRole('row', { name: /^mortise depth/ })).toHaveText(
    /^mortise depth\d+\.\d+ mm± 0\.2$/,
  );
  const more = page.locator('details').first();
  await expect(more).not.toHaveAttribute('open');
  await page.emulateMedia({ media: 'print' });
  await page.evaluate(() => window.dispatchEvent(new Event('beforeprint')));
  await expect(more).toHaveAttribute('open');
  await expect(page.getByRole('navigation', { name: 'Stages of the job' })).toBeHidden();
  await expect(page.getByRole('button', { name: 'Print' })).toBeHidden();
  expect(
    await page.evaluate(() => getComputedStyle(document.documentElement).getPropertyValue('--ink')),
  ).toBe('#182024');
  await page.evaluate(() => window.dispatchEvent(new Event('afterprint')));
  await expect(more).not.toHaveAttribute('open');
  await page.emulateMedia({ media: 'screen' });

  await page.getByRole('link', { name: /^Order/ }).click();
  const said = await page.getByText(/\d+ set-ups, about/).innerText();
  const cards = Number.parseInt(said, 10);
  await page.getByRole('link', { name: 'All cards, to print' }).click();
  await expect(page.getByRole('button', { name: `Print ${cards} cards` })).toBeVisible();
  await expect(page.locator('.card')).toHaveCount(cards);
  await expect(page.getByText(/^… cutting/)).toHaveCount(0, { timeout: 60_000 });
  const words = await wordsOf(page.locator('.card'));
  const [median] = words.sort((a, b) => a - b).slice(cards / 2);
  expect(median).toBeLessThanOrEqual(MEDIAN);
  expect(words.at(-1)).toBeLessThanOrEqual(MOST);
});

/** So many words of a card, and of the longest one: bounds that only fall, to 90. */
const [MEDIAN, MOST] = [235, 360];

/** How many words each of them says before anything is unfolded, those in its pictures aside. */
const wordsOf = (cards: Locator): Promise<number[]> =>
  cards.evaluateAll((all) => {
    const count = (element: Element) =>
      (element as HTMLElement).innerText.split(/\s+/).filter((word) => /[\p{L}\d]/u.test(word))
        .length;
    return all.map((card) => count(card) - count(card.querySelector('.pictured')!));
  });

test('a figure is copied as it is written; the guide is inside; dark as the system is', async ({
  page,
  velk,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.emulateMedia({ colorScheme: 'dark' });
  await openLooms(page, velk, 'setups');
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
  await page.locator('summary', { hasText: /Jig face to cutter/ }).click();
  await page.getByRole('button', { name: /^Copy Jig face to cutter/ }).click();
  await expect(page.getByText('Copied')).toBeVisible();
  expect(await page.evaluate(() => navigator.clipboard.readText())).toMatch(/^\d+(\.\d+)? mm$/);
  await page.getByRole('button', { name: 'Keys' }).click();
  await page.getByRole('link', { name: 'The guide' }).click();
  await expect(page.getByRole('heading', { name: 'User guide' })).toBeVisible();
  await page.getByRole('navigation', { name: 'Chapters' }).getByText('Typing lengths').click();
  await expect(page.getByRole('heading', { name: 'Typing lengths' })).toBeInViewport();
  expect(await (await page.request.get(`${velk.url}/licences.md`)).text()).toContain(
    'barlow-semi-condensed',
  );
});

test('a chest opened while the server is away says so and opens when it is back', async ({
  page,
  velk,
}) => {
  await page.route('**/api/shop', (route) => route.abort());
  await page.goto(`${velk.url}/chest`);
  await expect(page.getByRole('status').first()).toContainText('Velk asks again by itself');
  await page.unroute('**/api/shop');
  await expect(page.getByRole('heading', { name: 'Tool chest' })).toBeVisible();
});

/** All of the looms: proofs that last long enough to be stopped. */
test('proofs say how far they are, and are stopped and gone on with @looms @cuts', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'proof');
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(page.getByText(/^Stopped: \d+ of 14 joints cut virtually/)).toBeVisible();
  await page.getByRole('button', { name: 'Go on' }).click();
  await expect(page.getByRole('link', { name: 'Proof, done' })).toBeVisible();
  await expect(page.getByText(/of 14 joints cut virtually/)).toHaveCount(0);
});

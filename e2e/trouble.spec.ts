import { mkdtemp, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Job } from '@velk/core/design';
import type { JobFile } from '@velk/core/exchange';
import { KEY } from './key.ts';
import { expect, openLooms, test } from './velk.ts';

test('a wrong entry gets a sentence by its field, and keeps what was typed, also over a reload', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'joints');
  const length = page.getByLabel('tenon length, mm');
  await length.fill('thirty');
  await expect(page.getByRole('alert').filter({ hasText: 'is not a length' })).toBeVisible();
  await page.getByLabel('edge shoulder, mm', { exact: true }).fill('11');
  await expect(length).toHaveValue('thirty');
  await page.waitForTimeout(100);
  await page.reload();
  await expect(page.getByLabel('tenon length, mm')).toHaveValue('thirty');
  await expect(page.getByLabel('edge shoulder, mm', { exact: true })).toHaveValue('11.0');
  await page.getByLabel('tenon length, mm').focus();
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('tenon length, mm')).toHaveValue('38.0');
});

test('impossible joints say part, dimension, value and bound: thicker than the stock, no cutter, too deep', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'joints');
  const margin = page.getByLabel('Reasons and warnings');
  await page.getByLabel('face shoulder, mm', { exact: true }).fill('16');
  await expect(margin).toContainText(
    'Cross rail: face shoulder and tenon thickness make 23.9 mm, but the piece is 22.0 mm thick: 1.9 mm too much.',
  );
  await expect(page.getByRole('link', { name: 'Joints, 1 to look at' })).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.getByLabel('tenon length, mm').fill('59');
  await expect(margin).toContainText(
    'Post: a mortise 61.0 mm deep comes out of a piece 60.0 mm deep',
  );
  await page.keyboard.press('Control+z');
  await page.getByLabel('mortise width, mm').fill('4');
  await expect(margin).toContainText(
    'nothing in the chest makes a mortise 4.0 mm wide; the smallest is 6.0 mm',
  );
});

test('the database gone while saving: nothing is lost, and it is saved when the database is back', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'joints');
  await velk.cutDatabase();
  await page.getByLabel('tenon length, mm').fill('31');
  await expect(page.getByRole('status')).toHaveText('■ Not saved yet');
  await expect(page.getByText(/What you typed is kept here/)).toBeVisible();
  await expect(page.getByLabel('tenon length, mm')).toHaveValue('31');
  await velk.mendDatabase();
  await expect(page.getByRole('status')).toHaveText('Saved');
  await page.reload();
  await expect(page.getByLabel('tenon length, mm')).toHaveValue('31.0');
});

test('typing on while a slow save is under way is saved after it, and is no conflict', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'stock');
  await page.route('**/api/jobs/*', async (route) => {
    if (route.request().method() === 'PUT') await new Promise((done) => setTimeout(done, 1500));
    await route.continue();
  });
  const pieces = page.getByLabel('Post, pieces');
  const sent = page.waitForRequest((r) => r.method() === 'PUT');
  await pieces.fill('30');
  await sent;
  await pieces.fill('36');
  await expect(page.getByRole('status')).toHaveText('Saved');
  await page.reload();
  await expect(pieces).toHaveValue('36');
});

test('two tabs saving: other fields are put together, of the same field the second chooses, and undo leads back', async ({
  page,
  velk,
  context,
}) => {
  await openLooms(page, velk, 'stock');
  /** It hears of nothing by itself: both are typed at one moment. */
  await page.route('**/version', (route) => route.abort());
  const other = await context.newPage();
  await other.goto(page.url());
  await other.getByLabel('Job name').fill('Looms, tab two');
  await other.getByLabel('Post, pieces').fill('30');
  await expect(other.getByRole('status')).toHaveText('Saved');
  await page.getByLabel('Job name').fill('Looms, tab one');
  await expect(page.getByText('This job was changed elsewhere')).toBeVisible();
  await expect(page.getByLabel('Job name')).toHaveValue('Looms, tab one');
  await expect(page.getByRole('group', { name: 'name', exact: true })).toContainText(
    'theirs: Looms, tab two',
  );
  await page.getByRole('button', { name: /Take theirs/ }).click();
  await expect(page.getByLabel('Job name')).toHaveValue('Looms, tab two');
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Job name')).toHaveValue('Looms, tab one');
  await expect(page.getByLabel('Post, pieces')).toHaveValue('30');
  await expect(page.getByRole('status')).toHaveText('Saved');
  /** Different fields: nobody is asked, and both are there. */
  await other.getByLabel('Post, pieces').fill('36');
  await expect(other.getByRole('status')).toContainText('Saved');
  await page.getByLabel('Cross rail, pieces').fill('42');
  await expect(page.getByRole('status')).toHaveText('Saved, with what An unnamed device changed');
  await expect(page.getByLabel('Post, pieces')).toHaveValue('36');
});

test('what one tab has not saved is not lost by another tab’s save, nor by closing the tab', async ({
  page,
  velk,
  context,
}) => {
  await openLooms(page, velk, 'stock');
  const other = await context.newPage();
  await other.goto(page.url());
  await page.route('**/api/jobs/*', (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue(),
  );
  await page.getByLabel('Post, pieces').fill('31');
  await expect(page.getByRole('status')).toHaveText('■ Not saved yet');
  await other.getByLabel('Cross rail, pieces').fill('42');
  await expect(other.getByRole('status')).toHaveText('Saved');
  await page.reload();
  await expect(page.getByLabel('Post, pieces')).toHaveValue('31');
  const address = page.url();
  await page.close();
  /** A window that has the job open is offered it; one that opens the job goes on with it. */
  await other.getByRole('link', { name: 'Velk', exact: true }).click();
  await other.getByRole('link', { name: 'Floor looms, six' }).click();
  await other.getByRole('button', { name: 'Take them in' }).click();
  await other.getByRole('link', { name: /^Stock/ }).click();
  await expect(other.getByLabel('Post, pieces')).toHaveValue('31');
  await expect(other.getByLabel('Cross rail, pieces')).toHaveValue('42');
  await expect(other.getByRole('status')).toHaveText('Saved');
  await other.route('**/api/jobs/*', (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue(),
  );
  await other.getByLabel('Base rail, pieces').fill('40');
  await expect(other.getByRole('status')).toHaveText('■ Not saved yet');
  await other.close();
  const third = await context.newPage();
  await third.goto(address);
  await expect(third.getByLabel('Base rail, pieces')).toHaveValue('40');
  await expect(third.getByRole('status')).toHaveText('Saved');

  /**
   * Of the same field to something else: both are shown, and nothing goes on before one is chosen.
   */
  await third.route('**/api/jobs/*', (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue(),
  );
  /** Nor does it hear of the fourth's: whoever has seen it types over it knowingly. */
  await third.route('**/api/jobs/*/version', (route) => route.abort());
  const fourth = await context.newPage();
  await fourth.goto(address);
  await fourth.getByLabel('Base rail, pieces').fill('44');
  await expect(fourth.getByRole('status')).toHaveText('Saved');
  await third.getByLabel('Base rail, pieces').fill('48');
  await third.getByLabel('Post, pieces').fill('33');
  await expect(third.getByRole('status')).toHaveText('■ Not saved yet');
  await third.close();
  await fourth.getByRole('link', { name: 'Velk', exact: true }).click();
  await fourth.getByRole('link', { name: 'Floor looms, six' }).click();
  await fourth.getByRole('button', { name: 'Take them in' }).click();
  const pieces = fourth.getByRole('group', { name: 'Base rail, quantity' });
  await expect(pieces).toContainText('here: 44');
  await expect(pieces).toContainText('closed window: 48');
  await fourth.getByRole('link', { name: /^Stock/ }).click();
  await expect(fourth.getByLabel('Base rail, pieces')).toHaveValue('44');
  await expect(fourth.getByLabel('Post, pieces')).toHaveValue('31');
  await pieces.getByLabel('closed window').check();
  await fourth.getByRole('button', { name: 'Go on with what is marked' }).click();
  await expect(fourth.getByLabel('Base rail, pieces')).toHaveValue('48');
  await expect(fourth.getByLabel('Post, pieces')).toHaveValue('33');
  await expect(fourth.getByRole('status')).toHaveText('Saved');
  await fourth.keyboard.press('Control+z');
  await expect(fourth.getByLabel('Base rail, pieces')).toHaveValue('44');
});

test('damaged and foreign things in the browser’s storage stop nothing, nor does a storage that is full', async ({
  page,
  velk,
}) => {
  await page.addInitScript(() => {
    localStorage.setItem('velk-view', '{"theme":7');
    localStorage.setItem('velk-device', '"me"');
  });
  await openLooms(page, velk, 'stock');
  await page.evaluate(
    () =>
      new Promise<void>((resolve, reject) => {
        const opening = indexedDB.open('velk');
        opening.onsuccess = () => {
          const work = opening.result.transaction('drafts', 'readwrite');
          const of = `job ${location.pathname.split('/')[2]}`;
          work.objectStore('drafts').put({
            of,
            tab: sessionStorage.getItem('velk-tab'),
            at: 1,
            kept: { draft: { version: 1, base: {}, now: { parts: 3 } }, typed: {} },
          });
          work.oncomplete = () => resolve();
          work.onerror = () => reject(new Error('not put'));
        };
      }),
  );
  await page.reload();
  await expect(page.getByLabel('Post, pieces')).toHaveValue(/\d+/);
  await page.addInitScript(() => {
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
    Storage.prototype.setItem = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
  });
  await page.reload();
  await page.getByLabel('Post, pieces').fill('33');
  await expect(page.getByText(/This browser keeps nothing just now/)).toBeVisible();
  await expect(page.getByRole('status').first()).toHaveText('Saved');
  await expect(page.getByLabel('Post, pieces')).toHaveValue('33');
});

test('leaving within a moment of a change saves it all the same', async ({ page, velk }) => {
  /** With the cookie: what a browser sends for a page that is gone has no more than that. */
  await page.goto(`${velk.url}/#key=${KEY}`);
  await page.getByRole('link', { name: 'Floor looms, six' }).waitFor();
  await openLooms(page, velk, 'stock');
  await page.getByLabel('Post, pieces').fill('34');
  await page.getByRole('link', { name: 'Velk', exact: true }).click();
  await page.getByRole('link', { name: 'Floor looms, six' }).click();
  await page.getByRole('link', { name: /^Stock/ }).click();
  await expect(page.getByLabel('Post, pieces')).toHaveValue('34');
  await expect(page.getByRole('status')).toHaveText('Saved');
  const id = page.url().split('/')[4];
  await page.getByLabel('Post, pieces').fill('35');
  await page.goto('about:blank');
  const stored = async () =>
    (await (await page.request.get(`${velk.url}/api/jobs/${id}`)).json()) as { job: Job };
  await expect
    .poll(async () => (await stored()).job.parts.find((p) => p.name === 'Post')?.quantity)
    .toBe(35);
});

test('files that can’t be opened: from the future, cut short, 50 MB, not JSON; and one that can', async ({
  page,
  velk,
}) => {
  await page.goto(velk.url);
  const href = await page.getByRole('link', { name: 'Floor looms, six' }).getAttribute('href');
  const good = await (
    await page.request.get(`${velk.url}/api/jobs/${href!.split('/')[2]}/file`)
  ).text();
  const folder = await mkdtemp(join(tmpdir(), 'velk-files-'));
  const open = async (name: string, text: string) => {
    await writeFile(join(folder, name), text);
    await page.getByLabel('Job file').setInputFiles(join(folder, name));
  };
  await open('future.json', good.replace('"version":2', '"version":9'));
  await expect(page.getByRole('alert')).toContainText('version is 9, from a later Velk');
  await open('cut.json', good.slice(0, good.length / 2));
  await expect(page.getByRole('alert')).toContainText('cut short');
  await open('large.json', ' '.repeat(50_000_000));
  await expect(page.getByRole('alert')).toContainText(
    'large.json is 50 MB; a job file is at most 5 MB',
  );
  await open('notes.txt.json', 'rail 22 x 70');
  await expect(page.getByRole('alert')).toContainText('it is not JSON');
  await open('good.json', good);
  await expect(page.getByLabel('Joint name')).toHaveValue('Cross rail into post');
  /** Planned with a tool that this chest has not: asked, before the page has the shop, too. */
  let letGo = () => {};
  const held = new Promise<void>((resolve) => (letGo = resolve));
  await page.route('**/api/shop', (route) => held.then(() => route.continue()), { times: 1 });
  await page.goto(velk.url);
  const file = JSON.parse(good) as JobFile;
  const block = file.shop.tools.find(({ kind }) => kind === 'stop-block')!;
  const tools = [...file.shop.tools, { ...block, id: 'long-block', name: 'Long block' }];
  await open('more.json', JSON.stringify({ ...file, shop: { ...file.shop, tools } }));
  letGo();
  const asked = page.getByRole('alertdialog', { name: 'The file’s own chest' });
  await expect(asked).toContainText('Not in yours: Long block.');
  await asked.getByRole('button', { name: 'Put it into my chest' }).click();
  await expect(page.getByLabel('Joint name')).toHaveValue('Cross rail into post');
  const { shop } = (await (await page.request.get(`${velk.url}/api/shop`)).json()) as {
    shop: JobFile['shop'];
  };
  expect(shop.tools.map(({ name }) => name)).toContain('Long block');
});

test('what plans the job can’t be fetched: one sentence in every room, and the job can still be worked on', async ({
  page,
  velk,
}) => {
  await page.addInitScript(() => {
    const Usual = window.Worker;
    window.Worker = class extends Usual {
      constructor(url: string | URL, options?: WorkerOptions) {
        super(String(url).replace('core.worker', 'gone.worker'), options);
      }
    };
  });
  await openLooms(page, velk, 'order');
  const told = page.getByRole('alert').filter({ hasText: 'This job could not be planned' });
  await expect(told).toBeVisible();
  await page.getByRole('link', { name: /^Stock/ }).click();
  await expect(told).toBeVisible();
  await expect(page.getByLabel('Cross rail, measured thickness, mm')).toBeEditable();
});

test('a number that a tool can’t have stays as typed with its sentence; a form left half filled in is there again', async ({
  page,
  velk,
}) => {
  await page.goto(`${velk.url}/chest`);
  await page.getByLabel('Search the chest').fill('Bushing 16');
  await page.getByRole('button', { name: /Bushing 16/ }).click();
  const bore = page.getByLabel(/^Bushing 16.*bore/i);
  await bore.fill('90');
  await expect(page.getByRole('alert').first()).toContainText('must be less than its outside');
  await bore.blur();
  await expect(bore).toHaveValue('90');
  await bore.focus();
  await page.keyboard.press('Escape');
  await expect(bore).not.toHaveValue('90');

  await openLooms(page, velk, 'joints');
  await page.getByRole('button', { name: 'Add a joint' }).click();
  await page.getByRole('button', { name: /^Or a whole frame/ }).click();
  await page.getByLabel(/^width outside/).fill('512');
  await page.getByRole('link', { name: /^Order/ }).click();
  await page.reload();
  await page.getByRole('link', { name: /^Joints/ }).click();
  await page.getByRole('button', { name: 'Add a joint' }).click();
  await page.getByRole('button', { name: /^Or a whole frame/ }).click();
  await expect(page.getByLabel(/^width outside/)).toHaveValue('512.0');
});

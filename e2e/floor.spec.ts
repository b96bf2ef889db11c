import AxeBuilder from '@axe-core/playwright';
import type { Browser, Page } from '@playwright/test';
import type { Job } from '@velk/core/design';
import { KEY } from './key.ts';
import { anotherDevice, expect, test, type Velk } from './velk.ts';

/**
 * A device of its own: it comes in by the address that was printed, and keeps Velk where it may.
 */
async function device(browser: Browser, velk: Velk, name: string): Promise<Page> {
  const context = await anotherDevice(browser, {
    extraHTTPHeaders: {},
    serviceWorkers: 'allow',
    viewport: { width: 1024, height: 768 },
  });
  const page = await context.newPage();
  await page.goto(`${velk.url}/shop#key=${KEY}`);
  await page.getByLabel('Device name').fill(name);
  await page.getByLabel('Device name').press('Tab');
  await toFloor(page, velk);
  await expect(page.getByRole('heading', { name: 'Fetch' })).toBeVisible();
  return page;
}

interface Manifest {
  readonly name: string;
  readonly short_name: string;
  readonly display: string;
  readonly start_url: string;
  readonly icons: readonly {
    readonly src: string;
    readonly sizes: string;
    readonly type: string;
  }[];
}

const press = (page: Page, name: string) => page.getByRole('button', { name, exact: true }).click();
const count = (page: Page) => page.locator('.floorcount strong');

/** To the floor of the looms, in a page that is let in; gives the id of the job. */
async function toFloor(page: Page, velk: Velk): Promise<string> {
  await page.goto(velk.url);
  const path = await page.getByRole('link', { name: 'Floor looms, six' }).getAttribute('href');
  await page.goto(`${velk.url}${path!.replace(/\w+$/, 'floor')}`);
  return path!.split('/')[2]!;
}

/** From the cautions of a card to its first pieces. */
async function toPieces(page: Page): Promise<void> {
  await press(page, 'I have read this');
  await press(page, 'It is set');
  await press(page, 'Cut the pieces');
  /** Nothing was measured: that is asked, once. */
  await press(page, 'Go on all the same');
}

test('the network is cut in the middle of ticks on two devices, one is loaded anew, the server killed: both agree, nothing is lost or doubled', async ({
  browser,
  velk,
}) => {
  /** Two pages plan and prove the whole job beside one another. */
  test.setTimeout(300_000);
  const [a, b] = [
    await device(browser, velk, 'Saw tablet'),
    await device(browser, velk, 'Bench tablet'),
  ];
  await Promise.all([toPieces(a), toPieces(b)]);
  await press(b, 'One more');
  await press(b, 'One more');
  await expect(count(a)).toHaveText('2');
  /** Velk is kept in the browser by then. */
  await a.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await a.reload();
  await expect(count(a)).toHaveText('2');

  await a.context().setOffline(true);
  for (let i = 0; i < 3; i++) await press(a, 'One more');
  await expect(
    a.getByText('3 lines are held here and sent when the shop’s machine answers.'),
  ).toBeVisible();
  await press(b, 'One more');
  await a.reload();
  await expect(count(a)).toHaveText('5');
  await expect(a.getByText('3 lines are held here')).toBeVisible();
  await press(a, 'Take one back');
  await press(a, 'One more');
  await velk.restart();
  await a.context().setOffline(false);
  await press(a, 'One more');

  for (const page of [a, b]) {
    await expect(count(page)).toHaveText('6');
    await expect(page.getByText('held here')).toHaveCount(0);
  }
  for (const page of [a, b]) {
    await page.goto(page.url().replace(/\/floor.*$/, '/log'));
    await expect(page.getByRole('heading', { name: '9 lines' })).toBeVisible();
  }
  const lines = (page: Page) => page.locator('.loglines tbody tr').allInnerTexts();
  expect(await lines(a)).toEqual(await lines(b));
  for (const name of ['Saw tablet', 'Bench tablet'])
    expect(
      (await lines(b)).some((line) => line.includes(name)),
      name,
    ).toBe(true);
  expect((await lines(a)).filter((line) => line.includes(': 3 cut')).length).toBe(2);
  await Promise.all([a, b].map((page) => page.context().close()));
});

/** All of the looms: how far one is among all cards. */
test('a card step by step: cautions first, one back, a spoiled piece, a note, a picture too large, the pedal; it lands where it was left @looms', async ({
  browser,
  velk,
}) => {
  const page = await device(browser, velk, 'Saw tablet');
  await expect(page.getByRole('region', { name: 'Cautions' })).toContainText('Unplug the machine');
  /** A pedal does what is next, but reads no cautions. */
  await press(page, 'All cards');
  await press(page, 'Teach one');
  await page.keyboard.press('b');
  await expect(page.getByText('Foot pedal: the key “b”.')).toBeVisible();
  await page.keyboard.press('b');
  await press(page, 'All cards');
  await expect(page.getByRole('heading', { name: 'Fetch' })).toBeVisible();
  /** Each word at its step: how the stack is made up before it is set, the turn with the pieces. */
  const [madeUp, turned] = [
    page.getByText('Between the outer blades'),
    page.getByText('between the two passes'),
  ];
  await expect(madeUp).toBeVisible();
  await expect(turned).toHaveCount(0);
  await press(page, 'I have read this');
  await expect(madeUp).toHaveCount(0);
  await expect(page.locator('.hugevalue').first()).toHaveText('7.0 mm');
  await page.keyboard.press('b');
  await page.keyboard.press('b');
  await page.keyboard.press('b');
  await expect(page.getByText('No test piece was measured.')).toBeVisible();
  await press(page, 'Go on all the same');
  await expect(turned).toBeVisible();
  for (let i = 0; i < 3; i++) await page.keyboard.press('b');
  await expect(count(page)).toHaveText('3');
  await press(page, 'Take one back');
  await expect(count(page)).toHaveText('2');

  await press(page, 'Piece 3 went wrong');
  await page.getByLabel('What is wrong with piece 3?').fill('a knot broke out');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Piece 3 is spoiled: a knot broke out.')).toBeVisible();
  await press(page, 'One more');
  await expect(page.getByRole('button', { name: 'Piece 5 went wrong' })).toBeVisible();
  await press(page, 'All 9');
  await expect(count(page)).toHaveText('12');
  await expect(page.getByText(/^Next .* Fetch /)).toBeVisible();

  await press(page, 'Note');
  const note = page.getByLabel('Note to this card');
  await note.fill('bit runs warm');
  await page.reload();
  await expect(note).toHaveValue('bit runs warm');
  await page
    .getByLabel('With a picture')
    .setInputFiles({ name: 'large.jpg', mimeType: 'image/jpeg', buffer: Buffer.alloc(40_000_000) });
  await expect(
    page.getByText('The picture is 40 MB; at most 25 MB are read. Your note is still here.'),
  ).toBeVisible();
  await expect(note).toHaveValue('bit runs warm');
  const photo = await page.screenshot({ type: 'png' });
  await page
    .getByLabel('With a picture')
    .setInputFiles({ name: 'bit.png', mimeType: 'image/png', buffer: photo });
  await expect(note).toHaveCount(0);

  await press(page, 'Next card');
  await press(page, 'I have read this');
  await page.reload();
  await expect(page.getByRole('button', { name: 'It is set' })).toBeVisible();
  await expect(page.getByText('2 of 70')).toBeVisible();
  await page.getByRole('link', { name: 'Leave the floor' }).click();
  await page.getByRole('link', { name: /^Log/ }).click();
  await expect(page.locator('.loglines img')).toBeVisible();
  await page.getByRole('searchbox', { name: 'Search the log' }).fill('knot');
  /** The address follows the typing a moment later. */
  await expect(page).toHaveURL(/find=knot/);
  await page.reload();
  await expect(page.getByRole('searchbox', { name: 'Search the log' })).toHaveValue('knot');
  await expect(page.getByRole('heading', { name: '1 line' })).toBeVisible();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as CSV' }).click(),
  ]);
  const text = await (await file.createReadStream()).toArray();
  expect(Buffer.concat(text as Buffer[]).toString()).toContain(
    'Table end 3 spoiled: a knot broke out',
  );
  await page.context().close();
});

/** All of the looms: a breadboard end whose way goes when it is measured. */
test('what is cut and would be cut otherwise now is told, and taken as it is @looms', async ({
  browser,
  velk,
}) => {
  const page = await device(browser, velk, 'Saw tablet');
  await toPieces(page);
  await press(page, 'One more');
  await page.getByRole('link', { name: 'Leave the floor' }).click();
  /** The table ends are measured again: a millimetre thicker than they were. */
  const path = new URL(page.url()).pathname.replace(/\/setups.*$/, '');
  await page.goto(`${velk.url}${path}/stock`);
  const row = page
    .getByRole('row')
    .filter({ has: page.getByRole('textbox', { name: 'Name of Table end' }) });
  const measured = row.getByLabel(/measured thickness/i);
  await measured.fill('22.6');
  await measured.press('Enter');
  await page.goto(`${velk.url}${path}/floor`);
  /**
   * The groove no longer lies in the middle: the way it was begun can’t be gone on with, and none
   * is taken in its place.
   */
  const told = page
    .getByRole('alert')
    .filter({ hasText: 'One is cut in a set-up that the job has no more' });
  await expect(told).toContainText('What is cut is taken as it is');
  await press(page, 'cut it again');
  await expect(told).toHaveCount(0);
  await page.context().close();
});

/**
 * All of the looms where it is narrowest: the longest names. What the test piece should read is
 * cut.
 */
for (const [width, height, all] of [
  [1024, 768, ''],
  [768, 1024, ''],
  [390, 844, '@looms'],
] as const)
  test(`the floor at ${width} by ${height}: nothing serious, nothing runs out sideways, targets for a thumb ${all} @cuts`, async ({
    browser,
    velk,
  }) => {
    const page = await device(browser, velk, 'Saw tablet');
    await page.setViewportSize({ width, height });
    const check = async (name: string) => {
      const { violations } = await new AxeBuilder({ page })
        .options({ resultTypes: ['violations'] })
        .analyze();
      const serious = violations.filter((v) => v.impact === 'serious' || v.impact === 'critical');
      expect(
        serious.map(
          (v) => `${name}: ${v.id} ${v.nodes.map((n) => n.html.slice(0, 120)).join(' | ')}`,
        ),
      ).toEqual([]);
      const wide = await page.evaluate(
        () => document.documentElement.scrollWidth - window.innerWidth,
      );
      expect(wide, name).toBeLessThanOrEqual(0);
      const small = await page.evaluate(() =>
        [...document.querySelectorAll<HTMLElement>('.floor :is(button, a, input, textarea)')]
          .filter((e) => e.checkVisibility() && !e.matches('[type=file]'))
          .map((e) => ({ is: e.innerText || e.tagName, box: e.getBoundingClientRect() }))
          .filter(({ box }) => box.height < 55.5 || box.width < 55.5)
          .map(({ is }) => is),
      );
      expect(small, name).toEqual([]);
    };
    await check('ready');
    await press(page, 'Dark');
    await check('ready, dark');
    await press(page, 'All cards');
    await check('cards');
    await page
      .getByRole('button', { name: /^\d+\. Mortise, hollow chisel/ })
      .first()
      .click();
    await press(page, 'I have read this');
    await check('set');
    await press(page, 'It is set');
    const reads = page.getByRole('table', { name: 'What the test piece should read' });
    await reads.getByLabel(/mortise depth, as it reads/).fill('31');
    await expect(page.getByText('The next move')).toBeVisible();
    await check('trial');
    await press(page, 'Cut the pieces');
    await press(page, 'Go on all the same');
    await press(page, 'Note');
    await check('pieces');
    await page.context().close();
  });

/** What can be saved is cut. */
test('a piece that went wrong is saved: the ways by wood and time, the one taken told at its mate’s card, undone by a press @cuts', async ({
  page,
  velk,
}) => {
  await toFloor(page, velk);
  await page.getByRole('button', { name: 'All cards' }).click();
  await page
    .getByRole('button', { name: /Mortise, plunge router in the jig/ })
    .first()
    .click();
  await toPieces(page);
  await press(page, 'One more');
  await expect(count(page)).toHaveText('1');
  await press(page, 'Piece 2 went wrong');
  await page.getByLabel(/What is wrong with piece 2/).fill('the guide slipped');
  await page.reload();
  await expect(page.getByLabel(/What is wrong with piece 2/)).toHaveValue('the guide slipped');
  await press(page, 'It is spoiled');
  await press(page, 'What can be saved?');
  await page.getByLabel(/^What is wrong/).selectOption({ label: 'mortise width' });
  const asked = Number(
    /where ([\d.]+)/.exec((await page.locator('.rescuing').innerText()).replace(/\s+/g, ' '))![1],
  );
  await page.getByLabel(/^reads/).fill('wide');
  await page.reload();
  await expect(page.getByLabel(/^reads/)).toHaveValue('wide');
  await expect(page.locator('.rescuing').getByRole('alert')).toBeVisible();
  await page.getByLabel(/^reads/).fill(String(asked + 0.4));
  const way = page
    .locator('.rescuing li')
    .filter({ hasText: 'Leave it, and make its tenon thicker' });
  await expect(way).toContainText('cut virtually: it goes together');
  await expect(page.locator('.rescuing > ol > li').last()).toContainText(/new piece|spare piece/);
  await way.getByRole('button', { name: 'Do that' }).click();
  await expect(
    page.getByText(/Piece 2 is saved\. Leave it, and make its tenon thicker/),
  ).toBeVisible();
  await expect(count(page)).toHaveText('2');
  await press(page, 'Take that back');
  await expect(page.getByText('Piece 2 is spoiled: the guide slipped')).toBeVisible();
  await expect(count(page)).toHaveText('1');
});

test('Velk can be installed: a manifest with a name, icons of both sizes and a start, kept by a worker that answers without a network', async ({
  browser,
  velk,
}) => {
  const page = await device(browser, velk, 'Tablet');
  const href = (await page.locator('link[rel=manifest]').getAttribute('href'))!;
  const url = new URL(href, velk.url);
  const { name, short_name, display, start_url, icons } = await page.evaluate(
    async (at) => (await (await fetch(at)).json()) as Manifest,
    url.href,
  );
  expect([name, short_name, display]).toEqual(['Velk', 'Velk', 'standalone']);
  for (const size of ['192x192', '512x512']) {
    const icon = icons.find(({ sizes }) => sizes === size)!;
    const answer = await page.request.get(new URL(icon.src, url).href);
    expect([answer.status(), answer.headers()['content-type']]).toEqual([200, icon.type]);
  }
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await page.context().setOffline(true);
  await page.goto(new URL(start_url, url).href);
  await expect(page.getByRole('banner').or(page.getByRole('main')).first()).toBeVisible();
  await page.context().close();
});

test('opened once, it starts without the network: plans, ticks, opens a job that was only listed, and sends when it is back', async ({
  browser,
  velk,
  request,
}) => {
  const page = await device(browser, velk, 'Yard tablet');
  const [, , id] = new URL(page.url()).pathname.split('/');
  const listed = (await (await request.get(`${velk.url}/api/jobs`)).json()) as {
    id: string;
    name: string;
  }[];
  const other = listed.find((job) => job.id !== id)!;
  const kept = () =>
    page.evaluate(async () =>
      (await (await caches.open('jobs')).keys()).map(({ url }) => new URL(url).pathname),
    );
  await expect
    .poll(kept, { timeout: 60_000 })
    .toEqual(
      expect.arrayContaining([
        '/api/access',
        '/api/shop',
        '/api/jobs',
        `/api/jobs/${id}`,
        `/api/jobs/${other.id}`,
      ]),
    );
  await page.context().setOffline(true);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Fetch' })).toBeVisible();
  await toPieces(page);
  await press(page, 'One more');
  await expect(count(page)).toHaveText('1');
  await page.goto(`${velk.url}/job/${other.id}/stock`);
  await expect(page.getByLabel('Job name')).toHaveValue(other.name);
  await page.goto(`${velk.url}/job/${id}/floor`);
  await expect(count(page)).toHaveText('1');
  await page.context().setOffline(false);
  const ticks = async () => {
    const answer = await request.get(`${velk.url}/api/jobs/${id}/record?after=0`);
    const { lines } = (await answer.json()) as { lines: { kind: string }[] };
    return lines.filter(({ kind }) => kind === 'done').length;
  };
  await expect.poll(ticks).toBe(1);
  /** What was saved from here is what the next start without the network has. */
  await page.goto(`${velk.url}/job/${other.id}/stock`);
  await page.getByLabel('Job name').fill('Racks, again');
  await expect(page.getByRole('status')).toHaveText('Saved');
  await page.context().setOffline(true);
  await page.reload();
  await expect(page.getByLabel('Job name')).toHaveValue('Racks, again');
  await page.context().close();
});

test('what somebody else changes is told on the floor, with whose it is, and seen before the next tick', async ({
  page,
  velk,
  request,
}) => {
  const id = await toFloor(page, velk);
  await toPieces(page);
  await press(page, 'One more');
  await expect(count(page)).toHaveText('1');
  /** As from a laptop: a tenon two millimetres longer. */
  const { job, version } = (await (await request.get(`${velk.url}/api/jobs/${id}`)).json()) as {
    job: Job;
    version: number;
  };
  const joints = job.joints.map((joint, i) =>
    i !== 3
      ? joint
      : {
          ...joint,
          params: { ...joint.params, tenonLength: Number(joint.params['tenonLength']) + 2 },
        },
  );
  const saved = await request.put(`${velk.url}/api/jobs/${id}`, {
    data: { version, save: crypto.randomUUID(), job: { ...job, joints } },
  });
  expect(saved.status()).toBe(200);
  const told = page.getByRole('alert').filter({ hasText: 'changed the job' });
  await expect(told).toContainText(/tenon length .* it was/);
  await expect(page.getByRole('button', { name: 'One more' })).toBeDisabled();
  await page.getByRole('button', { name: 'I have seen it' }).click();
  await expect(page.getByRole('button', { name: 'One more' })).toBeEnabled();
  await press(page, 'One more');
  /** Pieces are left: the next card is a question. */
  await page.getByRole('button', { name: /^Next/ }).click();
  await expect(page.getByText(/of \d+ are not cut\./)).toBeVisible();
  await press(page, 'Stay');
  await expect(count(page)).toHaveText('2');
});

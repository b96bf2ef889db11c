import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import { countOf, planJob, readingsOf, type Card } from '@velk/core/day';
import { knowing, readingId, type Seen } from '@velk/core/shop';
import { demo, fewer, loadModeller } from '@velk/core/testing';
import { FEW } from './fewer.ts';
import { expect, follow, openLooms, stageOf, test } from './velk.ts';

/** The looms’ plan as the page has it, and what cuts its test pieces. */
async function planned({ all }: { all: boolean }) {
  const { job, shop } = demo('looms');
  return { modeller: await loadModeller(), plan: planJob(all ? job : fewer(job, FEW), shop) };
}

/** Lines of the loom job’s record, as a device of the shop sends them. */
async function written(page: Page, lines: readonly Seen[], minutes = 0): Promise<void> {
  const job = /job\/([^/]+)/.exec(page.url())![1]!;
  const from = Date.now() - 3_600_000;
  const seenAt = (i: number) => new Date(from + i * minutes * 60_000).toISOString();
  const status = await page.evaluate(
    ([at, body]) =>
      fetch(at!, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: body!,
      }).then((answer) => answer.status),
    [
      `/api/jobs/${job}/record`,
      JSON.stringify({
        lines: lines.map((line, i) => ({ ...line, id: randomUUID(), seen: seenAt(i) })),
      }),
    ],
  );
  expect(status).toBe(201);
  await page.reload();
}

/** All of the looms, cut: many readings of one cutter are looked into. */
test('what many test pieces say of a cutter is taken by a press, and is what it was measured to be from then on @looms @cuts', async ({
  page,
  velk,
}) => {
  const { modeller, plan } = await planned({ all: true });
  const cards = plan.cards
    .filter(({ setups }) => setups[0]!.cutter === 'spiral-8' && setups[0]!.stage === 'mortise')
    .slice(0, 3);
  const read = cards.flatMap((card) =>
    readingsOf(modeller, card, plan)
      .filter(({ dimension }) => dimension === 'mortiseWidth')
      .flatMap((reading) =>
        [-0.12, -0.1, -0.08].map((off) => ({
          kind: 'measured' as const,
          card: card.id,
          reading: readingId(reading),
          name: reading.name,
          value: reading.value + off,
          should: reading.value,
          within: reading.within,
        })),
      ),
  );
  await openLooms(page, velk, 'log');
  await written(page, read);
  const said = page.getByRole('region', { name: 'What the readings say of the tools' });
  await expect(
    said.getByText(
      /^Spiral cutter 8 mm, .*7\.9\smm, scatter 0\.02\smm over \d+ readings; until now 8\.0\smm/,
    ),
  ).toBeVisible({ timeout: 60_000 });
  await said.getByRole('button', { name: 'Take it' }).click();
  await expect(said).toBeHidden();
  await follow(page, '/chest/spiral-8');
  await expect(page.getByText(/7\.9\smm measured .*; stated 8\.0\smm/)).toBeVisible();
});

test('what was begun out of turn stands first, and the rest of the order goes on from there', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'order');
  const rows = page.locator('ol.order > li');
  const free = rows.filter({ hasNot: page.getByText('Why not earlier') }).last();
  const id = (await free.getAttribute('data-card'))!;
  await written(page, [{ kind: 'done', setup: id, works: [], pieces: [1], at: [], ways: [] }]);
  await expect(rows.first()).toHaveAttribute('data-card', id);
  await expect(rows.first()).toContainText(', begun');
  await expect(rows.nth(1)).not.toContainText('Why not earlier');
});

/** What the test piece should read is cut. */
test('a mortise that was measured wider asks its tenon’s figures before the first test piece @cuts', async ({
  page,
  velk,
}) => {
  const { modeller, plan } = await planned({ all: false });
  const tenonOn = (card: Card) =>
    readingsOf(modeller, card, plan).find(
      ({ dimension, gains }) => dimension === 'tenonThickness' && gains.length,
    );
  const card = plan.cards.find(tenonOn)!;
  const tenon = tenonOn(card)!;
  const width = { joint: tenon.joint, member: 'mortised', dimension: 'mortiseWidth' };
  await openLooms(page, velk, 'order');
  await written(page, [
    {
      kind: 'measured',
      card: 'its card',
      reading: readingId(width),
      name: 'mortise width',
      value: 8.3,
      should: 8,
      within: 0.1,
    },
  ]);
  await page.locator(`ol.order > li[data-card="${card.id}"]`).scrollIntoViewIfNeeded();
  await page.locator(`ol.order > li[data-card="${card.id}"]`).getByRole('link').first().click();
  const fit = page.getByRole('status').filter({ hasText: 'To fit the mortise there is' });
  await expect(fit).toContainText(/Its mortise width reads 8\.3\smm, and was to be 8\.0\smm/);
  await page.goto(page.url().replace(/setups\/(.*)$/, 'floor/$1'));
  await page.getByRole('button', { name: 'I have read this' }).click();
  await expect(fit).toBeVisible();
  await fit.getByRole('button', { name: 'It is set so' }).click();
  await expect(fit).toBeHidden();
  await expect(page.getByText(/moved since it was set at/)).toBeVisible();
});

/** Sizes that nobody reads of a card say nothing to its figures: only the machine is told of. */
test('what the log says of a machine is taken, and let go of, by a press @cuts', async ({
  page,
  velk,
}) => {
  const { plan } = await planned({ all: false });
  const there = plan.cards.filter(({ setups }) => setups[0]!.machine === 'saw');
  const read = Array.from({ length: 10 }, (_, i) => ({
    kind: 'measured' as const,
    card: there[i % there.length]!.id,
    reading: `size ${i}`,
    name: 'cheek',
    value: 8.02,
    should: 8,
    within: 0.05,
  }));
  await openLooms(page, velk, 'log');
  await written(page, read);
  await expect(page.getByText(/10 of 10 sizes of first test pieces/)).toBeVisible();
  await page.getByRole('button', { name: 'Cut without a test piece' }).click();
  await expect(page.getByText(/10 of 10 sizes/)).toBeHidden();
  const none = page.getByText(/No test piece: 10 of 10 read right/);
  const { job, shop } = plan.basis;
  const trusting = planJob(job, knowing(shop, 'saw', { trust: { count: 10, within: 0.02 } }));
  const known = trusting.cards.find(({ id, trusted }) => trusted && id.includes('.stack.'))!;
  await follow(page, `${stageOf(page, 'setups')}/${known.id}`);
  await expect(none).toBeVisible();
  await expect(page.getByRole('table', { name: 'What the test piece should read' })).toBeHidden();
  await page.getByText('Cut one all the same').click();
  await expect(page.getByRole('table', { name: 'What the test piece should read' })).toBeVisible();
  await follow(page, '/shop');
  await page.getByRole('button', { name: /^Cut test pieces at/ }).click();
  await expect(page.getByText('Known from the log')).toBeHidden();
  await page.goBack();
  await expect(none).toBeHidden();

  /** Twelve pieces one after the other, each in twice the time. */
  const slow = plan.cards.find(({ setups }) => setups[0]!.machine === 'bandsaw')!;
  const count = slow.setups.reduce((sum, setup) => sum + countOf(setup), 0);
  const cut = Array.from({ length: 13 }, (_, i) => ({
    kind: 'done' as const,
    setup: slow.setups[0]!.id,
    works: [],
    pieces: [i + 1],
    at: [],
    ways: [],
  }));
  await follow(page, stageOf(page, 'log'));
  await written(page, cut, (2 * slow.cutting) / count);
  await expect(page.getByText(/12 pieces were cut one after the other in/)).toBeVisible();
  await page.getByRole('button', { name: 'Reckon so from now on' }).click();
  await expect(page.getByText(/12 pieces were cut/)).toBeHidden();
  await follow(page, '/shop');
  await expect(page.getByText(/cutting takes [\d.]+ times the minutes above/)).toBeVisible();
  await page.getByRole('button', { name: /^Reckon cutting at/ }).click();
  await expect(page.getByText('Known from the log')).toBeHidden();
});

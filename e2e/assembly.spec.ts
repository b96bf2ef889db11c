import { expect, openLooms, test } from './velk.ts';

/** All of the looms, cut: each assembly is put together in three dimensions. */
test('what the joints make, in stages with clamps and days; a rail too short is told, and mended @looms @cuts', async ({
  page,
  velk,
}) => {
  test.setTimeout(240_000);
  await openLooms(page, velk, 'order');
  await page.getByRole('link', { name: 'Assembly' }).click();
  const summary = page.getByText('102 assemblies in 10 designs');
  await expect(summary).toBeVisible({ timeout: 40_000 });
  const end = page.getByRole('button', { name: /^Post, cross rail, base rail and beam rest/ });
  await expect(end).toContainText('12 × 7 pieces, 1 stage');
  await expect(
    page.getByRole('img', {
      name: /^Cross rail × 2, base rail × 2 and beam rest between post × 2/,
    }),
  ).toHaveAttribute('data-ready', 'yes');
  await expect(page.getByText(/Corner to corner over Post: 1486.5\smm both ways/)).toBeVisible();

  /** Sub-assemblies come first, each stage with its own picture. */
  await page.getByRole('button', { name: /^Reed side/ }).click();
  await page
    .getByRole('button', { name: /^2\. Reed cap × 2 and reed stay × 2 to reed side × 2/ })
    .click();
  await expect(
    page.getByRole('img', { name: /to reed side × 2, in three dimensions/ }),
  ).toBeVisible();

  /** A count that can't be stays as typed; fewer clamps than it wants are told, and take longer. */
  await end.click();
  const [long, bar] = ['Long bar clamps', 'Bar clamps'].map((name) =>
    page.getByLabel(`${name}, how many`, { exact: true }),
  );
  await long!.fill('none');
  await expect(page.getByText('“none” is not a number.')).toBeVisible();
  await long!.fill('2');
  await expect(bar!).toHaveValue('8');
  await expect(
    page.getByText(
      /It wants 3 clamps that open 950.0\smm; this shop has 2: lay a stout bar across/,
    ),
  ).toBeVisible();
  await long!.fill('12');
  await expect(page.getByText(/It wants 3 clamps/)).toHaveCount(0);

  await page.getByLabel('first on').fill('2026-12-04');
  await expect(page.getByRole('row', { name: /^Day 1, Fri, Dec 4/ })).toBeVisible();
  await expect(page.getByRole('row', { name: /^Day 2, Mon, Dec 7/ })).toBeVisible();

  /** A glue-up is timed: the clock goes on over a reload, what it took goes into the record. */
  await page.getByRole('button', { name: 'The first brush: start the clock' }).first().click();
  await page.reload();
  await expect(page.getByRole('timer')).toContainText(/since the first brush, of \d+ min/, {
    timeout: 40_000,
  });
  await page.getByRole('button', { name: 'All in clamps' }).click();
  await expect(page.getByRole('timer')).toContainText(/In clamps: \d+:\d\d to go/);
  await page.getByRole('button', { name: 'Stop the clock' }).click();
  await expect(page.getByRole('timer')).toHaveCount(0);
  await expect(page.getByLabel('1 without glue')).toBeVisible();

  /** Left dry, a joint gets no glue; undo brings it back. */
  await page.getByLabel('1 without glue').check();
  await expect(page.getByText(/^Joints 3, 4, 5, 8, 9, 10/)).toBeVisible({ timeout: 30_000 });
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText(/^Joints 1, 2, 3/)).toBeVisible({ timeout: 30_000 });

  /** Glue that is wet for less than a frame takes parts it into two halves. */
  const open = page.getByLabel('Stays open, min');
  await page.getByRole('button', { name: /^Heddle side/ }).click();
  await expect(page.getByText('The two halves')).toHaveCount(0);
  const usual = await open.inputValue();
  await open.fill('4');
  const halves = page.getByRole('button', { name: /^2\. The two halves of heddle side × 2/ });
  await expect(halves).toBeVisible({ timeout: 30_000 });
  await halves.click();
  await expect(page.getByText(/^Corner to corner over Heddle side: /)).toBeVisible();
  await open.fill(usual);
  await expect(halves).toHaveCount(0, { timeout: 30_000 });
  await end.click();

  await page.goto(page.url().replace('order/assembly', 'stock'));
  const length = page.getByLabel('Base rail, final length, mm');
  await length.fill('860');
  await length.press('Enter');
  await page.goBack();
  await expect(
    page.getByText(
      /Base rail: with the other pieces together it is 8.0\smm too short to reach its mortise in Post/,
    ),
  ).toBeVisible({ timeout: 40_000 });
  await page.getByRole('button', { name: /^Make Base rail 868.0/ }).click();
  await expect(summary).toBeVisible({ timeout: 40_000 });
});

/** All of the looms: parts of several joints go through one setting. */
test('tasks on parts: one line for each setting, left out and brought back, kept over a reload @looms', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'order');
  await page.getByRole('link', { name: 'Before and after' }).click();
  const planed = page.getByRole('region', { name: 'Plane to thickness' });
  /** All pieces of one thickness go through together. */
  await expect(planed.getByRole('listitem').filter({ hasText: '22.0' })).toContainText(
    /0 of 25\s?Cross rail from 24.5\smm.*0 of 7\s?Shuttle table from 24.5/,
  );
  await page.getByRole('button', { name: 'Leave out Rest' }).click();
  await planed.getByRole('button', { name: 'Plane to thickness: not Shuttle table' }).click();
  await expect(page.getByRole('region', { name: 'Rest' })).toHaveCount(0);
  await expect(planed.getByText('Shuttle table')).toHaveCount(0);
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await page.getByRole('button', { name: 'Bring back Plane to thickness: Shuttle table' }).click();
  await page.getByRole('button', { name: 'Bring back Rest' }).click();
  await expect(planed.getByText('Shuttle table')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Left out' })).toHaveCount(0);
});

/** All of the looms, cut: glue-ups are found on the solids. */
test('what is done beside the joints is ticked, counted on the floor and logged @looms @cuts', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'order');
  await page.getByRole('link', { name: 'Before and after' }).click();
  const rail = (ending: string) => ({ name: `Plane to thickness, Cross rail: ${ending}` });
  const locator = page.getByRole('checkbox', rail('done'));
  await page.getByRole('button', rail('one more')).click();
  await page.getByRole('button', rail('one more')).click();
  await expect(page.getByRole('button', rail('one more'))).toHaveText('2 of 25');
  await locator.check();
  await page.reload();
  await expect(locator).toBeChecked();
  /** Pressed again the last tick goes, and no other. */
  await locator.uncheck();
  await expect(page.getByRole('button', rail('one more'))).toHaveText('2 of 25');
  await page.getByRole('checkbox', { name: 'Rest, Foot: done' }).check();

  await page.getByRole('link', { name: 'Floor' }).first().click();
  await page.getByRole('button', { name: 'All cards' }).click();
  await expect(page.getByText(/^Before the joints 1 of \d+/)).toBeVisible();
  await page.getByText('Glue-ups').click();
  const glue = page.getByRole('listitem').filter({ hasText: 'Glue-up, Post, cross rail' });
  await glue.getByRole('checkbox', { name: /: done$/ }).check({ timeout: 40_000 });
  await glue.getByRole('button', { name: 'Start the clock' }).click();
  await glue.getByRole('button', { name: 'Stop the clock' }).click();
  await page.getByRole('link', { name: 'Leave the floor' }).click();
  await page.getByRole('link', { name: 'Log' }).click();
  const lines = page.getByRole('row');
  await expect(lines.nth(1)).toContainText('it took 0.0 min');
  await expect(lines.nth(2)).toContainText(/Cross rail into post.*1 to 12 done.*Glue-up/);
  await expect(lines.nth(3)).toContainText(/Foot: 1 to 13 done.*Rest/);
});

/** Shapes are proved. */
test('a part is shaped: proposed, put right, proved, together with its like, kept over a reload @cuts', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'order');
  await page.getByRole('link', { name: 'Before and after' }).click();
  const shaping = page.getByRole('region', { name: 'Shaping', exact: true });
  const add = async (part: string, kind: string) => {
    await page.getByLabel('What is shaped').selectOption({ label: part });
    await page.getByLabel('To what').selectOption({ label: kind });
    await page.getByRole('button', { name: 'Shape it' }).click();
  };
  await add('Foot', 'Taper');
  const taper = shaping.getByRole('region', { name: 'Taper: Foot' });
  await expect(taper.getByText('Offset of the jig at its far end')).toBeVisible();
  await expect(taper.getByText(/^Proved: set so, the machine leaves the piece/)).toBeVisible();
  /** Wider than the part: refused at its field, nothing else is lost. */
  const foot = taper.getByLabel(/^Foot, width of the foot/);
  await foot.fill('400');
  await expect(
    taper.getByText(/the foot of 400.0\smm must be narrower than the part/),
  ).toBeVisible();
  await expect(taper.getByText('Offset of the jig at its far end')).toHaveCount(0);
  await foot.fill('32');
  await expect(taper.getByText('Offset of the jig at its far end')).toBeVisible();

  await add('Cross rail', 'Rounded edges');
  await add('Base rail', 'Rounded edges');
  const round = shaping.getByRole('region', { name: 'Rounded edges: Cross rail, Base rail' });
  await expect(round.getByText(/^Proved/)).toHaveCount(2);
  await round.getByLabel(/^Cross rail, radius/).fill('5');
  await expect(
    shaping.getByRole('region', { name: 'Rounded edges: Cross rail', exact: true }),
  ).toBeVisible();
  await shaping.getByRole('button', { name: 'Rounded edges of Base rail: remove' }).click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  await page.reload();
  await expect(shaping.getByRole('region', { name: /^Rounded edges/ })).toHaveCount(1);
  await expect(shaping.getByRole('img', { name: /^Foot, seen on to the face/ })).toBeVisible();
});

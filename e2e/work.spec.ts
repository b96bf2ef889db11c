import { expect, openLooms, openSetup, setupsOf, tabTo, test } from './velk.ts';

/** It ends in a proved card. */
test('a new job from empty to a proved set-up card, by keyboard alone; a reload and a killed server keep it @cuts', async ({
  page,
  velk,
}) => {
  await page.goto(velk.url);
  await expect(page.getByRole('link', { name: 'Floor looms, six' })).toBeVisible();
  await tabTo(page, /^New job in millimetres/);
  await page.keyboard.press('Enter');
  await expect(page.getByText('Which parts meet?')).toBeVisible();
  await tabTo(page, /Add a rail and a stile/);
  await page.keyboard.press('Enter');
  await tabTo(page, /Rail, thickness/);
  await page.keyboard.type('24');
  await tabTo(page, /Rail, measured thickness/);
  await page.keyboard.type('24.1 24.0 23.9');
  await tabTo(page, /^Joints, /);
  await page.keyboard.press('Enter');
  await tabTo(page, /^Blind mortise and tenon/);
  await page.keyboard.press('Enter');
  await tabTo(page, /tenon length/);
  await page.keyboard.type('28');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await tabTo(page, /^Order|^Keys/);
  await page.keyboard.press('4');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Mortise, plunge router');
  await expect(page.getByText(/Cut virtually, Rail into stile: tenon/)).toBeVisible();
  await tabTo(page, /^Next set-up/);
  await page.keyboard.press('Enter');
  await expect(page.getByText('Set-up 2 of')).toBeVisible();
  await expect(page.locator('.save')).toHaveText('Saved');

  await velk.restart();
  await page.reload();
  await expect(page.getByText('Set-up 2 of')).toBeVisible();
  await page.keyboard.press('2');
  await expect(page.getByLabel('tenon length, mm')).toHaveValue('28.0');
  await page.keyboard.press('1');
  await expect(page.getByLabel('Rail, measured thickness, mm')).toHaveValue('24.1  24.0  23.9');
});

test('figures follow a keystroke, undo and redo bring everything back, and inches are read in a metric job', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'joints');
  const thickness = page.getByLabel('tenon thickness, mm');
  await expect(thickness).toHaveValue('7.9');
  await page.getByLabel('tenon length, mm').fill('1 3/8"');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('mortise depth, mm')).toHaveValue('36.92');
  await thickness.focus();
  await page.keyboard.press('ArrowDown');
  await expect(thickness).toHaveValue('7.85');
  await page.getByRole('link', { name: /^Set-ups/ }).click();
  await page.getByRole('link', { name: /^Order/ }).click();
  await openSetup(page, 'Cross rail into post', 'Cheeks, on the bandsaw');
  /** (22 + 7.85) / 2 = 14.925, rounded up on a scale of 0.05. */
  await expect(page.locator('.figure').first()).toContainText('14.95');
  await expect(page.locator('.figure').first()).toContainText('14.93');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await page.getByRole('link', { name: /^Joints/ }).click();
  await expect(page.getByLabel('tenon length, mm')).toHaveValue('38.0');
  await page.keyboard.press('Control+Shift+z');
  await expect(page.getByLabel('tenon length, mm')).toHaveValue('34.92');
  await page.getByRole('button', { name: 'Show inches' }).click();
  await expect(page.getByLabel('tenon length, in')).toHaveValue('1 3/8');
});

/** Its card is proved. */
test('an inch job is read, shown and set in inches @cuts', async ({ page, velk }) => {
  await page.goto(velk.url);
  await page.getByRole('link', { name: 'Drying racks for the dye room' }).click();
  await expect(page.getByLabel('mortise width, in')).toHaveValue('1/4');
  await page.getByLabel('tenon width, in').fill('1-3/8');
  await expect(page.getByLabel('mortise length, in')).toHaveValue('1 5/8');
  await page.keyboard.press('Tab');
  await page.getByRole('link', { name: /^Set-ups/ }).click();
  await expect(page.locator('.figure').first()).toContainText('in');
  await expect(page.getByText(/Cut virtually, Rail into stile: tenon/)).toBeVisible();
});

test('the two tenon routes can be changed for each other, and left and right stiles go through one card', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'methods');
  const cheeks = page.getByRole('radiogroup', { name: 'The tenon: cheeks' });
  const inOrder = async (upright: number, bandsaw: number) => {
    await page.getByRole('link', { name: /^Order/ }).click();
    await expect(
      setupsOf(page, 'Cross rail into post', 'Cheeks, upright on the table saw'),
    ).toHaveCount(upright);
    await expect(setupsOf(page, 'Cross rail into post', 'Cheeks, on the bandsaw')).toHaveCount(
      bandsaw,
    );
  };
  await cheeks.getByRole('radio', { name: /^Upright on the table saw(?! from)/ }).check();
  await inOrder(1, 0);
  await page.getByRole('link', { name: /^Methods/ }).click();
  await cheeks.getByRole('radio', { name: /^On the bandsaw(?! from| with)/ }).check();
  await inOrder(0, 1);
  const mortises = setupsOf(page, 'Cross rail into post', 'Mortise, plunge router in the jig');
  await expect(mortises).toHaveCount(1);
  const lines = page.getByRole('listitem').filter({ hasText: 'Cross rail into post' });
  const line = lines.filter({ hasText: 'Cheeks, on the bandsaw' }).first();
  await line.getByText('Why not earlier').click();
  await expect(line.getByText(/The closed mortise comes first/)).toBeVisible();
  await mortises.click();
  const groups = page.getByRole('region', { name: /^What goes through/ });
  await expect(groups).toHaveCount(2);
  await expect(groups.nth(1)).toContainText('End stop, on the right');
  await expect(groups.nth(1).getByRole('listitem')).toHaveText('As pass 1');
  await page.getByText('While setting').click();
  await expect(page.getByText(/Both end stops stay as they are set/)).toBeVisible();
  /** Its address holds while its work is there, and says so when that is gone. */
  await page.reload();
  await expect(groups).toHaveCount(2);
  await page.goto(page.url().replace(/setups\/.*$/, 'setups/gone'));
  await expect(page.getByRole('heading', { name: 'This card is gone' })).toBeVisible();
  await page.getByRole('link', { name: 'The first card of this joint' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Mortise');
});

test('earlier versions can be brought back', async ({ page, velk }) => {
  await openLooms(page, velk, 'stock');
  await page.getByLabel('Post, pieces').fill('30');
  await expect(page.getByRole('status')).toHaveText('Saved');
  await page.getByRole('button', { name: 'Earlier versions' }).click();
  await page.getByRole('button', { name: 'Bring back' }).last().click();
  await expect(page.getByLabel('Post, pieces')).toHaveValue('24');
});

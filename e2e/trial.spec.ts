import { spawn } from 'node:child_process';
import { WebSocket as Socket } from 'ws';
import { expect, openLooms, test } from './velk.ts';

/** What it should read is cut. */
test('what the test piece reads gives the next move, kept over a reload, until it reads as it should @cuts', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'setups');
  const readings = page.getByRole('table', { name: 'What the test piece should read' });
  const depth = readings.getByRole('row', { name: /^mortise depth/ });
  const should = Number.parseFloat(
    /depth(\d+\.\d+)/.exec(await depth.innerText().then((t) => t.replace(/\s+/g, '')))![1]!,
  );
  const does = depth.getByLabel(/^mortise depth, as it reads/);
  /** A slip of the decimal point, and words that are no length. */
  await does.fill(String(should * 10));
  await expect(page.getByText(/ten times .*The decimal point, or the unit\?/)).toBeVisible();
  await does.fill(`${should} mmm`);
  await expect(depth.getByRole('alert')).toBeVisible();
  await expect(does).toHaveValue(`${should} mmm`);

  await does.fill(String(should + 1));
  const next = page.getByRole('status').filter({ hasText: 'The next move' });
  await expect(next).toContainText(/1.0\smm less/);
  await expect(next).toContainText(
    new RegExp(`It should then read mortise depth ${should.toFixed(1).replace('.', '\\.')}`),
  );
  await page.reload();
  await expect(does).toHaveValue(String(should + 1));
  await next.getByRole('button', { name: 'It is set so: the next test piece' }).click();
  await expect(does).toHaveValue('');
  await expect(page.getByText('Moved once since it was first set.')).toBeVisible();
  await does.fill(String(should));
  await expect(
    page.getByRole('status').filter({ hasText: /^Good: what was measured reads as it should/ }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Begin the trial again' }).click();
  await expect(does).toHaveValue('');
  await expect(page.getByText('since it was first set')).toHaveCount(0);
});

/** What it should read is cut. */
test('a calliper’s reading comes into the box that waits; one that types goes on with Enter @cuts', async ({
  page,
  velk,
}) => {
  const heard: { send: (text: string) => void }[] = [];
  await page.routeWebSocket('ws://127.0.0.1:4390/', (socket) => void heard.push(socket));
  await openLooms(page, velk, 'setups');
  const boxes = page
    .getByRole('table', { name: 'What the test piece should read' })
    .getByRole('textbox');
  await page.getByRole('button', { name: 'Take readings from a calliper' }).click();
  await expect(page.getByText('The calliper is there')).toBeVisible();
  const send = (sent: unknown) =>
    heard.at(-1)!.send(typeof sent === 'string' ? sent : JSON.stringify(sent));
  send({ value: 1.5, unit: 'in' });
  await expect(boxes.first()).toHaveValue('38.1');
  await expect(boxes.nth(1)).toBeFocused();
  for (const odd of ['8.03', 'not JSON', { value: -1, unit: 'mm' }, { value: 8, unit: 'cubits' }])
    send(odd);
  await expect(
    page.getByText('The calliper sent what is no length; nothing was taken.'),
  ).toBeVisible();
  await expect(boxes.nth(1)).toHaveValue('');
  await boxes.first().fill('');
  await boxes.first().focus();
  await page.keyboard.type('12.4\n6.02\n');
  await expect(boxes.first()).toHaveValue('12.4');
  await expect(boxes.nth(1)).toHaveValue('6.02');
  await page.getByRole('button', { name: 'Without a calliper' }).click();
  await expect(page.getByRole('button', { name: 'Take readings from a calliper' })).toBeVisible();
});

test('the calliper to try with sends what is typed to whoever listens on this machine', async () => {
  const PORT = 47_390;
  const calliper = spawn(process.execPath, ['scripts/calliper.mjs', String(PORT)], {
    stdio: 'pipe',
  });
  try {
    await new Promise((resolve) => calliper.stdout.once('data', resolve));
    const post = () =>
      fetch(`http://127.0.0.1:${PORT}/send`, {
        method: 'POST',
        body: '{"value":8.03,"unit":"mm"}',
      }).then((answer) => answer.text());
    expect(await post()).toBe('Nobody listens yet.');
    const socket = new Socket(`ws://127.0.0.1:${PORT}/`);
    await new Promise((resolve) => socket.once('open', resolve));
    const told = new Promise<string>((resolve) =>
      socket.once('message', (data: Buffer) => resolve(data.toString())),
    );
    expect([await post(), await told]).toEqual(['Sent.', '{"value":8.03,"unit":"mm"}']);
    socket.close();
    const foreign = new Socket(`ws://127.0.0.1:${PORT}/`, { origin: 'https://example.org' });
    await expect(new Promise((_, reject) => foreign.once('error', reject))).rejects.toThrow('401');
  } finally {
    calliper.kill();
  }
});

/** What it should read is cut. */
test('a figure is crept up on until the wall stands; the set-up that worked is kept, and comes back until it is let go @cuts', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'setups');
  await page.getByText('Creep up on it instead').click();
  const creeping = page.locator('details.creeping').first();
  await creeping.getByLabel('Begin with so much left').fill('0.6 furlongs');
  await expect(creeping.getByRole('alert')).toBeVisible();
  await creeping.getByLabel('Begin with so much left').fill('0.6');
  await creeping.getByLabel('Each time nearer by').fill('0.2');
  await creeping.getByRole('button', { name: 'It is set so' }).click();
  await expect(creeping.getByRole('status')).toContainText(/0\.6\smm left to what was asked/);
  for (let i = 0; i < 2; i++) await creeping.getByRole('button', { name: /^Nearer, to/ }).click();
  await expect(creeping.getByRole('status')).toContainText(
    /0\.2\smm left .* nearer than it was begun, in 2 moves/,
  );
  await creeping.getByRole('button', { name: 'It does: keep that' }).click();

  await page.getByRole('button', { name: 'Keep this set-up' }).click();
  await page.getByLabel(/What else is to be known/).fill('pin in hole 3');
  await page
    .getByLabel(/hole or pin/)
    .first()
    .fill('C 7');
  await page.reload();
  await expect(page.getByLabel(/What else is to be known/)).toHaveValue('pin in hole 3');
  await expect(page.getByLabel(/hole or pin/).first()).toHaveValue('C 7');
  const region = page.getByRole('region', { name: 'Kept set-ups' });
  await region
    .getByLabel('With a picture')
    .setInputFiles({ name: 'jig.txt', mimeType: 'image/png', buffer: Buffer.from('no picture') });
  await expect(region.getByRole('alert')).toContainText('This file is no picture');
  await region.getByLabel('With a picture').setInputFiles('docs/screenshots/floor.png');
  await expect(region.getByAltText('The picture that is kept with it')).toBeVisible();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('Kept: it comes back')).toBeVisible();
  await page.reload();
  const kept = page.getByRole('region', { name: 'Kept set-ups' });
  await expect(kept.getByText(/^Kept from Floor looms.*: all of it holds/)).toBeVisible();
  await kept.getByText(/^Kept from/).click();
  await expect(kept.getByText('pin in hole 3')).toBeVisible();
  await expect(kept.getByAltText(/, as it stood$/)).toBeVisible();
  await expect(kept.getByRole('button', { name: 'Begin where it worked then' })).toBeVisible();
  await page.goto(`${velk.url}/shop`);
  await page.getByRole('button', { name: /^Let .* go$/ }).click();
  await expect(page.getByText('None yet. Once a set-up has worked')).toBeVisible();
});

/** All of the looms: cheeks flat over a stack; what they should read is cut. */
test('three readings along a tenon tell a wedge from a lean @looms @cuts', async ({
  page,
  velk,
}) => {
  await openLooms(page, velk, 'order');
  await page
    .locator('li', { hasText: 'Heddle frame corner' })
    .getByRole('link', { name: /^Shoulders and cheeks, lying flat over a stack/ })
    .first()
    .click();
  await page.getByText('Not even along its length?').click();
  for (const [label, text] of [
    ['At the tip', '8'],
    ['In the middle', '8.2'],
    ['At the shoulder', '8.4'],
    ['From the first to the last', '40'],
  ] as const)
    await page.getByLabel(label, { exact: true }).fill(text);
  await expect(
    page.getByText(/^A wedge, thicker at the shoulder by .*0\.29° out of square/),
  ).toBeVisible();
  await page
    .getByLabel(/^Measured/)
    .selectOption({ label: 'from the reference face to the near cheek' });
  await expect(
    page.getByText(/^It leans: farther from the reference face at the shoulder .*0\.57°/),
  ).toBeVisible();
});

import AxeBuilder from '@axe-core/playwright';
import { expect, follow, openLooms, stageOf, test } from './velk.ts';

const STAGES = {
  stock: /^Stock/,
  joints: /^Joints/,
  methods: /^Methods/,
  setups: /^Set-ups/,
  order: /^Order/,
  proof: /^Proof/,
  log: /^Log/,
};

for (const theme of ['light', 'dark'])
  /** All of the looms, cut: every sort of row, and the proof. */
  test(`no view has a serious accessibility fault, ${theme}; each is pictured at 1280 by 800 @looms @cuts`, async ({
    page,
    velk,
  }, info) => {
    test.setTimeout(300_000);
    const check = async (name: string) => {
      await page.screenshot({ path: info.outputPath(`${name}.png`) });
      const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'] });
      /** In the dark only colours differ. */
      const { violations } = await (
        theme === 'dark' ? axe.withRules(['color-contrast']) : axe
      ).analyze();
      const serious = violations.filter((v) => v.impact === 'serious' || v.impact === 'critical');
      expect(
        serious.map(
          (v) => `${name}: ${v.id} ${v.nodes.map((n) => n.html.slice(0, 160)).join(' | ')}`,
        ),
      ).toEqual([]);
    };
    await page.goto(velk.url);
    if (theme === 'dark') await page.getByRole('button', { name: 'Dark' }).click();
    await page.getByRole('link', { name: 'Floor looms, six' }).waitFor();
    await check('jobs');
    for (const path of [
      'shop',
      'chest/spiral-8',
      'chest/upright',
      'quick',
      'quick/stack',
      'quick/movement',
    ]) {
      await follow(page, `/${path}`);
      await page.getByRole('heading', { level: 1 }).waitFor();
      await check(path.replace('/', '-'));
    }
    await openLooms(page, velk, 'stock');
    for (const [stage, name] of Object.entries(STAGES)) {
      await page.getByRole('link', { name }).click();
      if (stage === 'setups') await page.getByText(/^Cut virtually/).waitFor();
      if (stage === 'proof') await page.getByText('Section through the virtual pair').waitFor();
      if (stage === 'order')
        await page.getByRole('heading', { name: 'Order of cutting' }).waitFor();
      if (stage === 'methods') await page.getByRole('radio').first().waitFor();
      await check(stage);
      if (stage === 'order') {
        await page.getByRole('link', { name: 'Before and after' }).click();
        await page.getByRole('heading', { name: 'Plane to thickness' }).waitFor();
        await check('tasks');
        await page.getByRole('link', { name: 'Assembly' }).click();
        await page
          .getByRole('heading', { name: 'Gluing up, day by day' })
          .waitFor({ timeout: 60_000 });
        await check('assembly');
      }
      if (stage !== 'stock') continue;
      await page.getByRole('link', { name: 'Boards and cut list' }).click();
      await page.getByRole('heading', { name: 'As they are sawn' }).waitFor();
      await check('boards');
    }
  });

/** All of the looms, cut: every sort of row, and the proof. */
test('on a tablet nothing runs off the side, and the work is still there @looms @cuts', async ({
  page,
  velk,
}) => {
  await page.setViewportSize({ width: 820, height: 1180 });
  await page.goto(velk.url);
  for (const path of ['chest/spiral-8', 'quick/stop-spacing', 'shop']) {
    await follow(page, `/${path}`);
    await page.getByRole('heading', { level: 1 }).waitFor();
    const over = await page.evaluate(
      () => document.documentElement.scrollWidth - window.innerWidth,
    );
    expect(`${path}: ${over > 2 ? over : 0} px too wide`).toBe(`${path}: 0 px too wide`);
  }
  await openLooms(page, velk, 'stock');
  for (const stage of ['stock', 'joints', 'setups', 'order', 'proof']) {
    await follow(page, stageOf(page, stage));
    await page.waitForTimeout(300);
    const over = await page.evaluate(
      () => document.documentElement.scrollWidth - window.innerWidth,
    );
    expect(`${stage}: ${over > 2 ? over : 0} px too wide`).toBe(`${stage}: 0 px too wide`);
  }
});

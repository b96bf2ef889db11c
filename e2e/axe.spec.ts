import AxeBuilder from '@axe-core/playwright';
import { throughRooms } from './rooms.ts';
import { expect, test } from './velk.ts';

/** All of the looms, cut: every sort of row, and the proof. */
test('no view has a serious accessibility fault, light or dark; each is pictured at 1280 by 800 @looms @cuts', async ({
  page,
  velk,
}, info) => {
  test.setTimeout(300_000);
  const check = async (name: string, rules?: string[]) => {
    await page.screenshot({ path: info.outputPath(`${name}.png`) });
    const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'] });
    const { violations } = await (rules ? axe.withRules(rules) : axe).analyze();
    const serious = violations.filter((v) => v.impact === 'serious' || v.impact === 'critical');
    expect(
      serious.map(
        (v) => `${name}: ${v.id} ${v.nodes.map((n) => n.html.slice(0, 160)).join(' | ')}`,
      ),
    ).toEqual([]);
  };
  await throughRooms(page, velk, async (room) => {
    await check(room);
    /** In the dark only colours differ. */
    await page.getByRole('button', { name: 'Dark' }).click();
    await check(`${room}, dark`, ['color-contrast']);
    await page.getByRole('button', { name: 'Light' }).click();
  });
});

import { expect, it } from 'vitest';
import { TEST_SHOP, withTool } from '../../testing/shops.ts';
import { otherChest, withTools } from './index.ts';

it('tells what another chest has beside this one, and what measures otherwise there', () => {
  expect(otherChest(TEST_SHOP, TEST_SHOP)).toEqual({ missing: [], otherwise: [] });
  const theirs = withTool(TEST_SHOP, 'cutter-8', { diameter: 8.1 });
  const ours = { ...TEST_SHOP, tools: TEST_SHOP.tools.filter(({ id }) => id !== 'block') };
  const { missing, otherwise } = otherChest(theirs, ours);
  expect([missing.map(({ id }) => id), otherwise.map(({ id }) => id)]).toEqual([
    ['block'],
    ['cutter-8'],
  ]);
  expect(otherChest(withTool(theirs, 'block', { retired: true }), ours).missing).toEqual([]);
  /** The same tool by another id is the same tool. */
  const renamed = { ...ours, tools: ours.tools.map((tool) => ({ ...tool, id: `own-${tool.id}` })) };
  expect(otherChest(TEST_SHOP, renamed).missing.map(({ id }) => id)).toEqual(['block']);
  /**
   * By the same id it is the same tool, whatever it is called, when it was measured and in whatever
   * order it is told.
   */
  const called = withTool(TEST_SHOP, 'block', { name: 'My block', measured: {} });
  const turned = {
    tools: called.tools.map(
      (tool) => Object.fromEntries(Object.entries(tool).reverse()) as unknown as typeof tool,
    ),
  };
  expect(otherChest(turned, TEST_SHOP)).toEqual({ missing: [], otherwise: [] });
  const [saw] = TEST_SHOP.tools;
  const taken = { tools: [{ ...saw!, id: 'block' }, ...ours.tools.slice(1)] };
  expect(
    otherChest({ tools: [TEST_SHOP.tools.find(({ id }) => id === 'block')!] }, taken).missing,
  ).toHaveLength(1);
  const whole = withTools(ours, missing);
  expect([whole.tools.length, otherChest(theirs, whole).missing]).toEqual([
    TEST_SHOP.tools.length,
    [],
  ]);
});

import { describe, expect, it } from 'vitest';
import { planJob, setupsOf } from '../day/plan/index.ts';
import { jobWith } from '../testing/jobs.ts';
import { TEST_SHOP } from '../testing/shops.ts';
import { minutesIn, newTool, type Template } from '../shop/tooling/index.ts';
import { templateAsked, templateOf, templateOwned } from './templates.ts';

const job = jobWith({ routes: { mortised: 'bushing-mortise' }, params: { corners: 'rounded' } });
const plan = planJob(job, TEST_SHOP);
const setup = setupsOf(plan).find((each) => templateAsked(each))!;
const asked = templateAsked(setup)!;

/** The shop with a template of such sizes beside those of the job. */
const having = (more: Partial<Template> = {}) => ({
  ...TEST_SHOP,
  tools: [
    ...TEST_SHOP.tools,
    {
      ...(newTool('template', TEST_SHOP.tools) as Template),
      shape: asked.shape,
      width: asked.width,
      length: asked.length!,
      ...more,
    },
  ],
});

const cuttingOf = (shop: typeof TEST_SHOP): number =>
  planJob(job, shop).cards.find(({ setups }) => templateAsked(setups[0]!))!.cutting;

describe('a template that hangs in the chest', () => {
  it('is made by nobody: its card takes the minutes of a template less', () => {
    expect(templateOf(setup, TEST_SHOP)).toHaveLength(1);
    expect(templateOf(setup, having())).toEqual([]);
    expect(cuttingOf(TEST_SHOP) - cuttingOf(having())).toBeCloseTo(
      minutesIn(TEST_SHOP).template,
      9,
    );
  });

  it('serves where it is of that shape and size, as near as the shop sets anything', () => {
    const half = TEST_SHOP.graduation / 2;
    expect(half).toBeGreaterThan(0);
    const serves = (more: Partial<Template>) => templateOwned(setup, having(more)) !== undefined;
    for (const by of [-1, 1]) {
      expect(serves({ width: asked.width + by * half })).toBe(true);
      expect(serves({ length: asked.length! + by * half })).toBe(true);
      expect(serves({ width: asked.width + by * (half + 0.01) })).toBe(false);
      expect(serves({ length: asked.length! + by * (half + 0.01) })).toBe(false);
    }
    expect(serves({ shape: 'block' })).toBe(false);
    expect(serves({ retired: true })).toBe(false);
  });

  it('is asked for by what goes by one, and by nothing else', () => {
    const others = setupsOf(plan).filter(({ carrier }) => carrier !== setup.carrier);
    expect(others.length).toBeGreaterThan(0);
    expect(others.map(templateAsked)).toEqual(others.map(() => undefined));
  });
});

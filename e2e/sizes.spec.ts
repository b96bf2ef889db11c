import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { throughRooms } from './rooms.ts';
import { expect, follow, openLooms, test } from './velk.ts';

/** Bench, small laptop, tablet upright, telephone. */
const SIZES = [
  [1280, 800],
  [1024, 768],
  [768, 1024],
  [390, 844],
] as const;
/** A window of 1280 by 800 at 200 and at 400 per cent. */
const ENLARGED = [
  [640, 400],
  [320, 200],
] as const;
type Window = readonly [width: number, height: number];
/** Where most targets stand beside each other. */
const CROWDED = ['chest-spiral-8', 'shop', 'Stock', 'Boards and cut list', 'Set-ups'];

/** What runs out of the window sideways, or is cut off inside its own box. */
const cutOff = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const wide = document.documentElement.scrollWidth - window.innerWidth;
    const clipped = [...document.querySelectorAll<HTMLElement>('main *, header *')].filter((e) => {
      const { overflowX } = getComputedStyle(e);
      const shows =
        e.checkVisibility() &&
        e.clientWidth > 0 &&
        !['INPUT', 'TEXTAREA', 'SVG'].includes(e.tagName);
      return (
        shows &&
        overflowX === 'hidden' &&
        e.scrollWidth > e.clientWidth + 2 &&
        (e.innerText ?? '').trim() !== ''
      );
    });
    return [
      ...(wide > 0 ? [`the page runs ${wide} px past the window`] : []),
      ...clipped.map((e) => `${e.tagName}.${e.className} cuts off “${e.innerText.slice(0, 40)}”`),
    ];
  });

/** All of the looms, cut: the longest names and lists, and the proof. */
test('every room in every window: nothing runs out sideways, the work begins in the first screen @looms @cuts', async ({
  page,
  velk,
}, info) => {
  test.setTimeout(240_000);
  const check = async (name: string, [width, height]: Window) => {
    await page.evaluate(() => document.fonts.ready.then(() => undefined));
    await page.screenshot({ path: info.outputPath(`${name} ${width}.png`) });
    expect(await cutOff(page), `${name} at ${width}`).toEqual([]);
    const work = await page.locator('main').boundingBox();
    expect(work!.y, `${name} at ${width}: where the work begins`).toBeLessThan(height / 3);
    /** Targets are as large at every size. */
    if (width !== 1024 || !CROWDED.includes(name)) return;
    const axe = new AxeBuilder({ page })
      .withRules(['target-size'])
      .options({ resultTypes: ['violations'] });
    const small = (await axe.analyze()).violations
      .flatMap((v) => v.nodes.map((n) => n.html.slice(0, 120)))
      .filter((html) => !html.startsWith('<th'));
    expect(small, `${name}: targets under 24 px`).toEqual([]);
  };
  const over = () => page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
  const show = ([width, height]: Window) => page.setViewportSize({ width, height });
  await show(SIZES[0]);
  await throughRooms(page, velk, async (room) => {
    for (const size of ENLARGED) {
      await show(size);
      await expect.poll(over, { message: `${room} at ${size[0]}` }).toBeLessThanOrEqual(0);
    }
    for (const size of SIZES.toReversed()) {
      await show(size);
      await check(room, size);
    }
  });
});

/** All of the looms: lists longer than a telephone. */
test('on a telephone what belongs to a tool or a part is one press away, and so is the way back @looms', async ({
  page,
  velk,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(velk.url);
  await follow(page, '/chest');
  const row = page.getByRole('button', { name: /^Bandsaw/ });
  await row.click();
  await expect(page.getByLabel('Name of the tool')).toHaveValue('Bandsaw');
  await expect(page.getByLabel('Name of the tool')).toBeInViewport();
  await page.getByRole('button', { name: 'Back to the tools' }).click();
  await expect(row).toBeFocused();
  await expect(row).toBeInViewport();

  await openLooms(page, velk, 'stock');
  const thickness = page.getByLabel('Shuttle table, thickness, mm', { exact: true });
  await thickness.click();
  await expect(page.getByLabel('Rough length, mm')).not.toBeInViewport();
  await page.getByRole('button', { name: 'Marks, wood and rough length' }).click();
  await expect(page.getByRole('button', { name: 'Back to the parts' })).toBeInViewport();
  await expect(page.getByRole('complementary', { name: 'The part' })).toContainText(
    'Shuttle table',
  );
  await page.getByRole('button', { name: 'Back to the parts' }).click();
  await expect(thickness).toBeInViewport();

  /** Not every telephone gives the focus to what is pressed: then it is back to what is chosen. */
  await page.getByRole('button', { name: 'Marks, wood and rough length' }).blur();
  await page.getByRole('button', { name: 'Marks, wood and rough length' }).dispatchEvent('click');
  await expect(thickness).not.toBeInViewport();
  await page.getByRole('button', { name: 'Back to the parts' }).dispatchEvent('click');
  await expect(thickness).toBeInViewport();

  /** Beside the work there is nothing to lead to. */
  await page.setViewportSize({ width: 1280, height: 800 });
  await expect(page.getByRole('button', { name: 'Marks, wood and rough length' })).toBeHidden();
});

test.describe('where one points with a finger', () => {
  test.use({ viewport: { width: 768, height: 1024 }, hasTouch: true, isMobile: true });
  /** All of the looms, cut: every sort of row and control. */
  test('targets are 44 px high, but for dimensions on a drawing @looms @cuts', async ({
    page,
    velk,
  }) => {
    const low = (): Promise<string[]> =>
      page.evaluate(() => {
        const heightOf = (e: Element) =>
          Math.max(
            e.getBoundingClientRect().height,
            e.closest('label')?.getBoundingClientRect().height ?? 0,
          );
        return [
          ...document.querySelectorAll<HTMLElement>(
            'button, input, select, textarea, summary, nav a, li a',
          ),
        ]
          .filter(
            (e) =>
              e.checkVisibility() &&
              !e.closest('.drawing, .skip, p, [hidden]') &&
              heightOf(e) < 43.5,
          )
          .map((e) => `${e.outerHTML.slice(0, 90)} ${heightOf(e)}`);
      });
    await throughRooms(page, velk, async (room) => expect(await low(), room).toEqual([]));
  });
});

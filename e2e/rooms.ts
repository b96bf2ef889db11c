import type { Page } from '@playwright/test';
import { follow, openLooms, type Velk } from './velk.ts';

const OUTSIDE = [
  'shop',
  'chest/spiral-8',
  'chest/upright',
  'quick',
  'quick/stack',
  'quick/stop-spacing',
  'quick/movement',
  'guide',
];

/** What stands in a stage once it has come. */
const STAGES: Readonly<Record<string, (page: Page) => Promise<void>>> = {
  Stock: (page) => page.getByRole('link', { name: 'Boards and cut list' }).waitFor(),
  Joints: (page) => page.getByLabel('Joint name').waitFor(),
  Methods: (page) => page.getByRole('radio').first().waitFor(),
  'Set-ups': (page) => page.getByText(/^Cut virtually/).waitFor(),
  Order: (page) => page.getByRole('heading', { name: 'Order of cutting' }).waitFor(),
  Proof: (page) => page.getByText('Section through the virtual pair').waitFor(),
  Log: (page) => page.getByRole('heading', { level: 1 }).first().waitFor({ state: 'attached' }),
};

/** What a stage leads to: the name of the link, and a heading of what comes. */
const WITHIN: Readonly<Record<string, readonly (readonly [link: string, heading: string])[]>> = {
  Stock: [['Boards and cut list', 'As they are sawn']],
  Order: [
    ['Before and after', 'Plane to thickness'],
    ['Assembly', 'Gluing up, day by day'],
  ],
};

/**
 * Every room once, those of a job with all of the looms: the longest names and lists.
 * @param look at the room that is open, by its name
 */
export async function throughRooms(
  page: Page,
  velk: Velk,
  look: (room: string) => Promise<void>,
): Promise<void> {
  await page.goto(velk.url);
  await page.getByRole('link', { name: 'Floor looms, six' }).waitFor();
  await look('jobs');
  for (const path of OUTSIDE) {
    await follow(page, `/${path}`);
    await page.getByRole('heading', { level: 1 }).waitFor();
    await look(path.replace('/', '-'));
  }
  await openLooms(page, velk, 'stock');
  for (const [stage, isThere] of Object.entries(STAGES)) {
    await page.getByRole('link', { name: new RegExp(`^${stage}, `) }).click();
    await isThere(page);
    await look(stage);
    for (const [link, heading] of WITHIN[stage] ?? []) {
      await page.getByRole('link', { name: link }).click();
      await page.getByRole('heading', { name: heading }).waitFor({ timeout: 60_000 });
      await look(link);
    }
  }
}

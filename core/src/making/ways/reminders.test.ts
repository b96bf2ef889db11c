import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planJob, setupsOf } from '../../day/plan/index.ts';
import type { Schools } from '../../shop/index.ts';
import { METRIC, speak } from '../../ground/units/index.ts';
import { cases } from '../../testing/generate.ts';
import { jobWith } from '../../testing/jobs.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { remindersAt, type Moment, type Setup } from '../setups/index.ts';

/** What the first card of a way reminds of, moment by moment. */
function toldBy(method: string, tenoned: string, schools: Partial<Schools> = {}) {
  const shop = { ...TEST_SHOP, schools: { ...TEST_SHOP.schools, ...schools } };
  const plan = planJob(jobWith({ routes: { tenoned } }), shop);
  const { reminders } = setupsOf(plan).find((setup) => setup.method === method)!;
  const words = (when: Moment) =>
    remindersAt(reminders, when).map((reminder) => speak(reminder, METRIC));
  return {
    ready: words('ready'),
    set: words('set'),
    trial: words('trial'),
    cut: words('cut'),
    after: words('after'),
  };
}

/** Set-ups of some generated joints of a kind that go by this way. */
const drawnBy = (kind: string, method: string): Setup[] =>
  fc
    .sample(cases({ kind, methods: [method] }), { numRuns: 10, seed: 5 })
    .filter(({ goes }) => goes)
    .flatMap(({ job, shop }) => setupsOf(planJob(job, shop)));

describe('what a card reminds of stands where it is of use', () => {
  it('a shoulder’s line is knifed first where it sets the stop; the blade’s far side is told who measures', () => {
    const [block, line, measured] = [
      'The block ends well ahead of the teeth; a notch at its foot keeps dust out.',
      'Knife the shoulder line all round the first piece: both faces must meet on it.',
      'Measure to the far side of the blade, the side away from the fence: the kerf lies in the waste.',
    ];
    const told = (places: Schools['places']) =>
      toldBy('crosscut-shoulders', 'crosscut-shoulders+saw-upright-flipped', { places });
    const nothingElse = { trial: [], cut: [], after: [] };
    expect(told('lines')).toEqual({ ready: [line, block], set: [], ...nothingElse });
    expect(told('numbers')).toEqual({ ready: [block, line], set: [measured], ...nothingElse });
  });

  it('a stack is made up before, tried on a piece as thick, and its ridges are planed after', () => {
    const stacked = drawnBy('lap', 'saw-flat-stack').filter(
      ({ method }) => method === 'saw-flat-stack',
    );
    expect(stacked.length).toBeGreaterThan(0);
    for (const { reminders } of stacked) {
      const said = (when: Moment) => remindersAt(reminders, when).map(({ text }) => text);
      expect(said('ready')).toContain('Made up {K} wide as it cuts: a test cut tells.');
      expect(said('trial')).toContain(
        'The tenon is what the heights leave of the stock: test on a piece of the same measured thickness.',
      );
      expect(said('after')).toEqual([
        'The stack leaves fine ridges across the cheek: a shaving with the plane takes them.',
      ]);
    }
  });

  it('a blade that was tilted is set upright again once all are cut, and only such a one', () => {
    const setups = drawnBy('angled', 'tilted-shoulders');
    const upright = ({ reminders }: Setup) =>
      remindersAt(reminders, 'after').some(({ text }) => text.startsWith('Set the blade upright'));
    expect(setups.some(({ tilt }) => tilt)).toBe(true);
    for (const setup of setups) expect(upright(setup)).toBe(setup.tilt !== undefined);
  });
});

import { describe, expect, it } from 'vitest';
import { planJob, setupsOf } from '../../day/plan/index.ts';
import { jobWith } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { METRIC, speak } from '../../ground/units/index.ts';

describe('a tenon whose shoulders differ by less than a step', () => {
  const planOf = async (faceShoulder: number) => {
    const routes = { tenoned: 'crosscut-shoulders+saw-upright-flipped+round-edges' };
    return planJob(jobWith({ params: { faceShoulder }, routes }), TEST_SHOP, await loadModeller());
  };
  const told = ({ cards }: Awaited<ReturnType<typeof planOf>>) =>
    setupsOf({ cards }).flatMap(({ reminders }) => reminders.map((check) => speak(check, METRIC)));

  it('is cut in the middle, which the card of its cheeks says, and is rounded where it was cut', async () => {
    const plan = await planOf(7.02);
    expect(told(plan).filter((words) => /in the middle of its stock/.test(words))).toHaveLength(1);
    const lines = setupsOf(plan).find(({ stage }) => stage === 'round-edges')!.figures;
    expect(
      lines.filter(({ name }) => /cheek$/.test(name)).map(({ name, value }) => [name, value]),
    ).toEqual([
      ['Near cheek', 7],
      ['Far cheek', 15],
    ]);
    expect(plan.joints[0]!.proof!.good).toBe(true);
  });

  it('where it is drawn there, or so far off that two settings are made, nothing is said', async () => {
    for (const shoulder of [7, 7.4])
      expect(told(await planOf(shoulder)).join()).not.toContain('in the middle of its stock');
  });
});

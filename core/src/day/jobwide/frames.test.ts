import { describe, expect, it } from 'vitest';
import { newJob, resolve, type Job } from '../../design/job/index.ts';
import { shapesInJoints } from '../assembly/index.ts';
import { planJob } from '../plan/index.ts';
import { shapingOf } from '../tasks/index.ts';
import { BASE, DOOR as ONE_DOOR } from '../../testing/frames.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { METRIC, speak } from '../../ground/units/index.ts';
import { makeFrame, type BaseSpec, type Frame, type FrameSpec } from './frames.ts';

const job = newJob('Frames', 'mm');
const shop = { ...TEST_SHOP, graduation: 0 };
const DOOR = { ...ONE_DOOR, count: 2 };
const value = (frame: Frame, id: string) => frame.figures.find((f) => f.id === id)!.value;
const made = (spec: FrameSpec | BaseSpec): { frame: Frame; job: Job } => {
  const frame = makeFrame(spec, job, shop);
  return { frame, job: { ...job, parts: frame.parts, joints: frame.joints } };
};

describe('frames, worked by hand', () => {
  it('a haunched door 400 by 600: rails 280 between shoulders, two horns of 20, every joint to be made', () => {
    const { frame, job: whole } = made(DOOR);
    /** 400 - 2 x 60; 280 and two tenons; 600 + 2 x 20; the 3-4-5 of 280 by 440 by its root. */
    const tenon = Number(frame.joints[0]!.params['tenonLength']);
    expect(value(frame, 'shoulders')).toBe(280);
    expect(value(frame, 'over')).toBe(280 + 2 * tenon);
    expect(frame.parts.map((p) => [p.name, p.quantity, p.length])).toEqual([
      ['Door stile', 4, 640],
      ['Door top rail', 2, 280 + 2 * tenon],
      ['Door bottom rail', 2, 280 + 2 * tenon],
    ]);
    expect(value(frame, 'opening')).toBe(440);
    /** By Pythagoras 721.110 and 521.536, as a tape shows them. */
    expect([value(frame, 'diagonal'), value(frame, 'inner-diagonal')]).toEqual([721, 521.5]);
    const plan = planJob(whole, shop);
    expect(plan.joints.flatMap((j) => j.problems.map((p) => speak(p.message, METRIC)))).toEqual([]);
    expect(plan.joints.every((j) => j.chosen.tenoned && j.chosen.mortised)).toBe(true);
    /** Top and bottom rail stand a horn from their own end of every stile. */
    for (const joint of whole.joints) {
      const { kind, params } = resolve(joint, whole);
      expect(kind.seat(params).along).toBeCloseTo(20, 9);
    }
    expect(whole.joints.map((j) => j.mortised.ends)).toEqual(['both', 'both-b']);
  });

  it('a panel door with haunched tenons in its grooves: horns, one groove all round, panels into it less their play', () => {
    const { frame, job: whole } = made({ ...DOOR, kind: 'grooved' });
    const { tenonLength, grooveDepth } = frame.joints[0]!.params as Record<string, number>;
    expect(value(frame, 'stile')).toBe(640);
    expect(value(frame, 'over')).toBe(280 + 2 * tenonLength!);
    expect(value(frame, 'panel-width')).toBeCloseTo(280 + 2 * grooveDepth! - 2, 9);
    expect(value(frame, 'panel-height')).toBeCloseTo(440 + 2 * grooveDepth! - 2, 9);
    const plan = planJob(whole, shop);
    expect(plan.joints.flatMap((j) => j.problems.map((p) => speak(p.message, METRIC)))).toEqual([]);
    expect(plan.joints.every((j) => j.chosen.tenoned && j.chosen.mortised)).toBe(true);
    for (const more of [{ rails: [70, 60, 90] }, { muntins: { count: 1, width: 40 } }])
      expect(
        speak(makeFrame({ ...DOOR, kind: 'grooved', ...more }, job, shop).problems[0]!, METRIC),
      ).toMatch(/choose the stub tenon/);
  });

  it('a panel frame with stub tenons and two muntins: lights of 80, panels into both grooves less their room', () => {
    const { frame, job: whole } = made({ ...DOOR, kind: 'stub', muntins: { count: 2, width: 40 } });
    expect(value(frame, 'stile')).toBe(600);
    /** (280 - 2 x 40) / 3. */
    expect(value(frame, 'light')).toBeCloseTo(200 / 3, 9);
    const { tenonLength, bottomClearance } = frame.joints[0]!.params as Record<string, number>;
    const groove = tenonLength! + bottomClearance!;
    expect(value(frame, 'panel-width')).toBeCloseTo(200 / 3 + 2 * groove - 2, 9);
    expect(value(frame, 'panel-height')).toBeCloseTo(440 + 2 * groove - 2, 9);
    const bar = frame.parts.find((p) => p.name === 'Door muntin')!;
    expect([bar.quantity, bar.length]).toEqual([4, 440 + 2 * tenonLength!]);
    expect(frame.joints.length).toBe(6);
    const plan = planJob(whole, shop);
    expect(plan.joints.flatMap((j) => j.problems.map((p) => speak(p.message, METRIC)))).toEqual([]);
  });

  it('a middle rail and muntins: a set of them in either bay, each into its own two rails', () => {
    for (const kind of ['stub', 'haunched']) {
      const { frame, job: whole } = made({
        ...DOOR,
        kind,
        rails: [70, 50, 90],
        muntins: { count: 1, width: 40 },
      });
      const bars = frame.parts.filter((p) => p.name.includes('muntin'));
      expect(bars.map((p) => [p.name, p.quantity])).toEqual([
        ['Door muntin, top', 2],
        ['Door muntin, bottom', 2],
      ]);
      const bay = (600 - 70 - 50 - 90) / 2;
      expect(value(frame, 'opening')).toBe(bay);
      const ends = whole.joints.filter((j) => bars.some((b) => b.id === j.tenoned.part));
      expect(ends.map((j) => [j.mortised.part, j.mortised.edge])).toEqual([
        ['door-top-rail', 'other'],
        ['door-middle-rail', 'reference'],
        ['door-middle-rail', 'other'],
        ['door-bottom-rail', 'other'],
      ]);
      /**
       * Shoulder to shoulder each is as long as its bay is high, and it stands in the middle of it.
       */
      for (const bar of bars) {
        const into = ends
          .filter((j) => j.tenoned.part === bar.id)
          .map((j) => Number(j.params['tenonLength']));
        expect(bar.length - into[0]! - into[1]!).toBeCloseTo(bay, 9);
      }
      for (const joint of ends) {
        const { kind: jointKind, params, parts } = resolve(joint, whole);
        expect(jointKind.seat(params).along + 20).toBeCloseTo(parts.mortised.length / 2, 6);
      }
      const plan = planJob(whole, shop);
      expect(plan.joints.flatMap((j) => j.problems.map((p) => speak(p.message, METRIC)))).toEqual(
        [],
      );
    }
  });

  it('says nothing of horns where there are none', () => {
    const words = (kind: string) =>
      speak(
        makeFrame({ ...DOOR, kind }, job, shop).figures.find((f) => f.id === 'stile')!.working,
        METRIC,
      );
    expect(words('haunched')).toMatch(/two horns of 20/);
    expect(words('stub')).toBe(
      'the height, 600.0 mm: this joint is made at the stile’s own end, without horns',
    );
  });

  it('movement takes from the panel: 300 of red oak at 9.2 and 12.0 % moves as the table says', () => {
    const seasons = {
      now: { temperature: 21.1, humidity: 50 },
      later: { temperature: 21.1, humidity: 65 },
    };
    const spec = { ...DOOR, kind: 'stub', width: 420, species: 'northern-red-oak' };
    const frame = makeFrame(spec, { ...job, seasons }, shop);
    const { tenonLength, bottomClearance } = frame.joints[0]!.params as Record<string, number>;
    const widest = 300 + 2 * (tenonLength! + bottomClearance!);
    /**
     * Wood Handbook (FPL-GTR-282), values from memory: tangential 0.00369 a percent, 9.2 to 12.0
     * percent.
     */
    expect(value(frame, 'panel-width')).toBeCloseTo(
      widest - widest * 0.00369 * (12.0 - 9.2) - 2,
      0,
    );
  });

  it('a table base: eight joints, rails 780 and 380 between shoulders, tenons so short that they butt in the leg', () => {
    const { frame, job: whole } = made(BASE);
    expect([value(frame, 'long'), value(frame, 'short')]).toEqual([780, 380]);
    /** By Pythagoras 1029.563. */
    expect(value(frame, 'diagonal')).toBe(1029.5);
    const ends = frame.parts.slice(1).reduce((sum, p) => sum + p.quantity * 2, 0);
    expect(ends).toBe(8);
    expect(frame.joints.map((j) => j.mortised.edge)).toEqual(['other', 'other-face']);
    expect(frame.joints.every((j) => j.params['setBack'] === 6)).toBe(true);
    /** Rails are their shoulders and two tenons, however short those were made. */
    for (const [i, shoulders] of [780, 380].entries())
      expect(
        frame.parts[i + 1]!.length - 2 * Number(frame.joints[i]!.params['tenonLength']),
      ).toBeCloseTo(shoulders, 9);
    expect([value(frame, 'long-over'), value(frame, 'short-over')]).toEqual(
      frame.parts.slice(1).map((p) => p.length),
    );
    for (const kind of ['blind', 'haunched', 'housed'])
      expect(planJob(made({ ...BASE, kind }).job, shop).joints.flatMap((j) => j.problems)).toEqual(
        [],
      );
    expect(planJob(whole, shop).joints.every((j) => j.chosen.tenoned && j.chosen.mortised)).toBe(
      true,
    );
  });

  it('tapered legs: below the rails, to the foot asked, in no joint of either hand', async () => {
    const { frame, job: straight } = made(BASE);
    expect(frame.shapes).toBeUndefined();
    const tapered = makeFrame({ ...BASE, foot: 40 }, job, shop);
    expect(tapered.problems).toEqual([]);
    /** A horn of 20, rails of 90 and 20 below them. */
    expect(tapered.shapes).toEqual([
      {
        id: expect.any(String) as string,
        kind: 'taper',
        part: tapered.parts[0]!.id,
        params: expect.objectContaining({
          end: 'hands',
          sides: 'edge-and-face',
          straight: 130,
          foot: 40,
        }) as object,
      },
    ]);
    const whole = { ...straight, shapes: tapered.shapes! };
    expect(shapingOf(whole, shop).map(({ problems }) => problems)).toEqual([[]]);
    expect(shapesInJoints(await loadModeller(), whole, shop)).toEqual([]);
    const told = (change: object) =>
      makeFrame({ ...BASE, ...change }, job, shop).problems.map((p) => speak(p, METRIC));
    expect(told({ foot: 60 })).toEqual([
      'A foot of 60.0 mm is no narrower than a leg of 60.0 mm: 0 leaves it straight.',
    ]);
    expect(told({ foot: 40, height: 110 })).toEqual([
      'Below rails 90.0 mm wide a leg 110.0 mm high has no room for a taper.',
    ]);
    expect(told({ foot: 0, height: 110 })).toEqual([]);
  });

  it('middle rails of a frame with open corners are joined otherwise: as long as their own tenons ask', () => {
    for (const kind of ['open-slot', 'lap']) {
      const { frame } = made({ ...DOOR, kind, rails: [70, 70, 90] });
      const middle = frame.joints.find((j) => j.name.includes('middle'))!;
      const rail = frame.parts.find((p) => p.id === middle.tenoned.part)!;
      expect(middle.kind).toBe('blind');
      expect(rail.length - 2 * Number(middle.params['tenonLength'])).toBeCloseTo(280, 9);
    }
  });

  it('says what can’t be made, with its numbers', () => {
    const told = (spec: FrameSpec | BaseSpec) =>
      makeFrame(spec, job, shop).problems.map((p) => speak(p, METRIC));
    expect(told({ ...DOOR, stile: 210 })[0]).toMatch(
      /Two stiles of 210.0 mm leave nothing of 400.0 mm/,
    );
    expect(told({ ...DOOR, rails: [300, 300] })[0]).toMatch(/The rails make 600.0 mm/);
    expect(told({ ...DOOR, muntins: { count: 7, width: 40 } })[0]).toMatch(
      /The muntins make 280.0 mm/,
    );
    expect(told({ ...DOOR, kind: 'tee-lap' })[0]).toMatch(/A frame has corners/);
    expect(told({ ...BASE, leg: 260 })).toHaveLength(1);
    expect(told({ ...BASE, kind: 'lap' })[0]).toMatch(/closed mortise/);
  });
});

import { beforeAll, describe, expect, it } from 'vitest';
import type { Joint } from '../../design/job/index.ts';
import { kindOf } from '../../design/joints/index.ts';
import { planJob, setupsOf } from '../../day/plan/index.ts';
import type { LengthFigure, Setup } from '../setups/index.ts';
import type { Modeller } from '../../ground/solids/index.ts';
import { halvesOf } from '../../testing/halves.ts';
import { jobWith, type JobShape } from '../../testing/jobs.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import type { Schools, Shop } from '../../shop/tooling/index.ts';
import { METRIC, speak } from '../../ground/units/index.ts';
import { proveJoint } from './proof.ts';

/** The cut mortise as the gauge of its tenon. */

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

/** A rule so coarse that whatever else there is is better. */
const COARSE: Shop = { ...TEST_SHOP, graduation: 1 };
const flipped = (params: object, more: Partial<JobShape> = {}) =>
  jobWith({
    params: { corners: 'squared', position: 100, faceShoulder: 7.3, setBack: -0.3, ...params },
    rail: { thickness: 22.6 },
    stile: { thickness: 22.6 },
    routes: { tenoned: 'crosscut-shoulders+saw-upright-flipped' },
    ...more,
  });
const mates = (setups: readonly Setup[]) =>
  setups.flatMap((s) =>
    s.figures.flatMap((f) =>
      f.reach.filter((r) => r.by === 'mate').map((r) => ({ figure: f, reach: r })),
    ),
  );

describe('a wall of the cut mortise', () => {
  /** Faces flush: shoulder 7, tenon 8, walls 7 and 15 from the reference face of the stile. */
  it('sets the fence, or the height, where it lies as far from its face as the figure asks', () => {
    const setups = setupsOf(planJob(flipped({ faceShoulder: 7, setBack: 0 }), COARSE));
    const found = mates(setups).map(({ figure, reach }) => [
      figure.id,
      figure.value,
      reach.value,
      reach.wall,
    ]);
    expect(found).toEqual(
      expect.arrayContaining([
        ['blade-height', 7, 7, 'near'],
        ['face-fence-reference', 15, 15, 'far'],
      ]),
    );
  });

  it('is no gauge where the faces are set back: the fence is 15, and the wall lies at 20', () => {
    const plan = planJob(
      flipped({ faceShoulder: 7, setBack: 5 }, { stile: { thickness: 40 } }),
      COARSE,
      modeller,
    );
    expect(mates(setupsOf(plan))).toEqual([]);
    expect(plan.joints[0]!.proof!.members.mortised.sizes['wall']!.most).toBeCloseTo(12, 1);
  });

  it('is no gauge for a tenon that is cut first', () => {
    const { schools } = COARSE;
    const { cards } = planJob(flipped({ faceShoulder: 7, setBack: 0 }), {
      ...COARSE,
      schools: { ...schools, half: 'tenon' },
    });
    expect(mates(setupsOf({ cards }))).toEqual([]);
  });

  it('of an open slot is one where the slot is cut first, and never where it is fitted', () => {
    const wallsOf = (slot: Schools['slot'], leads = false) => {
      const plain = jobWith({
        kind: 'open-slot',
        params: {
          mortiseWidth: 8,
          faceClearance: 0,
          faceShoulder: 7.3,
          setBack: 0,
          tenonLength: 45,
          slotDepth: 70,
        },
        rail: { thickness: 22.6 },
        stile: { thickness: 22.6 },
        routes: { tenoned: 'crosscut-shoulders+saw-upright-flipped' },
      });
      const parts = plain.parts.map((part) => ({ ...part, leads: leads && part.id === 'stile' }));
      const job = { ...plain, parts };
      const schools = { ...COARSE.schools, slot };
      const plan = planJob(job, { ...COARSE, schools }, modeller);
      expect(plan.joints[0]!.proof?.good).toBe(true);
      return mates(setupsOf(plan)).map(({ reach }) => speak(reach.text, METRIC));
    };
    const farWall = 'the far wall of the cut slot, its reference face in';
    expect(wallsOf('last')).toEqual([]);
    expect(wallsOf('first')).toContain(farWall);
    /** The slotted part leads: the same, whatever the shop does. */
    expect(wallsOf('last', true)).toContain(farWall);
  });

  it('of a piece that is entered at a face is told by the side that lies where the reference face does', () => {
    const { cards } = planJob(
      flipped(
        { faceShoulder: 7, setBack: 0 },
        { stile: { thickness: 45, width: 22.6 }, edge: 'face' },
      ),
      COARSE,
    );
    const words = mates(setupsOf({ cards })).map(({ reach }) => speak(reach.text, METRIC));
    expect(words.length).toBeGreaterThan(0);
    for (const text of words) expect(text).toContain('its reference edge');
  });

  it('carries the tenon along where the mortise came out elsewhere: the proof has the wall as it was cut', () => {
    const routes = { tenoned: 'crosscut-shoulders+saw-upright-flipped', mortised: 'hollow-chisel' };
    const job = flipped({ faceShoulder: 7, setBack: 0 }, { routes });
    const setups = setupsOf(planJob(job, COARSE));
    expect(setups.find((s) => s.stage === 'cheeks')!.figures[0]!.set.by).toBe('mate');
    const [joint] = job.joints as [Joint];
    const tenon = (off: number) => {
      const aside = (f: LengthFigure) =>
        f.id === 'face' ? { ...f, set: { ...f.set, value: f.set.value + off } } : f;
      const moved = setups.map((s) =>
        s.stage === 'mortise' ? { ...s, figures: s.figures.map(aside) } : s,
      );
      const halves = halvesOf(job, moved);
      return proveJoint(modeller, 'joint', kindOf('blind'), { ...joint.params }, halves, COARSE)
        .members.tenoned.sizes;
    };
    /**
     * The mortise lies 0.4 farther from the face: so does the cheek that is set by its far wall.
     */
    expect(tenon(0.4)['tenonThickness']!.most - tenon(0)['tenonThickness']!.most).toBeCloseTo(
      0.4,
      3,
    );
  });
});

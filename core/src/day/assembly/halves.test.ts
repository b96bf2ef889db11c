import { beforeAll, describe, expect, it } from 'vitest';
import { METRIC, speak } from '../../ground/units/index.ts';
import { newJob, type Job } from '../../design/job/index.ts';
import type { Modeller } from '../../ground/solids/index.ts';
import { BASE, DOOR as HAUNCHED_DOOR } from '../../testing/frames.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { TEST_SHOP } from '../../testing/shops.ts';
import { makeFrame, type BaseSpec, type FrameSpec } from '../jobwide/index.ts';
import { halvesOf } from './halves.ts';
import { assemblyPlan, type Assembly, type Built } from './index.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

const DOOR: FrameSpec = { ...HAUNCHED_DOOR, kind: 'blind' };

/** How a frame is put together by a shop that closes it so, with glue that stays open so long. */
function glued(
  spec: FrameSpec | BaseSpec,
  closing: 'computed' | 'once' | 'halves',
  open = 10,
): Assembly {
  const shop = { ...TEST_SHOP, graduation: 0, gluing: { open, clamped: 60, cured: 24 } };
  const empty = newJob('Frames', 'mm');
  const job: Job = { ...empty, ...makeFrame(spec, empty, shop), schools: { closing } };
  const { assemblies, problems } = assemblyPlan(modeller, job, shop);
  expect(problems).toEqual([]);
  return assemblies[0]!;
}

const looks = ({ stages }: Assembly) =>
  stages.map((stage) => stage.looks.map((look) => speak(look, METRIC)));

const FRAME: FrameSpec = { ...DOOR, rails: [70, 70] };

/** Titles, how often, and the minutes of the glue-ups. */
const told = ({ stages }: Assembly) =>
  stages.map(({ title, times, glueUps }) => [title, times, ...glueUps.map((g) => g.minutes)]);

describe('a frame of four from two halves', () => {
  it('an upright and the rail beside it, each half by itself, then both: minutes by hand', () => {
    /** Two to close, a half for each joint and each clamp. */
    expect(told(glued(DOOR, 'halves'))).toEqual([
      ['Door top rail to door stile', 1, 3],
      ['Door bottom rail to door stile', 1, 3],
      ['The two halves of door stile × 2, door top rail and door bottom rail', 1, 4],
    ]);
    expect(told(glued(DOOR, 'once'))).toEqual([
      ['Door top rail and door bottom rail between door stile × 2', 1, 5],
    ]);
  });

  it('closes each joint once, and the whole to the same diagonals as in one go', () => {
    for (const spec of [DOOR, FRAME]) {
      const [once, halves] = [glued(spec, 'once'), glued(spec, 'halves')];
      expect(halves.stages.flatMap(({ closes }) => closes).sort()).toEqual([1, 2, 3, 4]);
      expect(halves.joints.map(({ number }) => number)).toEqual([1, 2, 3, 4]);
      expect(looks(halves).at(-1)).toEqual(looks(once)[0]);
      expect(looks(halves)[0]![0]).toMatch(/^Square in its corner/);
      /** Each half closes a corner of its own, of both rails and both uprights. */
      const [own, other] = halves.joints;
      expect(own!.tenoned).not.toBe(other!.tenoned);
      expect(own!.mortised).not.toBe(other!.mortised);
      /** Onto one another along one line: the upright of either half lies outside. */
      const [a, b, whole] = halves.stages.map(({ way }) => way);
      const { way } = once.stages[0]!;
      expect([a, b!.map((x) => 0 - x), whole].map((v) => v!.map((x) => x + 0))).toEqual(
        [way, way, way].map((v) => v.map((x) => x + 0)),
      );
    }
  });

  it('by itself only where one go takes longer than the glue stays open', () => {
    expect(glued(DOOR, 'computed', 5).stages).toHaveLength(1);
    expect(glued(DOOR, 'computed', 4).stages).toHaveLength(3);
    expect(glued(DOOR, 'once', 4).stages).toHaveLength(1);
  });

  it('not where one half bars the other, nor where the rails meet one another', () => {
    const joint = (tenoned: number, mortised: number) => ({ tenoned, mortised });
    const halved = (joints: { tenoned: number; mortised: number }[], bars = false) =>
      halvesOf(
        {
          way: [1, 0, 0],
          groups: [[0], [1], [2], [3]],
          closes: joints.map((_, i) => i),
        },
        { meetings: joints as unknown as Built['meetings'] },
        { inTheWay: () => (bars ? { moved: 2, staying: 1 } : undefined) },
      );
    const corners = [joint(1, 0), joint(2, 3), joint(2, 0), joint(1, 3)];
    expect(halved(corners)!.map(({ closes }) => closes)).toEqual([[0], [1], [2, 3]]);
    expect(halved(corners, true)).toBeUndefined();
    expect(halved([...corners, joint(1, 2)])).toBeUndefined();
    for (const corner of corners)
      expect(halved(corners.filter((other) => other !== corner))).toBeUndefined();
  });

  it('nothing else is halved: a table base, a frame with a rail between', () => {
    expect(told(glued(BASE, 'halves'))).toEqual(told(glued(BASE, 'once')));
    const three = { ...DOOR, rails: [70, 60, 90] };
    expect(told(glued(three, 'halves'))).toEqual(told(glued(three, 'once')));
  });
});

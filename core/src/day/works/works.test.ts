import { beforeAll, describe, expect, it } from 'vitest';
import type { Modeller } from '../../ground/solids/index.ts';
import { METRIC } from '../../ground/units/index.ts';
import {
  glueWork,
  isBeside,
  partWork,
  recordState,
  type Observation,
} from '../../shop/record/index.ts';
import type { Job } from '../../design/job/index.ts';
import { demo } from '../../testing/demo.ts';
import { loadModeller } from '../../testing/modeller.ts';
import { assemblyPlan } from '../assembly/index.ts';
import { begunIn, cutOtherwise, howFarCut, logLines } from '../floor/index.ts';
import { planJob, setupsOf } from '../plan/index.ts';
import { shapingOf, tasksOf } from '../tasks/index.ts';
import { glueUpsOf, worksOnParts } from './index.ts';

let modeller: Modeller;
beforeAll(async () => {
  modeller = await loadModeller();
});

const done = (nth: number, setup: string, works: string[], ...pieces: number[]): Observation => ({
  id: `00000000-0000-4000-8000-00000000000${nth}`,
  seen: '2026-11-02T08:00:00.000Z',
  kind: 'done',
  setup,
  works,
  pieces,
  at: [],
  ways: [],
});

describe.each(['looms', 'racks'] as const)('works of the %s beside the joints', (name) => {
  const { job, shop } = demo(name);
  const onParts = worksOnParts(job, shop);

  it('have each a name of their own, which no set-up has, and all their pieces', () => {
    const glued = glueUpsOf(assemblyPlan(modeller, job, shop).assemblies);
    const ids = [...onParts, ...glued].map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
    expect(ids.every(isBeside)).toBe(true);
    const { cards } = planJob(job, shop);
    expect(setupsOf({ cards }).some(({ id }) => isBeside(id))).toBe(false);
    expect(glued.length).toBeGreaterThan(4);
    for (const { pieces, minutes } of [...onParts, ...glued]) {
      expect(pieces).toBeGreaterThan(0);
      expect(minutes).toBeGreaterThan(0);
    }
  });

  it('take as long as the tasks they are of, each set once; a shape that can’t be made is none', () => {
    const minutes = (all: readonly { readonly minutes: number }[]) =>
      all.reduce((sum, own) => sum + own.minutes, 0);
    expect(minutes(onParts)).toBeCloseTo(
      minutes(tasksOf(job, shop)) + minutes(shapingOf(job, shop)),
      6,
    );
    const [part] = job.parts as [Job['parts'][number]];
    const round = (radius: number): Job => ({
      ...job,
      shapes: [{ id: 'r', kind: 'round-over', part: part.id, params: { radius } }],
    });
    const shaped = (radius: number) =>
      worksOnParts(round(radius), shop).filter(({ when }) => when === 'shaped');
    expect(shaped(3).map(({ to, pieces }) => [to, pieces])).toEqual([[part.name, part.quantity]]);
    expect(shaped(900)).toEqual([]);
  });

  it('keep their names when every size is another', () => {
    const thicker = {
      ...job,
      parts: job.parts.map((part) => ({
        ...part,
        thickness: { nominal: part.thickness.nominal + 1.7, measured: [] },
        width: { ...part.width, nominal: part.width.nominal + 0.6 },
        length: part.length + 3.1,
        roughLength: part.roughLength + 3.1,
      })),
    };
    const before = new Set(onParts.map(({ id }) => id));
    const after = worksOnParts(thicker, shop).map(({ id }) => id);
    expect(after.filter((id) => before.has(id)).length).toBeGreaterThan(0.9 * before.size);
    expect(after.join()).not.toMatch(/\d\.\d/);
  });
});

describe('a tick of a work beside the joints', () => {
  const { job, shop } = demo('looms');
  const plan = planJob(job, shop);
  const [part] = worksOnParts(job, shop);
  const joint = job.joints[0]!;
  const glue = glueWork('post.left', [joint.id], 0);
  const lines = [
    done(1, part!.id, [part!.id], 1, 2),
    done(2, part!.id, [part!.id], 2, 3),
    done(3, glue, [joint.id], 1),
  ];

  it('counts each piece once, and is taken back like any other', () => {
    const { worked } = recordState(lines);
    expect([...worked.get(part!.id)!]).toEqual([1, 2, 3]);
    expect([...worked.get(glue)!]).toEqual([1]);
    const { id, seen } = lines[0]!;
    const undone = { id: `${id.slice(0, -1)}9`, seen, kind: 'undone', of: id } as const;
    expect([...recordState([...lines, undone]).worked.get(part!.id)!]).toEqual([2, 3]);
  });

  it('says nothing of set-ups: none is begun by it, and nothing is cut otherwise', () => {
    const state = recordState(lines);
    expect(begunIn(state)).toEqual({ ways: [], setups: [] });
    expect(cutOtherwise(plan, state)).toEqual([]);
    expect(howFarCut(plan, state)).toBe('none');
  });

  it('stands in the log with what was done to what', () => {
    const said = logLines(plan, lines, METRIC).map(({ card, what }) => [card, what]);
    expect(said).toEqual([
      ['Glue-up', `${joint.name}: 1 done`],
      [part!.title, `${part!.to}: 2 to 3 done`],
      [part!.title, `${part!.to}: 1 to 2 done`],
    ]);
  });

  it('is named by what it is done to alone', () => {
    expect(partWork('rail', 'plane')).toBe('part/rail/plane');
    expect(glueWork('a', ['y', 'x', 'y'], 0)).toBe('glue/a/x+y');
    expect(glueWork('a', ['x'], 1)).toBe('glue/a/x/2');
    expect(isBeside('part.crosscut.reference-face')).toBe(false);
  });
});

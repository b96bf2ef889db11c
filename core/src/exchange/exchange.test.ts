import { describe, expect, it } from 'vitest';
import { kindOf } from '../design/joints/index.ts';
import { planJob } from '../day/plan/index.ts';
import { demo } from '../testing/demo.ts';
import { placesIn } from '../testing/fuzz.ts';
import { loadModeller } from '../testing/modeller.ts';
import { TEST_SHOP } from '../testing/shops.ts';
import { shopIn } from '../shop/tooling/index.ts';
import { INCH, LIMITS } from '../ground/units/index.ts';
import { checkJobFile, jobTroubles, pairIsFull, type JobFile } from './index.ts';

type Path = readonly (string | number)[];

/**
 * What a place is told from others by: the same field of another tool or joint of one kind is
 * checked no other way.
 */
function shapeOf(file: JobFile, path: Path): string {
  let at: unknown = file;
  return path
    .map((step) => {
      at = (at as Record<string, unknown>)[step];
      const kind = typeof at === 'object' && at !== null && 'kind' in at ? String(at.kind) : '';
      return typeof step === 'number' ? `[${kind}]` : step;
    })
    .join('.');
}

const written = (path: Path) =>
  path.reduce<string>(
    (text, step) =>
      typeof step === 'number' ? `${text}[${step}]` : text ? `${text}.${step}` : step,
    '',
  );

function edited(
  file: JobFile,
  path: Path,
  edit: (holder: Record<string, unknown>, key: string) => void,
): unknown {
  const copy = structuredClone(file) as unknown as Record<string, unknown>;
  const holder = path
    .slice(0, -1)
    .reduce<Record<string, unknown>>((at, step) => at[step] as Record<string, unknown>, copy);
  edit(holder, String(path.at(-1)));
  return copy;
}

const refusedAt = (data: unknown): string[] => {
  const checked = checkJobFile(data);
  return checked.ok ? [] : checked.errors.map((e) => e.path);
};

describe('the job file, field by field', () => {
  const file = demo('looms');
  const paths = [
    ...new Map(
      placesIn(file)
        .slice(1)
        .map((path) => [shapeOf(file, path), path]),
    ).values(),
  ];
  /** Tools are told apart by their kind: another kind makes other fields wrong, too. */
  const kinds = (path: Path) => path.at(-1) === 'kind' && path[0] === 'shop';

  it('a field that is missing is refused with its own path', () => {
    /**
     * What a job, a shop, a part or a kind may have and needn't, like boards, clamps, a cradle or
     * pegs, can be left out.
     */
    const optional = (path: Path) =>
      ['boards', 'across', 'cradle', 'gluing', 'kept'].includes(String(path.at(-1))) ||
      (path.at(-2) === 'params' &&
        kindOf(file.job.joints[Number(path[2])]!.kind).optional?.includes(String(path.at(-1))));
    const named = paths.filter(
      (p) =>
        typeof p.at(-1) === 'string' &&
        !kinds(p) &&
        p.length > 1 &&
        p.at(-2) !== 'routes' &&
        !optional(p),
    );
    expect(named.length).toBeGreaterThan(150);
    for (const path of named)
      expect(refusedAt(edited(file, path, (holder, key) => delete holder[key]))).toContain(
        written(path),
      );
  });

  it('a field of the wrong kind is refused with its own path', () => {
    for (const path of paths.filter((p) => !kinds(p) && p.length > 1 && p[0] !== 'version')) {
      const errors = refusedAt(
        edited(file, path, (holder, key) => (holder[key] = { wrong: true })),
      );
      expect(errors.some((e) => e === written(path) || e.startsWith(written(path)))).toBe(true);
    }
  });

  it('a field it does not know is refused wherever it stands', () => {
    for (const path of paths
      .filter((p) => p.length > 1 && typeof p.at(-1) === 'string')
      .slice(0, 80)) {
      const holder = path.slice(0, -1);
      expect(refusedAt(edited(file, path, (at) => (at['unheard-of'] = 1)))).toContain(
        written([...holder, 'unheard-of']),
      );
    }
  });

  it('nonsense numbers are refused: below nothing, beyond any wood, not finite', () => {
    for (const value of [-1, 0, 1e9, Number.NaN, Number.POSITIVE_INFINITY])
      expect(
        refusedAt(
          edited(file, ['job', 'parts', 0, 'length'], (holder, key) => (holder[key] = value)),
        ),
      ).toEqual(['job.parts[0].length']);
  });

  it('two parts or two tools of one id are refused', () => {
    expect(
      refusedAt(edited(file, ['job', 'parts', 1, 'id'], (holder, key) => (holder[key] = 'post'))),
    ).toContain('job.parts[1]');
    expect(
      refusedAt(edited(file, ['shop', 'tools', 1, 'id'], (holder, key) => (holder[key] = 'saw')))
        .length,
    ).toBeGreaterThan(0);
  });

  it('a saw whose blade is gone, or is no blade for it, is refused with both names', () => {
    const index = file.shop.tools.findIndex((t) => t.kind === 'bandsaw');
    const told = (id: string) => {
      const checked = checkJobFile(
        edited(file, ['shop', 'tools', index, 'bladeId'], (holder, key) => (holder[key] = id)),
      );
      return checked.ok ? [] : checked.errors;
    };
    const bushing = file.shop.tools.find((t) => t.kind === 'bushing')!;
    const path = `shop.tools[${index}].bladeId`;
    expect(told('gone')).toEqual([{ path, message: 'names a blade “gone”, which is not there' }]);
    const message = `names “${bushing.name}”, which is no blade for “${file.shop.tools[index]!.name}”`;
    expect(told(bushing.id)).toEqual([{ path, message }]);
  });

  it('more joints of two parts than are worked out are refused, whichever of the two has the tenon', () => {
    const joint = file.job.joints[0]!;
    const many = (count: number) => {
      const turned = {
        ...joint,
        tenoned: { ...joint.tenoned, part: joint.mortised.part },
        mortised: { ...joint.mortised, part: joint.tenoned.part },
      };
      const joints = Array.from({ length: count }, (_, i) => ({
        ...(i % 2 ? turned : joint),
        id: `joint-${i}`,
      }));
      return { ...file.job, joints };
    };
    expect(jobTroubles(many(LIMITS.perPair))).toEqual([]);
    expect(pairIsFull(many(LIMITS.perPair - 1), joint.mortised.part, joint.tenoned.part)).toBe(
      false,
    );
    expect(pairIsFull(many(LIMITS.perPair), joint.mortised.part, joint.tenoned.part)).toBe(true);
    const told = jobTroubles(many(LIMITS.perPair + 3));
    expect(told.map(({ path }) => path)).toEqual([`job.joints[${LIMITS.perPair}]`]);
    expect(told[0]!.message).toMatch(
      /^is one joint too many of “.+” and “.+”: 24 at most are worked out$/,
    );
  });
});

describe('the demo', () => {
  it('is proved, metric and inch, and the plan of a file that went through text is the same', async () => {
    const modeller = await loadModeller();
    for (const name of ['looms', 'racks']) {
      const { job, shop } = demo(name);
      const plan = planJob(job, shop, modeller);
      expect(plan.joints.map((j) => [j.joint, j.proof?.good])).toEqual(
        job.joints.map((j) => [j.id, true]),
      );
      expect(plan.joints.flatMap((j) => j.advice.filter((a) => a.dimension === 'count'))).toEqual(
        [],
      );
      /** The smaller of the two is proved twice as well. */
      const whole = name === 'racks';
      const again = planJob(
        structuredClone(job),
        structuredClone(shop),
        whole ? modeller : undefined,
      );
      expect(again).toEqual(
        whole
          ? plan
          : {
              ...plan,
              pieces: undefined,
              joints: plan.joints.map(({ proof: _, ...joint }) => joint),
            },
      );
      expect(() => JSON.stringify(plan)).not.toThrow();
    }
  });
});

describe('a shop working in the other unit', () => {
  it('keeps its gear and its decimal sign, and sets thousandths in inches', () => {
    const comma = { ...TEST_SHOP, style: { ...TEST_SHOP.style, decimal: ',' as const } };
    expect(shopIn(comma, 'mm')).toBe(comma);
    const inches = shopIn(comma, 'in');
    expect(inches.style).toMatchObject({ system: 'in', decimal: ',' });
    expect(inches.graduation).toBeCloseTo(0.001 * INCH, 9);
    expect(inches.tools).toBe(comma.tools);
    expect(shopIn(inches, 'mm').graduation).toBe(0.05);
  });
});

import {
  type Job,
  type Joint,
  type MemberName,
  resolve,
  type TenonFeature,
} from '../../design/index.ts';
import { type Mm, say } from '../../ground/index.ts';
import type { Setup } from '../../making/index.ts';
import type { Shop } from '../../shop/index.ts';
import { roughParts } from '../cutlist/index.ts';
import { type Card, countOf, type Plan, planToProve, setupsOf } from '../plan/index.ts';
import { ALIKE, type Case, type NewFigure, type Rescue } from './rescue.ts';

/** Fitting a slip, without the time in clamps; pieces pared by hand; min: values from memory. */
export const MINUTES = { slip: 12, pare: 6 } as const;

/** Set-ups that a half goes through, in the order of the run. */
export const setupsAt = ({
  plan,
  joint,
  member,
}: Pick<Case, 'plan' | 'joint' | 'member'>): Setup[] =>
  setupsOf(plan).filter(({ occurrences }) =>
    occurrences.some((o) => o.joint === joint.id && o.member === member),
  );

/** Minutes to put one piece through set-ups that stand or are set anew. */
export function minutesOf({ plan }: Case, setups: readonly Setup[]): number {
  const own = new Set(setups.map(({ id }) => id));
  const cards = plan.cards.filter((card) => card.setups.some(({ id }) => own.has(id)));
  return cards.reduce(
    (sum, { cutting, count, change }) => sum + cutting / Math.max(1, count) + change.minutes,
    0,
  );
}

export function again(on: Case, left: Mm): Rescue {
  return {
    id: 'again',
    title: say('Cut it again'),
    how: [
      say('{left} of wood is still there: let it go through again at the figures of the card.', {
        left,
      }),
    ],
    figures: [],
    wood: 0,
    minutes: minutesOf(on, [on.setup]),
    again: [on.setup.id],
  };
}

/** Widths that mortises can be cut in here, narrowest first. */
export function widthsIn({ tools }: Shop): Mm[] {
  const widths = tools.flatMap((tool) => {
    if (tool.retired) return [];
    if (tool.kind === 'router-cutter' || tool.kind === 'boring-bit') return [tool.diameter];
    return tool.kind === 'hollow-chisel' ? [tool.size] : [];
  });
  return [...new Set(widths)].sort((a, b) => a - b);
}

export const otherHalf = (member: MemberName): MemberName =>
  member === 'tenoned' ? 'mortised' : 'tenoned';

/** Whether any piece of a half is still to be cut: the mate can then be made to suit. */
export const isOpen = ({ plan, state, joint }: Case, member: MemberName): boolean =>
  setupsAt({ plan, joint, member }).some(
    (setup) => (state.done.get(setup.id)?.size ?? 0) < countOf(setup),
  );

/** Narrower or wider mortises than these are looked at, until one is proved. */
const WIDTHS = 3;

/**
 * Cut the way it was planned, or any: nobody makes a template for one piece while the way that is
 * set up goes.
 */
type Way = 'as-planned' | 'any';

/**
 * The first of some widths that a pair is proved with, by the way that was planned wherever that
 * goes.
 */
export function firstProved<T>(
  widths: readonly Mm[],
  made: (width: Mm, way: Way) => T | undefined,
): { width: Mm; made: T } | undefined {
  for (const way of ['as-planned', 'any'] as const)
    for (const width of widths.slice(0, WIDTHS)) {
      const found = made(width, way);
      if (found) return { width, made: found };
    }
  return undefined;
}

/**
 * The joint with other sizes, planned and proved by itself; what of one half is set otherwise then,
 * if it is proved.
 */
export function otherwise(
  { plan, joint, modeller }: Case,
  sizes: { readonly width: Mm; readonly by: Mm },
  member: MemberName,
  way: Way,
): Pick<Rescue, 'figures' | 'proved'> | undefined {
  const { job, shop } = plan.basis;
  const { params } = resolve(joint, job);
  if (!('mortiseWidth' in params) || !('faceShoulder' in params)) return undefined;
  const { chosen } = plan.joints.find((eachJoint) => eachJoint.joint === joint.id)!;
  const faceShoulder = Number(params['faceShoulder']) + sizes.by;
  const routes = Object.fromEntries(
    (['tenoned', 'mortised'] as const).flatMap((half) =>
      chosen[half] && half !== member ? [[half, chosen[half]]] : [],
    ),
  );
  const changed: Joint = {
    ...joint,
    params: { ...joint.params, mortiseWidth: sizes.width, faceShoulder },
    routes,
  };
  const kept = chosen[member]
    ? { ...changed, routes: { ...routes, [member]: chosen[member] } }
    : changed;
  const alone: Job = { ...job, joints: [way === 'any' ? changed : kept] };
  const { plan: madePlan, provers } = planToProve(alone, shop);
  if (madePlan.hasErrors || !madePlan.joints[0]!.chosen[member]) return undefined;
  const proof = provers.get(joint.id)?.().prove(modeller);
  return proof?.good
    ? { figures: changes(plan, madePlan, joint, member), proved: true }
    : undefined;
}

/** Figures of a half that are other ones in another plan of its joint, each once. */
export function changes(plan: Plan, madePlan: Plan, joint: Joint, member: MemberName): NewFigure[] {
  const before = setupsAt({ plan, joint, member });
  const newFigures = setupsAt({ plan: madePlan, joint, member }).flatMap((setup) => {
    const was = before.find(({ id }) => id === setup.id);
    const card = cardOf(plan, setup);
    return setup.figures.flatMap(({ id, name, set }): NewFigure[] => {
      const old = was?.figures.find((figure) => figure.id === id)?.set.value;
      if (old !== undefined && Math.abs(old - set.value) < ALIKE / 2) return [];
      return [
        {
          ...(card && { card: card.id }),
          name,
          ...(old !== undefined && { was: old }),
          now: set.value,
        },
      ];
    });
  });
  return [
    ...new Map(newFigures.map((newFigure) => [JSON.stringify(newFigure), newFigure])).values(),
  ];
}

export const cardOf = (plan: Plan, { id }: Pick<Setup, 'id'>): Card | undefined =>
  plan.cards.find(({ setups }) => setups.some((setup) => setup.id === id));

/** Clearance between the two as asked. */
export function clearanceOf({ plan, joint }: Case): Mm {
  const { kind, params, members } = resolve(joint, plan.basis.job);
  const fit = kind.fit(params, members);
  return fit ? fit.mortise - fit.tenon : 0;
}

export const widthOf = ({ plan, joint }: Case): Mm =>
  Number(resolve(joint, plan.basis.job).params['mortiseWidth'] ?? NaN);

/**
 * How much of what a tenon is made thicker goes on the cheek nearer the reference face: all on the
 * one there is.
 */
export function nearShare(tenon: TenonFeature, more: Mm): Mm {
  const far = tenon.stock.thickness - tenon.faceShoulder - tenon.thickness;
  return tenon.faceShoulder < ALIKE ? 0 : far < ALIKE ? more : more / 2;
}

export function remade(on: Case): Rescue | undefined {
  const { job, shop } = on.plan.basis;
  const place = on.setup.occurrences.find((o) => o.joint === on.joint.id)!;
  const row = roughParts(job, shop).find(({ part }) => part.id === place.part);
  if (!row) return undefined;
  const { length, width, thickness } = row.rough;
  const setups = setupsOf(on.plan).filter(({ occurrences }) =>
    occurrences.some((o) => o.part === place.part),
  );
  return {
    id: 'remake',
    title: say(row.spare > 0 ? 'Take the spare piece' : 'Make a new piece'),
    how: [
      say(
        'Rough {length} long, {width} wide and {thickness} thick; it goes through every card of its part.',
        {
          length,
          width,
          thickness,
        },
      ),
      ...(row.spare > 0
        ? [say('The spare of this section will do, if it wasn’t used up by test cuts.')]
        : []),
    ],
    figures: [],
    wood: length * width * thickness,
    minutes: minutesOf(on, setups),
    again: [],
  };
}

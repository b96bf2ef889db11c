import { roughParts } from '../cutlist/index.ts';
import {
  resolve,
  type Job,
  type Joint,
  type DimensionId,
  type MemberName,
  type TenonFeature,
} from '../../design/index.ts';
import {
  countOf,
  distanceIn,
  planToProve,
  readingsOf,
  setupsOf,
  sizesAsked,
  type Card,
  type Plan,
  type SizeAsked,
} from '../plan/index.ts';
import type { RecordState, Shop } from '../../shop/index.ts';
import { type Setup, isAsAsked } from '../../making/index.ts';
import { type Modeller, say, type Mm, type Sentence } from '../../ground/index.ts';

/** A piece that went wrong: where, and what one of its sizes reads, where that is what is wrong. */
export interface Mishap {
  readonly setup: string;
  readonly dimension?: DimensionId;
  readonly value?: Mm;
}

/** A figure that becomes another for what is cut together with the piece. */
export interface NewFigure {
  /** The card it is set on; nothing where it is cut another way than planned. */
  readonly card?: string;
  readonly name: string;
  readonly was?: Mm;
  readonly now: Mm;
}

/** One way to save what was spoiled. */
export interface Rescue {
  readonly id:
    | 'again'
    | 'slip'
    | 'narrower-mate'
    | 'thicker-mate'
    | 'next-cutter'
    | 'other-shoulder'
    | 'off-and-again'
    | 'remake';
  readonly title: Sentence;
  readonly how: readonly Sentence[];
  /** For its mate, or its partner, alone: the others stay as planned. */
  readonly figures: readonly NewFigure[];
  /** Wood that it takes, mm³, and minutes of work. */
  readonly wood: number;
  readonly minutes: number;
  /** Set-ups that the piece goes through again; none where it is good as it is. */
  readonly again: readonly string[];
  /**
   * Whether the pair as it then is was cut virtually and goes together; nothing where it is as
   * planned.
   */
  readonly proved?: boolean;
}

/**
 * What a plane still takes off a slip without tearing it away, mm: value from memory of shop
 * practice.
 */
const THINNEST_SLIP: Mm = 1.5;
/** Fitting a slip, without the time in clamps; pieces pared by hand; min: values from memory. */
const MINUTES = { slip: 12, pare: 6 } as const;
/** Sizes closer than this are one, mm. */
const ALIKE: Mm = 0.02;

/** What is asked with, and what all ways need. */
interface Case {
  readonly plan: Plan;
  readonly state: Pick<RecordState, 'done'>;
  readonly setup: Setup;
  readonly joint: Joint;
  readonly member: MemberName;
  readonly modeller: Modeller;
}

/**
 * What can be done with a piece that went wrong, in the order of wood and then of time: cut again
 * where the wood is still there, a slip, its mate made to suit it, a new end, a new piece. Ways
 * that need its mate are given only while that is not all cut; whatever changes figures is planned
 * and proved as a pair.
 */
export function rescuesOf(
  plan: Plan,
  state: Pick<RecordState, 'done'>,
  { setup: id, dimension, value }: Mishap,
  modeller: Modeller,
): Rescue[] {
  const setup = setupsOf(plan).find((eachSetup) => eachSetup.id === id);
  const place = setup?.occurrences[0];
  const joint = place && plan.basis.job.joints.find((eachJoint) => eachJoint.id === place.joint);
  if (!setup || !place || !joint) return [];
  const on: Case = { plan, state, setup, joint, member: place.member, modeller };
  const size = sizesAsked(modeller, plan, setup).find(
    (sizeAsked) => sizeAsked.dimension === dimension,
  );
  const isOff = size && value !== undefined && Math.abs(value - size.value) > ALIKE;
  const sized = isOff ? bySize(on, size, value) : [];
  const rescues = [...sized, offAndAgain(on), remade(on)].filter((rescue) => rescue !== undefined);
  return rescues.sort((a, b) => a.wood - b.wood || a.minutes - b.minutes);
}

function bySize(on: Case, size: SizeAsked, value: Mm): (Rescue | undefined)[] {
  const over = value - size.value;
  switch (size.dimension) {
    case 'tenonThickness':
      return over > 0 ? [again(on, over)] : [slipped(on, -over), narrowerMate(on, value)];
    case 'tenonWidth':
      return over > 0 ? [again(on, over)] : [slipped(on, -over)];
    case 'mortiseWidth':
      return over > 0 ? [thickerMate(on, value), nextCutter(on, value)] : [again(on, -over)];
    case 'tenonLength':
      return over > 0 ? [otherShoulder(on, over)] : [again(on, -over)];
    case 'faceShoulder':
      return over < 0 ? [again(on, -over)] : [slipped(on, over)];
    case 'mortiseLength':
    case 'mortiseDepth':
      return over < 0 ? [again(on, -over)] : [];
    default:
      return [];
  }
}

/** Set-ups that a half goes through, in the order of the run. */
const setupsAt = ({ plan, joint, member }: Pick<Case, 'plan' | 'joint' | 'member'>): Setup[] =>
  setupsOf(plan).filter(({ occurrences }) =>
    occurrences.some((o) => o.joint === joint.id && o.member === member),
  );

/** Minutes to put one piece through set-ups that stand or are set anew. */
function minutesOf({ plan }: Case, setups: readonly Setup[]): number {
  const own = new Set(setups.map(({ id }) => id));
  const cards = plan.cards.filter((card) => card.setups.some(({ id }) => own.has(id)));
  return cards.reduce(
    (sum, { cutting, count, change }) => sum + cutting / Math.max(1, count) + change.minutes,
    0,
  );
}

function again(on: Case, left: Mm): Rescue {
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

/**
 * Set-ups that make the cheeks a slip stands on, and the shoulder it ends at: one alone leaves a
 * thread in the corner.
 */
const aroundSlip = (on: Case): Setup[] =>
  setupsAt(on).filter(
    ({ stage }) => stage === on.setup.stage || stage === 'cheeks' || stage === 'shoulders',
  );

function slipped(on: Case, missing: Mm): Rescue | undefined {
  const { kind, params, members } = resolve(on.joint, on.plan.basis.job);
  const tenon = kind.features(params, members)[on.member].find(({ form }) => form === 'tenon');
  if (tenon?.form !== 'tenon') return undefined;
  const slip = Math.max(THINNEST_SLIP, missing);
  const cards = aroundSlip(on);
  return {
    id: 'slip',
    title: say('Glue a slip on and cut it again'),
    how: [
      say(
        'A slip at least {slip} thick of the same wood, its grain along the tenon, as long as the tenon ({length}) and as wide as the cheek, on the side that is {missing} too low.',
        { slip, length: tenon.length, missing },
      ),
      say(
        'Once the glue has cured cheeks and shoulder are cut again at the figures of their cards: they take off what stands over.',
      ),
    ],
    figures: [],
    wood: slip * tenon.length * tenon.width,
    minutes: MINUTES.slip + minutesOf(on, cards),
    again: cards.map(({ id }) => id),
  };
}

/** Widths that mortises can be cut in here, narrowest first. */
function widthsIn({ tools }: Shop): Mm[] {
  const widths = tools.flatMap((tool) => {
    if (tool.retired) return [];
    if (tool.kind === 'router-cutter' || tool.kind === 'boring-bit') return [tool.diameter];
    return tool.kind === 'hollow-chisel' ? [tool.size] : [];
  });
  return [...new Set(widths)].sort((a, b) => a - b);
}

const otherHalf = (member: MemberName): MemberName =>
  member === 'tenoned' ? 'mortised' : 'tenoned';

/** Whether any piece of a half is still to be cut: the mate can then be made to suit. */
const isOpen = ({ plan, state, joint }: Case, member: MemberName): boolean =>
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
function firstProved<T>(
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
function otherwise(
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
function changes(plan: Plan, madePlan: Plan, joint: Joint, member: MemberName): NewFigure[] {
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

const cardOf = (plan: Plan, { id }: Pick<Setup, 'id'>): Card | undefined =>
  plan.cards.find(({ setups }) => setups.some((setup) => setup.id === id));

/** Clearance between the two as asked. */
function clearanceOf({ plan, joint }: Case): Mm {
  const { kind, params, members } = resolve(joint, plan.basis.job);
  const fit = kind.fit(params, members);
  return fit ? fit.mortise - fit.tenon : 0;
}

const widthOf = ({ plan, joint }: Case): Mm =>
  Number(resolve(joint, plan.basis.job).params['mortiseWidth'] ?? NaN);

/** A tenon too thin: its own mortise by the next narrower cutter, the tenon pared to that. */
function narrowerMate(on: Case, value: Mm): Rescue | undefined {
  const [clearance, planned] = [clearanceOf(on), widthOf(on)];
  if (!isOpen(on, otherHalf(on.member))) return undefined;
  const widths = widthsIn(on.plan.basis.shop)
    .filter((own) => own <= value + clearance + ALIKE / 2)
    .reverse();
  const found = firstProved(widths, (own, way) =>
    otherwise(on, { width: own, by: (planned - own) / 2 }, otherHalf(on.member), way),
  );
  if (!found) return undefined;
  const { width, made } = found;
  const pared = value - (width - clearance);
  return {
    id: 'narrower-mate',
    title: say('Give it a narrower mortise, {width}', { width }),
    how: [
      ...(pared > ALIKE
        ? [
            say(
              'Pare the tenon to {tenon}: {pared} in all, as much from either cheek as keeps it in its place.',
              {
                tenon: width - clearance,
                pared,
              },
            ),
          ]
        : []),
      say(
        'Mark its mate, and cut that mortise alone {width} wide, {narrower} narrower than the others.',
        {
          width,
          narrower: planned - width,
        },
      ),
    ],
    ...made,
    wood: 0,
    minutes:
      (pared > ALIKE ? MINUTES.pare : 0) +
      minutesOf(on, setupsAt({ ...on, member: otherHalf(on.member) })),
    again: [],
  };
}

/**
 * A mortise too wide: its tenon, and only that, thicker by as much, where cheeks are still to be
 * cut.
 */
function thickerMate(on: Case, value: Mm): Rescue | undefined {
  if (!isOpen(on, 'tenoned')) return undefined;
  const more = value - widthOf(on);
  const cheeks = thickened(on, more);
  if (!cheeks) return undefined;
  const { tenon, near, figures, proved } = cheeks;
  return {
    id: 'thicker-mate',
    title: say('Leave it, and make its tenon thicker'),
    how: [
      say(
        near > ALIKE / 2 && more - near > ALIKE / 2
          ? 'Mark its mate, and cut that tenon alone {tenon} thick, {more} thicker than the others, half of it on either cheek.'
          : 'Mark its mate, and cut that tenon alone {tenon} thick, {more} thicker than the others, all of it on the one cheek it has.',
        { tenon, more },
      ),
    ],
    figures,
    proved,
    wood: 0,
    minutes: minutesOf(on, setupsAt({ ...on, member: 'tenoned' })),
    again: [],
  };
}

/**
 * How much of what a tenon is made thicker goes on the cheek nearer the reference face: all on the
 * one there is.
 */
function nearShare(tenon: TenonFeature, more: Mm): Mm {
  const far = tenon.stock.thickness - tenon.faceShoulder - tenon.thickness;
  return tenon.faceShoulder < ALIKE ? 0 : far < ALIKE ? more : more / 2;
}

/**
 * The figures that make a tenon so much thicker where it is, planned the same way and cut virtually
 * by itself.
 */
function thickened({ plan, joint, modeller }: Case, more: Mm) {
  const { kind, params, members } = resolve(joint, plan.basis.job);
  const tenon = kind.features(params, members).tenoned.find(({ form }) => form === 'tenon');
  if (tenon?.form !== 'tenon' || !('faceClearance' in params) || !('faceShoulder' in params))
    return undefined;
  const near = nearShare(tenon, more);
  const { chosen } = plan.joints.find((eachJoint) => eachJoint.joint === joint.id)!;
  const sizes = {
    faceClearance: Number(params['faceClearance']) - more,
    faceShoulder: Number(params['faceShoulder']) - near,
  };
  const changed: Joint = { ...joint, params: { ...joint.params, ...sizes }, routes: { ...chosen } };
  const { plan: madePlan, provers } = planToProve(
    { ...plan.basis.job, joints: [changed] },
    plan.basis.shop,
  );
  if (madePlan.hasErrors || madePlan.joints[0]!.chosen.tenoned !== chosen.tenoned) return undefined;
  /** Its mortise is cut already: of the pair only the tenon is asked. */
  const cut = provers.get(joint.id)?.().prove(modeller).members.tenoned;
  if (!cut) return undefined;
  return {
    tenon: tenon.thickness + more,
    near,
    figures: changes(plan, madePlan, joint, 'tenoned'),
    proved: isAsAsked(cut),
  };
}

/** A mortise too wide or torn: cut to the next cutter up, its tenon thicker. */
function nextCutter(on: Case, value: Mm): Rescue | undefined {
  const planned = widthOf(on);
  if (!isOpen(on, 'tenoned')) return undefined;
  const widths = widthsIn(on.plan.basis.shop).filter(
    (own) => own >= value - ALIKE && own > planned + ALIKE,
  );
  const found = firstProved(widths, (own, way) => {
    const sizes = { width: own, by: (planned - own) / 2 };
    const [tenon, mortise] = [
      otherwise(on, sizes, 'tenoned', way),
      otherwise(on, sizes, 'mortised', way),
    ];
    return tenon && mortise && { tenon, mortise };
  });
  if (!found) return undefined;
  const {
    width,
    made: { tenon, mortise },
  } = found;
  return {
    id: 'next-cutter',
    title: say('Cut it {width} wide, and its tenon thicker', { width }),
    how: [
      say('The next cutter up makes both walls new: {width} in place of {planned}.', {
        width,
        planned,
      }),
      say('Mark its mate, and cut that tenon alone {tenon} thick.', {
        tenon: width - clearanceOf(on),
      }),
    ],
    figures: [...mortise.figures, ...tenon.figures],
    proved: true,
    wood: 0,
    minutes: minutesOf(on, [...setupsAt(on), ...setupsAt({ ...on, member: 'tenoned' })]),
    again: [],
  };
}

/**
 * A shoulder cut too far in: the piece is short between its shoulders, and so must its partner be.
 */
function otherShoulder(on: Case, over: Mm): Rescue | undefined {
  if (!isOpen(on, on.member)) return undefined;
  const card = cardOf(on.plan, on.setup)!;
  const reading = readingsOf(on.modeller, card, on.plan).find(
    (eachReading) => eachReading.joint === on.joint.id && eachReading.dimension === 'tenonLength',
  );
  const newFigures = on.setup.figures.flatMap((figure): NewFigure[] => {
    const { gain } = reading?.gains.find(
      ({ distance }) => distance === distanceIn(on.setup, figure),
    ) ?? { gain: 0 };
    return gain
      ? [
          {
            card: card.id,
            name: figure.name,
            was: figure.set.value,
            now: figure.set.value + over / gain,
          },
        ]
      : [];
  });
  return {
    id: 'other-shoulder',
    title: say('Move the shoulder of its partner by the same'),
    how: [
      say(
        'Between its shoulders the piece is {over} short. Where the frame allows it, cut one shoulder of the piece that lies opposite {over} farther in, too, so that both are alike.',
        { over },
      ),
      say('Saw {over} off both tips, so that the tenons don’t meet the floors of their mortises.', {
        over,
      }),
    ],
    figures: newFigures,
    wood: 0,
    minutes: MINUTES.pare + minutesOf(on, [on.setup]),
    again: [],
  };
}

/** The end off and its joint cut anew, where the piece was left long for it. */
function offAndAgain(on: Case): Rescue | undefined {
  if (on.member !== 'tenoned') return undefined;
  const { job, shop } = on.plan.basis;
  const place = on.setup.occurrences.find((o) => o.joint === on.joint.id)!;
  const row = roughParts(job, shop).find(({ part }) => part.id === place.part);
  const words = `end ${place.end.toUpperCase()}`;
  const spare = row?.allowances.find(
    (allowance) => allowance.for === 'tenon' && allowance.end === place.end,
  );
  if (!row || !spare) return undefined;
  const setups = setupsAt(on);
  return {
    id: 'off-and-again',
    title: say('Saw the end off and cut it anew'),
    how: [
      say(`The part was left {length} longer at ${words} for this: saw so much off square.`, {
        length: spare.length,
      }),
      say('Then it goes through every card of this end again, at the same figures.'),
    ],
    figures: [],
    wood: spare.length * row.rough.width * row.rough.thickness,
    minutes: minutesOf(on, setups),
    again: setups.map(({ id }) => id),
  };
}

function remade(on: Case): Rescue | undefined {
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

import { kindOf, type JointKind, type Job, type Joint } from '../../design/index.ts';
import { dot, INCH, roundTo, say, type Mm, type Sentence } from '../../ground/index.ts';
import { pieceOf, type Part, toolsOf, type Gluing, type Shop } from '../../shop/index.ts';
import type { Bodies } from './bodies.ts';
import type { Built, Meeting } from './build.ts';
import { pressedAlong, type Stage } from './stages.ts';

/** Clamps of one opening, mm. */
export interface Clamps {
  readonly opening: Mm;
  readonly count: number;
}

/** The clamps of a shop's chest; none while nobody has said which there are. */
export const clampsIn = (shop: Pick<Shop, 'tools'>): readonly Clamps[] => toolsOf(shop, 'clamp');

/** How many of some clamps open at least so far. */
export const openingTo = (list: readonly Clamps[], opening: Mm): number =>
  list.reduce((sum, clamps) => sum + (clamps.opening >= opening - 1e-6 ? clamps.count : 0), 0);

/** Joints that are brushed, closed and clamped in one go. */
export interface GlueUp {
  /** By their places in the assembly; none of them is left without glue. */
  readonly joints: readonly number[];
  /** From the first brush to the last clamp, min. */
  readonly minutes: number;
  readonly clamps: readonly Clamps[];
  /** What speaks against it: more than the clamps owned, longer than the glue stays open. */
  readonly conflicts: readonly Sentence[];
}

/** Minutes of gluing up; values from memory of shop practice. */
const BRUSHED = 0.5;
const CLAMPED = 0.5;
/** Closing it, and its diagonals. */
const CLOSED = 2;

/** A pad at either jaw, and screw that is turned: what a clamp opens wider than the work, mm. */
const PADS: Mm = 40;
/** Pieces wider than this take two clamps (common practice). */
const ONE_CLAMP: Mm = 100;
/** Nobody chooses a clamp to less than this, mm. */
const CLAMP_STEP = { mm: 50, in: 2 * INCH } as const;

interface Line extends Clamps {
  readonly joint: number;
}

/**
 * How a joint is held while its glue sets: by a clamp, by its own pegs, or by a band round a mitred
 * corner.
 */
export function heldBy(
  kind: Pick<JointKind, 'seat'>,
  params: Readonly<Record<string, unknown>>,
): 'clamp' | 'pegs' | 'band' {
  if (params['pegs'] === 'drawbored') return 'pegs';
  return kind.seat(params).endToEnd === 'edges' && !params['pegs'] ? 'band' : 'clamp';
}

/** The clamps of some joints of a stage, piece by piece. */
function clampsFor(
  joints: readonly number[],
  stage: Stage,
  built: Built,
  bodies: Bodies,
  job: Job,
): Clamps[] {
  const seen = new Set<number>();
  const [least, most] = bodies.extent(stage.groups.flat(), stage.way);
  const lines = joints.flatMap((i): Line[] => {
    const meeting = built.meetings[i]!;
    const { part, kind, joint } = partsOf(meeting, built, job);
    if (heldBy(kind, joint.params) !== 'clamp') return [];
    const wide = pieceOf(part, 'median').width > ONE_CLAMP ? 2 : 1;
    if (pressedAlong(meeting, stage.way) && !kind.seat(joint.params).pressed) {
      if (seen.has(meeting.tenoned)) return [];
      seen.add(meeting.tenoned);
      return [{ joint: i, count: wide, opening: most - least + PADS }];
    }
    const [near, far] = bodies.extent([meeting.tenoned, meeting.mortised], meeting.pressed);
    return [{ joint: i, count: 1, opening: far - near + PADS }];
  });
  const byOpening = new Map<Mm, number>();
  for (const { opening, count } of lines) {
    const step = roundTo(opening, CLAMP_STEP[job.units], 'up');
    byOpening.set(step, (byOpening.get(step) ?? 0) + count);
  }
  return [...byOpening]
    .map(([opening, count]) => ({ opening, count }))
    .sort((a, b) => b.opening - a.opening);
}

/** The piece, kind and joint behind a meeting. */
export function partsOf(
  { joint: id, tenoned }: Pick<Meeting, 'joint' | 'tenoned'>,
  built: Built,
  job: Job,
): { part: Part; kind: JointKind; joint: Joint } {
  const joint = job.joints.find((eachJoint) => eachJoint.id === id)!;
  return {
    part: job.parts.find((part) => part.id === built.pieces[tenoned]!.part)!,
    kind: kindOf(joint.kind),
    joint,
  };
}

const minutesOf = (joints: number, clamps: readonly Clamps[]): number =>
  CLOSED + joints * BRUSHED + clamps.reduce((sum, { count }) => sum + count, 0) * CLAMPED;

/**
 * A stage in glue-ups no longer than the glue stays open: where all of it takes longer, the joints
 * on one piece come first, with the rest put together dry to hold it true.
 */
export function glueUpsOf(
  stage: Stage,
  built: Built,
  bodies: Bodies,
  job: Job,
  gluing: Gluing,
  owned: readonly Clamps[],
): GlueUp[] {
  const isGlued = (i: number) => !partsOf(built.meetings[i]!, built, job).joint.dry;
  const glued = stage.closes.filter(isGlued);
  if (glued.length === 0) return [];
  const made = (joints: readonly number[]) => {
    const clamps = clampsFor(joints, stage, built, bodies, job);
    return { joints, clamps, minutes: minutesOf(joints.length, clamps) };
  };
  const isShort = (joints: readonly number[]) => made(joints).minutes <= gluing.open + 1e-9;
  const lots = isShort(glued) ? [glued] : together(ontoEach(glued, stage, built), isShort);
  return lots.map(made).map((own) => ({ ...own, conflicts: conflictsOf(own, gluing, owned) }));
}

/** The joints by the lower of the two groups that they join. */
function ontoEach(joints: readonly number[], { groups }: Stage, built: Built): number[][] {
  const groupOf = (piece: number) => groups.findIndex((group) => group.includes(piece));
  const lots = new Map<number, number[]>();
  for (const i of joints) {
    const { tenoned, mortised } = built.meetings[i]!;
    const outer = [groupOf(tenoned), groupOf(mortised)].sort((a, b) => a - b);
    /** Between two outer pieces the joints at the first come together, and those at the last. */
    const key = outer[1] === groups.length - 1 ? outer[1] : outer[0]!;
    lots.set(key, [...(lots.get(key) ?? []), i]);
  }
  return [...lots.values()];
}

/** Lots one after the other put together as long as they stay short. */
function together(
  lots: readonly number[][],
  isShort: (joints: readonly number[]) => boolean,
): number[][] {
  return lots.reduce<number[][]>((all, lot) => {
    const last = all.at(-1);
    return last && isShort([...last, ...lot])
      ? [...all.slice(0, -1), [...last, ...lot]]
      : [...all, lot];
  }, []);
}

function conflictsOf(
  { minutes, clamps }: Pick<GlueUp, 'minutes' | 'clamps'>,
  { open }: Pick<Gluing, 'open'>,
  owned: readonly Clamps[],
): Sentence[] {
  const told: Sentence[] = [];
  if (open <= 0) told.push(say('The glue has no open time: say how long it stays wet.'));
  else if (minutes > open + 1e-9)
    told.push(
      say(
        `Brushing and clamping takes about ${Math.ceil(minutes)} min, but the glue stays open for ${open}: do it with a second person, or take a slower glue.`,
      ),
    );
  if (owned.length)
    for (const { opening } of clamps) {
      const [wanted, has] = [openingTo(clamps, opening), openingTo(owned, opening)];
      if (wanted > has) {
        told.push(
          say(
            `It wants ${wanted} clamps that open {opening}; this shop has ${has || 'none'}: ${has * 2 >= wanted ? 'lay a stout bar across, so that one clamp presses two pieces' : 'borrow some, or make wedged bars'}.`,
            { opening },
          ),
        );
        break;
      }
    }
  return told;
}

/** Whether two directions are square to one another. */
export const isSquareTo = (a: Parameters<typeof dot>[0], b: Parameters<typeof dot>[1]): boolean =>
  Math.abs(dot(a, b)) < 1e-3;

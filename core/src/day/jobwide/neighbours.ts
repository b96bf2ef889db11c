import {
  entryOf,
  resolve,
  type Job,
  type Joint,
  leastBetween,
  meetingOf,
  meetingWords,
  neighboursIn,
  neighbourWords,
  type Neighbours,
  type Advice,
  type BoreFeature,
  type Feature,
  type MortiseFeature,
  type PlacedMortise,
  type Problem,
} from '../../design/index.ts';
import { invert, place, say, type Mm } from '../../ground/index.ts';
import { toSquare, type Lean } from '../../shop/index.ts';
import { sharedEnds } from './sharedEnds.ts';
import { sharedGrooves } from './sharedGrooves.ts';

export interface NearNotes {
  readonly problems: readonly Problem[];
  readonly advice: readonly Advice[];
}

/** A hollow as the room it takes; nothing for what isn't one, or runs along the whole piece. */
function asMortise(feature: Feature): MortiseFeature | undefined {
  if (feature.form === 'mortise') return feature.lean ? boxRound(feature, feature.lean) : feature;
  if (feature.form === 'bore') return asBored(feature);
  if (feature.form !== 'notch') return undefined;
  const { stock, face, start, length, depth } = feature;
  const wall = face === 'reference-face' ? 0 : stock.thickness - depth;
  return {
    form: 'mortise',
    stock,
    wall,
    width: depth,
    start,
    length,
    depth: stock.width,
    ends: 'squared',
  };
}

/** A slanting mortise as the box round it, in the axes of its piece. */
function boxRound(feature: MortiseFeature, lean: Lean): MortiseFeature {
  const { start, length, wall, width, depth, stock } = feature;
  const back = invert(toSquare(lean, stock, { end: 'a', edge: 'reference' }));
  const corners = [start, start + length].flatMap((x) =>
    [wall, wall + width].flatMap((y) => [0, depth].map((z) => place(back, [x, y, z]))),
  );
  const [xs, ys, zs] = ([0, 1, 2] as const).map((axis) => corners.map((c) => c[axis]));
  const [x, y] = [Math.min(...xs!), Math.min(...ys!)];
  return {
    ...feature,
    start: x,
    length: Math.max(...xs!) - x,
    wall: y,
    width: Math.max(...ys!) - y,
    depth: Math.max(...zs!),
  };
}

/** A bore as the box round it; a hole for a peg lies within the room of its own joint. */
function asBored({
  stock,
  into,
  along,
  across,
  diameter,
  depth,
}: BoreFeature): MortiseFeature | undefined {
  if (into !== 'entry-edge') return undefined;
  const [start, wall] = [along - diameter / 2, across - diameter / 2];
  return {
    form: 'mortise',
    stock,
    wall,
    width: diameter,
    start,
    length: diameter,
    depth,
    ends: 'fitted',
  };
}

/**
 * What the joints of one part do to each other: a check of the whole job, said at both.
 * @param joints those that are possible by themselves
 */
export function neighbourNotes(
  job: Pick<Job, 'parts'>,
  joints: readonly Joint[],
): Map<string, NearNotes> {
  const placed = joints.flatMap((joint): PlacedMortise[] => {
    const { kind, params, members, parts } = resolve(joint, job);
    const { ends } = joint.mortised;
    const entry = entryOf(joint.mortised.edge);
    const { tenoned, mortised } = kind.features(params, members);
    const tip = tenoned.find((f) => f.form === 'tip');
    const own = {
      joint: joint.id,
      name: joint.name,
      part: parts.mortised.id,
      ends,
      ...entry,
      ...(tip && { tip }),
    };
    return mortised.flatMap((f) => {
      const feature = asMortise(f);
      return feature ? [{ ...own, feature }] : [];
    });
  });
  const notes = new Map<string, { problems: Problem[]; advice: Advice[] }>();
  const at = (joint: string) => {
    const known = notes.get(joint) ?? { problems: [], advice: [] };
    notes.set(joint, known);
    return known;
  };
  for (const { joint, problem, advice } of sharedGrooves(job, joints)) {
    if (problem) at(joint).problems.push(problem);
    if (advice) at(joint).advice.push(advice);
  }
  for (const { joint, problem } of sharedEnds(job, joints)) at(joint).problems.push(problem);
  for (const pair of neighboursIn(placed)) {
    const told = neighbourWords(pair);
    if (!told) continue;
    const part = job.parts.find((p) => p.id === pair.one.part)!.name;
    for (const [placedMortise, other] of [
      [pair.one, pair.other],
      [pair.other, pair.one],
    ] as const)
      if (told.level === 'problem') {
        at(placedMortise.joint).advice.push(
          ...waysOut(
            placedMortise === pair.one ? pair : { ...pair, one: pair.other, other: pair.one },
            joints,
          ),
        );
        at(placedMortise.joint).problems.push({
          path: 'neighbour',
          part,
          dimension: 'mortises that meet',
          value: pair.between,
          bound: 0,
          message: told.words,
        });
      } else
        at(placedMortise.joint).advice.push({
          id: `near-${other.joint}`,
          dimension: 'position',
          level: told.level,
          title: say(told.level === 'reason' ? 'A mitred pair' : 'Mortises near each other'),
          reason: told.words,
        });
  }
  return notes;
}

/** What two tenons that meet in one leg could be: a tenon short enough to butt is offered. */
function waysOut(pair: Neighbours, joints: readonly Joint[]): Advice[] {
  const meeting = meetingOf(pair, leastBetween(pair));
  const length: unknown = joints.find((j) => j.id === pair.one.joint)?.params['tenonLength'];
  if (!meeting || typeof length !== 'number') return [];
  const shorter: Mm = length - (pair.one.feature.depth - meeting.butted[0]);
  return [
    {
      id: `near-meeting-${pair.other.joint}`,
      dimension: 'tenonLength',
      level: 'reason',
      title: say('Two tenons in one leg'),
      reason: meetingWords(meeting, pair.other.name),
      ...(shorter > 0 && { propose: shorter }),
    },
  ];
}

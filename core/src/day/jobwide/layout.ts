import { nthOf, type Feature, type MemberName } from '../../design/index.ts';
import { formsWith, tellingFaces, withFaces } from '../../making/index.ts';
import { say } from '../../ground/index.ts';
import type { Line } from './line.ts';
import { linesOf } from './lines.ts';

/** A line of one member. */
export interface LayoutLine extends Line {
  readonly member: MemberName;
}

interface Cut {
  readonly member: MemberName;
  readonly features: readonly Feature[];
  /** Methods of the chosen route. */
  readonly methods: readonly string[];
  readonly turned?: boolean;
}

/**
 * What to mark for one member: all of it on the first piece, on the rest only what is worked to by
 * hand.
 */
export function layoutOf({ member, features, methods, turned }: Cut): LayoutLine[] {
  const hand = new Set<string>(formsWith('by-hand', methods));
  if (formsWith('by-hand', methods, 'edges').length) hand.add('edges');
  if (formsWith('chopped', methods).length) hand.add('floor');
  const layered = new Set<string>(formsWith('layered', methods));
  const lines = features.flatMap((f) => {
    const own = layered.has(f.form)
      ? linesOf(f, hand, member).map(ofLayers)
      : linesOf(f, hand, member);
    return own.map((l) => (f.name ? { ...l, what: `${l.what}, ${nthOf(f.name, f.nth)}` } : l));
  });
  return lines.map((l) => ({
    ...l,
    member,
    what: withFaces(l.what, turned === true),
    on: withFaces(l.on, turned === true),
    from: withFaces(l.from, turned === true),
    why: tellingFaces(l.why, turned === true),
  }));
}

/** The same line where layers make it: there is no stop and no fence to check. */
const ofLayers = (l: Line): Line => ({
  ...l,
  pieces: 'first',
  why: say('The layers’ own sizes make it; measured here once the first is glued.'),
});

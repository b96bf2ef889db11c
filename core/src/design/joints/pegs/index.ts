import { circle, type Mm, roundTo, type Vec2 } from '../../../ground/index.ts';
import { angleOf, type Available, nearestBore, type Piece } from '../../../shop/index.ts';
import type { Choice, JointKind, MemberName, Members, Outline } from '../kind.ts';
import { type Drawn, modified, without } from '../modified.ts';
import { alongOf, aside, dimension, gaugeAt, intoOf } from '../shape/index.ts';
import { pegAdvice } from './advice.ts';
import { bored, boresOf } from './bores.ts';
import { bradChecks, pegChecks, stopChecks } from './checks.ts';
import {
  type Holes,
  holesOf,
  holesSquare,
  KEYS,
  type Pegged,
  type PegParams,
  type Pegs,
  type PegsLie,
} from './params.ts';

export { type Pegs, type PegParams, type Pegged, type PegsLie } from './params.ts';

const PEGS: Choice = {
  id: 'pegs',
  label: 'Held by',
  options: [
    { value: 'none', label: 'Glue alone' },
    { value: 'drawbored', label: 'Drawbored pegs' },
    { value: 'pegged', label: 'Pegs' },
    { value: 'pinned', label: 'Brads' },
  ],
};

/** Of a tenon this wide, one peg is usual; wider ones get two (common practice). */
const ONE_PEG: Mm = 55;

/** Less than any hole stays away from tip and shoulder, mm. */
const CLEAR: Mm = 0.5;

/** What holds a joint beside glue, where anything does. */
interface Held {
  readonly holes?: Holes;
  /** Length of the brads, mm. */
  readonly brads?: Mm;
}

function heldBy(params: PegParams): Held | undefined {
  const holes = holesOf(params);
  if (holes) return { holes };
  return params.pegs === 'pinned' ? { brads: params.bradLength ?? 0 } : undefined;
}

/**
 * A kind whose tenon can be pegged, drawbored or pinned: everything of it stays as it is where
 * nobody asks for that.
 * @param tenonOf the tenon the pegs go through
 * @param lie how they lie, where the pieces don’t meet square
 */
export const withPegs = <P extends { readonly tenonLength: Mm }>(
  kind: JointKind<P>,
  tenonOf: (params: P, members: Members) => Pegged,
  lie?: PegsLie<P>,
): JointKind<P & PegParams> => {
  const holesIn = (holes: Holes, params: P, member: MemberName, piece: Piece) =>
    lie?.holes(params, holes, member, piece) ?? holesSquare(kind, params, holes, member);
  const roomFor = (params: P, { mortised }: Members): Mm =>
    mortised.width - (kind.seat(params).sink ?? 0);
  return modified<P, PegParams, Held>(kind, {
    choice: PEGS,
    keys: KEYS,
    chosen: heldBy,
    checks: ({ holes, brads }, params, members) =>
      holes
        ? [
            ...(lie?.checks(params) ?? []),
            ...(holes.stop
              ? stopChecks(holes.stop, kind.features(params, members).mortised, members.mortised)
              : []),
            ...pegChecks(holes, tenonOf(params, members), roomFor(params, members)),
          ]
        : bradChecks(brads!, members.mortised.thickness),
    advice: ({ holes }, params, members, available) =>
      pegAdvice(params, holes, tenonOf(params, members), members, available),
    gone: ({ holes }, params, member, piece, spot) =>
      holes && (member === 'mortised' || params.pegs === 'drawbored')
        ? bored(holesIn(holes, params, member, piece), holes, member, piece, spot)
        : [],
    /** Clear of the holes: close to the tip, or to the surface. */
    gauged(gauge, _held, params, member, piece, spot) {
      const { sink = 0 } = kind.seat(params);
      if (member === 'mortised')
        return gauge.axis === 1 && !lie?.measuredDeep
          ? gaugeAt(gauge, 2, intoOf(piece, spot)(sink + CLEAR))
          : gauge;
      const mitred = 'tips' in params && params.tips !== 'square';
      return gauge.axis === 0 || mitred ? gauge : gaugeAt(gauge, 0, alongOf(piece, spot)(CLEAR));
    },
    features: ({ holes }, params, members) =>
      holes
        ? boresOf(holes, params, members, (member) =>
            holesIn(holes, params, member, members[member]),
          )
        : {},
    drawn: ({ holes, brads }, params) =>
      holes
        ? drawnPegs(holes, params, kind.seat(params).sink, lie?.slope(params))
        : { dimensions: [aside('bradLength', 'length of the brads', brads!)] },
    withChoice: (params, choice, value, members, available) =>
      choice === 'pegs'
        ? {
            ...without<P>(params, KEYS),
            ...usual(value as Pegs, tenonOf(params, members), members, available),
          }
        : undefined,
  });
};

function drawnPegs(
  { diameter, inset, offset, across, stop }: Holes,
  { pegs, pegAcross = 0 }: PegParams,
  sink: Mm = 0,
  slope = 0,
): Drawn {
  const { sin, cos, tan } = angleOf(slope);
  const x = (z: Mm): Mm => z * tan - sink - inset / cos;
  const hole = (role: Outline['role'], nearer: Mm) =>
    across.map((z): Outline => ({ role, points: circle([x(z) + nearer, z], diameter / 2) }));
  const last: Vec2 = [x(across.at(-1)!), across.at(-1)!];
  const shoulder: Vec2 = [last[0] + inset * cos, last[1] - inset * sin];
  return {
    view: 'face',
    outlines: [...hole('mortised', 0), ...(offset ? hole('hidden', offset) : [])],
    dimensions: [
      dimension('pegInset', 'peg from the shoulder', inset, 'face', last, shoulder, 16),
      aside('pegDiameter', 'peg', diameter),
      ...(pegs === 'drawbored' ? [aside('pegOffset', 'drawbore offset', offset)] : []),
      dimension(
        'pegAcross',
        'peg from the edge',
        pegAcross,
        'face',
        [x(pegAcross), 0],
        [x(pegAcross), pegAcross],
        -12,
      ),
      aside('pegStop', 'left on the far face', stop),
      aside('pegSpacing', 'between two pegs', across.length > 1 ? last[1] - across[0]! : 0),
    ],
  };
}

/** What is usual for a tenon in its piece, by what the shop bores. */
function usual(pegs: Pegs, tenon: Pegged, members: Members, available: Available): PegParams {
  if (pegs === 'none') return { pegs };
  const round = (value: Mm) => roundTo(value, available.step / 2, 'nearest');
  if (pegs === 'pinned')
    return {
      pegs,
      bradLength: Math.max(
        available.step,
        roundTo(members.mortised.thickness - 5, available.step, 'nearest'),
      ),
    };
  const pegDiameter = nearestBore(Math.min(10, Math.max(6, tenon.length / 4)), available);
  return {
    pegs,
    pegDiameter,
    pegInset: round(Math.max(1.5 * pegDiameter, Math.min(tenon.length / 2, 2 * pegDiameter))),
    ...(pegs === 'drawbored' && { pegOffset: 1.5 }),
    pegAcross: tenon.edgeShoulder + tenon.width / 2,
    pegSpacing: tenon.width > ONE_PEG ? round(tenon.width / 2) : 0,
  };
}

import { circle, type Mm, roundTo, type Vec2 } from '../../../ground/index.ts';
import { type Available, nearestBore } from '../../../shop/index.ts';
import type { Choice, JointKind, Members, Outline } from '../kind.ts';
import { type Drawn, modified, without } from '../modified.ts';
import { alongOf, aside, dimension, gaugeAt, intoOf } from '../shape/index.ts';
import { pegAdvice } from './advice.ts';
import { bored, boresOf } from './bores.ts';
import { bradChecks, pegChecks } from './checks.ts';
import { type Holes, holesOf, KEYS, type Pegged, type PegParams, type Pegs } from './params.ts';

export { type Pegs, type PegParams, type Pegged } from './params.ts';

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
 */
export const withPegs = <P extends { readonly tenonLength: Mm }>(
  kind: JointKind<P>,
  tenonOf: (params: P, members: Members) => Pegged,
): JointKind<P & PegParams> =>
  modified<P, PegParams, Held>(kind, {
    choice: PEGS,
    keys: KEYS,
    chosen: heldBy,
    checks: ({ holes, brads }, params, members) =>
      holes
        ? pegChecks(holes, tenonOf(params, members))
        : bradChecks(brads!, members.mortised.thickness),
    advice: ({ holes }, params, members, available) =>
      pegAdvice(params, holes, tenonOf(params, members), members, available),
    gone: ({ holes }, params, member, piece, spot) =>
      holes && (member === 'mortised' || params.pegs === 'drawbored')
        ? bored(holes, params.tenonLength, kind.seat(params), member, piece, spot)
        : [],
    /** Clear of the holes: close to the tip, or to the surface. */
    gauged(gauge, _held, params, member, piece, spot) {
      const { sink = 0 } = kind.seat(params);
      if (member === 'mortised')
        return gauge.axis === 1 ? gaugeAt(gauge, 2, intoOf(piece, spot)(sink + CLEAR)) : gauge;
      const mitred = 'tips' in params && params.tips !== 'square';
      return gauge.axis === 0 || mitred ? gauge : gaugeAt(gauge, 0, alongOf(piece, spot)(CLEAR));
    },
    features: ({ holes }, params, members) =>
      holes ? boresOf(holes, params, kind.seat(params), members) : {},
    drawn: ({ holes, brads }, params) =>
      holes
        ? drawnPegs(holes, params, kind.seat(params).sink)
        : { dimensions: [aside('bradLength', 'length of the brads', brads!)] },
    withChoice: (params, choice, value, members, available) =>
      choice === 'pegs'
        ? {
            ...without<P>(params, KEYS),
            ...usual(value as Pegs, tenonOf(params, members), members, available),
          }
        : undefined,
  });

function drawnPegs(
  { diameter, inset, offset, across }: Holes,
  { pegs, pegAcross = 0 }: PegParams,
  sink: Mm = 0,
): Drawn {
  const x = -sink - inset;
  const hole = (role: Outline['role'], centre: Mm) =>
    across.map((z): Outline => ({ role, points: circle([centre, z] as Vec2, diameter / 2) }));
  const last = across.at(-1)!;
  return {
    view: 'face',
    outlines: [...hole('mortised', x), ...(offset ? hole('hidden', x + offset) : [])],
    dimensions: [
      dimension('pegInset', 'peg from the shoulder', inset, 'face', [x, last], [-sink, last], 16),
      aside('pegDiameter', 'peg', diameter),
      ...(pegs === 'drawbored' ? [aside('pegOffset', 'drawbore offset', offset)] : []),
      dimension('pegAcross', 'peg from the edge', pegAcross, 'face', [x, 0], [x, pegAcross], -12),
      aside('pegSpacing', 'between two pegs', across.length > 1 ? last - across[0]! : 0),
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

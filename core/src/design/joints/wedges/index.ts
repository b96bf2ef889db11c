import { type Mm, roundTo } from '../../../ground/index.ts';
import type { Lean, Piece } from '../../../shop/index.ts';
import type { Choice, JointKind, Spot } from '../kind.ts';
import { modified, without } from '../modified.ts';
import { gaugeAt, inTruePiece, intoOf } from '../shape/index.ts';
import type { PassageParams, ThroughParams } from '../through/index.ts';
import { wedgeAdvice } from './advice.ts';
import { cutChecks, flareChecks, reliefChecks, type Sawn, sizeChecks } from './checks.ts';
import { cutFeatures, flareFeature, flares, sawn } from './cuts.ts';
import { drawnWedges } from './drawing.ts';
import { cutsOf, KEYS, type Wedged, type WedgeParams, wedgesOf } from './params.ts';

export { type WedgeParams } from './params.ts';

const WEDGES: Choice = {
  id: 'wedges',
  label: 'Wedges',
  options: [
    { value: 'none', label: 'None' },
    { value: 'wedged', label: 'Wedged from outside' },
  ],
};

/** Where a wedged mortise's length is measured, in from the edge the tenon enters, mm. */
const ENTRY: Mm = 0.02;

/**
 * A through joint whose tenons can be wedged from outside: as it was where nobody asks for that.
 * @param each every tenon as a joint of its own, in the order of their mortises
 * @param sunk how deep pockets beside the mortises hide their ends, mm
 * @param leanOf how its tenon lies askew in its piece
 */
export function withWedges<P extends ThroughParams & PassageParams>(
  kind: JointKind<P>,
  each: Sawn<P>['each'],
  sunk: Sawn<P>['sunk'] = () => 0,
  leanOf: (params: P, piece: Piece) => Lean | undefined = () => undefined,
): JointKind<P & WedgeParams> {
  const asked = kind.choices.some(({ id }) => id === 'passage');
  const sawnOf = (wedges: Wedged, params: P, piece: Piece, spot: Spot) => {
    const lean = leanOf(params, piece);
    const cuts = cutsOf(each(params), wedges.kerf);
    const square = sawn(wedges, cuts, params.tenonLength, lean?.square ?? piece, spot);
    return square.map(inTruePiece(lean, piece, { end: spot.end, edge: 'reference' }));
  };
  return modified<P, WedgeParams, Wedged>(kind, {
    choice: WEDGES,
    keys: KEYS,
    chosen: wedgesOf,
    checks: (wedges, params, members) => [
      ...reliefChecks(wedges, leanOf(params, members.tenoned)),
      ...sizeChecks(wedges),
      ...cutChecks(wedges, params),
      ...flareChecks(wedges, params, members, { each, sunk, asked }),
    ],
    advice: (wedges, params, _members, { step }) =>
      wedgeAdvice(wedges, cutsOf(each(params), wedges.kerf).length, step),
    gone: (wedges, params, member, piece, spot) =>
      member === 'mortised'
        ? each(params).flatMap((tenon) => flares(tenon, wedges, piece, spot))
        : sawnOf(wedges, params, piece, spot),
    /** The mortise is as long as it is where the flare hasn't begun, or hardly. */
    gauged: (gauge, _wedges, params, member, piece, spot) =>
      member === 'mortised' && gauge.axis === 0
        ? gaugeAt(gauge, 2, intoOf(piece, spot)(sunk(params) + ENTRY))
        : gauge,
    features: (wedges, params, members, { tenoned, mortised }) => ({
      tenoned: cutFeatures(
        wedges,
        cutsOf(each(params), wedges.kerf),
        params.tenonLength,
        members.tenoned,
        tenoned.length,
        leanOf(params, members.tenoned),
        params.edgeShoulder,
      ),
      mortised: each(params).map((tenon, i) =>
        flareFeature(wedges, tenon, members.mortised, mortised[i]!.name, i),
      ),
    }),
    drawn: (wedges, params, members) =>
      drawnWedges(wedges, each(params), params, members.mortised.width),
    withChoice(params, choice, value, members, available) {
      if (choice !== 'wedges' && (choice !== 'passage' || value === 'through')) return undefined;
      const rest = without<P>(params, KEYS);
      if (choice === 'passage')
        return { ...kind.withChoice(rest, choice, value, members, available) };
      if (value === 'none') return { ...rest, wedges: 'none' };
      const out = asked ? kind.withChoice(rest, 'passage', 'through', members, available) : rest;
      const squared =
        out.corners === 'rounded'
          ? kind.withChoice(out, 'corners', 'squared', members, available)
          : out;
      return { ...squared, ...usual(out.tenonLength, members.mortised.width, available.step) };
    },
  });
}

/** What is usual for a tenon so long, through a piece so wide. */
const usual = (tenonLength: Mm, width: Mm, step: Mm): WedgeParams => ({
  wedges: 'wedged',
  wedgeKerf: step === 1 ? 1.5 : step,
  wedgeStop: roundTo(Math.min(6, tenonLength / 4), step, 'up'),
  wedgeThickness: step === 1 ? 4 : 2.5 * step,
  flareDepth: roundTo((width * 2) / 3, step, 'nearest'),
  reliefHole: 0,
});

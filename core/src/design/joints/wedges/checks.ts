import type { Mm } from '../../../ground/index.ts';
import type { Lean } from '../../../shop/index.ts';
import { derive } from '../blind/index.ts';
import type { Members } from '../kind.ts';
import { type Check, notNegative, positive } from '../shape/index.ts';
import type { PassageParams, ThroughParams } from '../through/index.ts';
import { blindOf, type Wedged } from './params.ts';

/** Wood that a relief hole leaves before the shoulder, mm. */
const RELIEF_OFF: Mm = 1;

/** What of a kind wedges go by. */
export interface Sawn<P> {
  /** Every tenon as a joint of its own, in the order of their mortises. */
  readonly each: (params: P) => readonly ThroughParams[];
  /** How deep pockets beside the mortises hide their ends, mm. */
  readonly sunk: (params: P) => Mm;
  /** Whether the kind stops inside unless it is asked to come out. */
  readonly asked: boolean;
}

export const sizeChecks = ({ kerf, stop, thickness, deep, flare, hole }: Wedged): Check[] => [
  positive('tenoned', 'wedgeKerf', 'saw cut for the wedge', kerf),
  positive('tenoned', 'wedgeStop', 'wood between saw cut and shoulder', stop),
  positive('tenoned', 'wedgeThickness', 'wedge', thickness),
  notNegative('mortised', 'wedgeThickness', 'flare', flare),
  positive('mortised', 'flareDepth', 'depth of the flare', deep),
  notNegative('tenoned', 'reliefHole', 'relief hole', hole),
];

/** A relief hole goes square through the faces: not where those of the tenon slope. */
export const reliefChecks = ({ hole }: Wedged, lean: Lean | undefined): Check[] => [
  {
    wrong: hole > 0 && lean?.about === 'width',
    member: 'tenoned',
    path: 'reliefHole',
    dimension: 'relief hole',
    value: hole,
    bound: 0,
    text: 'a relief hole of {value} goes square through the faces, and these slope: leave it out.',
  },
];

/** Of the saw cuts, and of the holes at their feet. */
export const cutChecks = (
  { kerf, stop, hole }: Wedged,
  { tenonWidth, tenonLength }: ThroughParams,
): Check[] => [
  {
    wrong: hole > 0 && hole < kerf + 1e-6,
    member: 'tenoned',
    path: 'reliefHole',
    dimension: 'relief hole',
    value: hole,
    bound: kerf,
    text: 'the relief hole is {value} across; to take a cut of {bound} it must be wider.',
  },
  {
    wrong: hole / 2 > stop - RELIEF_OFF + 1e-6,
    member: 'tenoned',
    path: 'reliefHole',
    dimension: 'relief hole',
    value: hole,
    bound: 2 * (stop - RELIEF_OFF),
    text: 'the relief hole is {value} across; so near the shoulder {bound} is the most.',
  },
  {
    wrong: hole > tenonWidth / 4,
    member: 'tenoned',
    path: 'reliefHole',
    dimension: 'relief hole',
    value: hole,
    bound: tenonWidth / 4,
    text: 'the relief hole is {value} across; {bound}, a quarter of the tenon’s width, is the most.',
  },
  {
    wrong: stop >= tenonLength - 1,
    member: 'tenoned',
    path: 'wedgeStop',
    dimension: 'wood between saw cut and shoulder',
    value: stop,
    bound: tenonLength - 1,
    text: 'the cut would stop {value} from the shoulder; of this tenon {bound} is the most.',
  },
  {
    wrong: tenonWidth / 4 < kerf + 1,
    member: 'tenoned',
    path: 'wedgeKerf',
    dimension: 'saw cut for the wedge',
    value: kerf,
    bound: tenonWidth / 4 - 1,
    text: 'a cut of {value} a quarter of the width in needs a wider tenon; {bound} is the most here.',
  },
];

/** Of the mortises' ends, where the tenons come out. */
export function flareChecks<P extends ThroughParams & PassageParams>(
  { deep, flare }: Wedged,
  params: P,
  { mortised: { width: V, length } }: Members,
  { each, sunk, asked }: Sawn<P>,
): Check[] {
  const starts = each(params).map(({ position }) => position);
  const { mortiseLength: l } = derive(blindOf(params));
  const room = Math.min(...starts) - flare;
  const end = Math.max(...starts) + l + flare;
  const between = Math.min(
    ...starts.map((q) => Math.min(...starts.filter((other) => other > q + 1e-6)) - q - l),
  );
  return [
    {
      wrong: deep > V - sunk(params) + 1e-6,
      member: 'mortised',
      path: 'flareDepth',
      dimension: 'depth of the flare',
      value: deep,
      bound: V - sunk(params),
      text: 'the flare is {value} deep from the exit, the mortise’s ends only {bound}.',
    },
    {
      wrong: params.corners === 'rounded',
      member: 'mortised',
      path: 'corners',
      dimension: 'round ends',
      value: params.mortiseWidth / 2,
      bound: 0,
      text: 'ends left round can’t be flared; square them, or keep them clear.',
    },
    {
      wrong: asked && params.passage !== 'through',
      member: 'tenoned',
      path: 'tenonLength',
      dimension: 'tenon length',
      value: params.tenonLength,
      bound: V,
      text: 'wedges from outside spread tenons that come out of the far side; these are {value} long and stop inside {bound}.',
    },
    {
      wrong: end > length + 1e-6,
      member: 'mortised',
      path: 'position',
      dimension: 'end of the flare',
      value: end,
      bound: length,
      text: 'the flare would end {value} from the layout end, but the piece is {bound} long.',
    },
    {
      wrong: between - 2 * flare < 1 - 1e-6,
      member: 'mortised',
      path: 'wedgeThickness',
      dimension: 'flare',
      value: flare,
      bound: (between - 1) / 2,
      text: 'the ends of two mortises would open by {value} towards each other; {bound} is the most that leaves wood between them.',
    },
    {
      wrong: room < -1e-6,
      member: 'mortised',
      path: 'position',
      dimension: 'wood beside the flare',
      value: room,
      bound: 0,
      text: 'the flare would run {over} out of the layout end.',
    },
  ];
}

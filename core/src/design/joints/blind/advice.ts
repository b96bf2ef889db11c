import { roundTo, say, type Mm } from '../../../ground/index.ts';
import { nearestWidth, type Available } from '../../../shop/index.ts';
import type { Advice, Members } from '../kind.ts';
import { derive, entryDepth, type BlindParams } from './params.ts';
import { proposeBlind } from './propose.ts';

/** A warning that is told where it applies. */
interface Warning extends Omit<Advice, 'level' | 'propose'> {
  readonly isWrong: boolean;
  readonly propose?: Mm | undefined;
}

/** A hair under which a bound is kept, mm. */
const HAIR = 1e-6;

/** Wood that stays behind a mortise, and the least wall beside it, mm (common practice). */
const BEHIND: Mm = 6;
const LEAST_WALL: Mm = 5;
/** A tenon wider than this is made two, mm (common practice). */
const WIDEST: Mm = 100;
/** Clearances, mm, between which a fit holds (common practice). */
const [TIGHTEST, LOOSEST] = [-0.05, 0.15];

/**
 * Reasons and warnings of common practice: walls, length, movement, cutters. None of them changes
 * anything.
 */
export function blindAdvice(params: BlindParams, members: Members, available: Available): Advice[] {
  const warnings = [
    ...ofCutters(params, available),
    ...ofThicknesses(params, members, available),
    ...ofDepths(params, members, available),
    ...ofClearances(params, available),
  ];
  return [
    ...ofThirds(params, members, available),
    ...warnings.flatMap(({ isWrong, propose, ...told }): Advice[] =>
      isWrong ? [{ ...told, level: 'warning', ...(propose !== undefined && { propose }) }] : [],
    ),
    ...(params.corners === 'rounded' ? [roundEnds(params)] : []),
  ];
}

const thirdOf = ({ tenoned, mortised }: Members, available: Available): Mm | undefined =>
  nearestWidth(Math.min(tenoned.thickness, mortised.thickness) / 3, available);

/** Why the mortise is as wide as is proposed, while it is. */
function ofThirds({ mortiseWidth }: BlindParams, members: Members, available: Available): Advice[] {
  const third = thirdOf(members, available) ?? mortiseWidth;
  return Math.abs(mortiseWidth - third) < HAIR ? [...proposeBlind(members, available).advice] : [];
}

const roundEnds = (params: BlindParams): Advice => ({
  id: 'corners',
  dimension: 'corners',
  level: 'reason',
  title: say('Ends stay round'),
  reason: say(
    'The cutter leaves the mortise’s ends round, so the tenon’s edges are rounded to {r}.',
    { r: derive(params).tenonThickness / 2 },
  ),
});

function ofCutters(params: BlindParams, { mortiseWidths, ...rest }: Available): Warning[] {
  const { mortiseWidth: m } = params;
  const { mortiseDepth: D } = derive(params);
  const nearest = nearestWidth(m, { mortiseWidths, ...rest });
  const reaching = mortiseWidths.filter(({ width }) => width <= m + HAIR);
  const reach = Math.max(0, ...reaching.map((cutter) => cutter.reach));
  const fits = mortiseWidths.some(({ width }) => Math.abs(width - m) < HAIR);
  return [
    {
      isWrong: !fits && nearest !== undefined,
      id: 'cutter',
      dimension: 'mortiseWidth',
      title: say('No cutter is {m}', { m }),
      reason: say(
        'A smaller one makes it in two rows, which asks for two settings. The nearest cutter is {nearest}.',
        { nearest: nearest ?? m },
      ),
      propose: nearest,
      answeredBy: 'mortised',
    },
    {
      isWrong: reaching.length > 0 && D > reach + HAIR,
      id: 'reach',
      dimension: 'mortiseDepth',
      title: say('Mortise {D} deep', { D }),
      reason: say('The longest cutter that fits reaches {reach}.', { reach }),
      propose: reach,
      answeredBy: 'mortised',
    },
  ];
}

function ofThicknesses(params: BlindParams, members: Members, available: Available): Warning[] {
  const { tenonThickness: t, wall: near } = derive(params);
  const { mortiseWidth: m } = params;
  const [T, S] = [members.tenoned.thickness, members.mortised.thickness];
  const thinnest = Math.max(S / 4, LEAST_WALL);
  const wall = Math.min(near, S - near - m);
  const third = thirdOf(members, available);
  return [
    {
      isWrong: wall < thinnest - HAIR,
      id: 'wall',
      dimension: 'setBack',
      title: say('A thin mortise wall'),
      reason: say(
        'The thinner wall is {wall}. Less than {thinnest}, the greater of a quarter of the piece and {least}, may split.',
        { wall, thinnest, least: LEAST_WALL },
      ),
    },
    {
      isWrong: t < T / 4 - HAIR,
      id: 'thin-tenon',
      dimension: 'mortiseWidth',
      title: say('A thin tenon'),
      reason: say('{t} is less than a quarter of {T}; a third is usual.', { t, T }),
      propose: third,
    },
    {
      isWrong: m > T / 2 + HAIR,
      id: 'thick-tenon',
      dimension: 'mortiseWidth',
      title: say('A thick tenon'),
      reason: say('{m} is more than half of {T}: the shoulders are left small.', { m, T }),
      propose: third,
    },
  ];
}

function ofDepths(params: BlindParams, { mortised }: Members, { step }: Available): Warning[] {
  const { tenonThickness: t, mortiseDepth: D } = derive(params);
  const { tenonWidth: w, tenonLength: L, bottomClearance } = params;
  const V = entryDepth(mortised);
  return [
    {
      isWrong: V - D < BEHIND - HAIR,
      id: 'behind',
      dimension: 'mortiseDepth',
      title: say('Little wood behind the mortise'),
      reason: say('{left} is left; {least} or more keeps the bottom from breaking through.', {
        left: V - D,
        least: BEHIND,
      }),
      propose: V - BEHIND,
    },
    {
      isWrong: L < V / 2 - HAIR,
      id: 'short',
      dimension: 'tenonLength',
      title: say('A short tenon'),
      reason: say('{L} is less than half of {V}. Two thirds to three quarters is usual.', { L, V }),
      propose: roundTo(Math.min((V * 2) / 3, V - BEHIND - bottomClearance), step, 'nearest'),
    },
    {
      isWrong: w > 6 * t + HAIR || w > WIDEST + HAIR,
      id: 'wide',
      dimension: 'tenonWidth',
      title: say('A wide tenon'),
      reason: say(
        '{w} is more than six times the thickness, or over {most}: the wood moves across it and the long mortise is weak. Two tenons with a gap are usual.',
        { w, most: WIDEST },
      ),
      propose: Math.min(6 * t, WIDEST),
    },
  ];
}

function ofClearances(params: BlindParams, { targetClearance }: Available): Warning[] {
  const { bottomClearance: f, faceClearance: c, mortiseWidth: m } = params;
  const fitting = m - targetClearance;
  return [
    {
      isWrong: f < 1.5 - HAIR,
      id: 'bottom',
      dimension: 'bottomClearance',
      title: say('The tenon may bottom'),
      reason: say('{f} is left for glue; {least} to {most} lets the shoulder close first.', {
        f,
        least: 1.5,
        most: 3,
      }),
      propose: 2,
    },
    {
      isWrong: c < TIGHTEST - 1e-9,
      id: 'tight',
      dimension: 'tenonThickness',
      title: say('A tight fit'),
      reason: say(
        'The tenon is {over} thicker than the mortise is wide: it can split a thin wall.',
        {
          over: -c,
        },
      ),
      propose: fitting,
    },
    {
      isWrong: c > LOOSEST + 1e-9,
      id: 'loose',
      dimension: 'tenonThickness',
      title: say('A loose fit'),
      reason: say('{c} of clearance wobbles and is weak with water-based glue.', { c }),
      tightens: true,
      propose: fitting,
    },
  ];
}

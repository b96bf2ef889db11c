import { roundTo, say, type Mm, type Sentence } from '../../../ground/index.ts';
import { nearestWidth, type Available } from '../../../shop/index.ts';
import type { Advice, MemberName, Members } from '../kind.ts';
import { derive, entryDepth, type BlindParams } from './params.ts';
import { proposeBlind } from './propose.ts';

/**
 * Reasons and warnings of common practice: walls, length, movement, cutters. None of them changes
 * anything.
 */
export function blindAdvice(params: BlindParams, members: Members, available: Available): Advice[] {
  const { tenonThickness: t, mortiseDepth: D, wall: p } = derive(params);
  const { mortiseWidth: m, tenonWidth: w, tenonLength: L } = params;
  const S = members.mortised.thickness;
  const V = entryDepth(members.mortised);
  const T = members.tenoned.thickness;
  const thinner = Math.min(T, S);
  const found: Advice[] = [];
  const warn = (
    wrong: boolean,
    id: string,
    dimension: string,
    title: Sentence,
    reason: Sentence,
    propose?: Mm,
    answeredBy?: MemberName,
  ) => {
    if (wrong)
      found.push({
        id,
        dimension,
        level: 'warning',
        title,
        reason,
        ...(propose !== undefined && { propose }),
        ...(answeredBy && { answeredBy }),
      });
  };
  found.push(
    ...proposeBlind(members, available).advice.filter(
      () => Math.abs(m - (nearestWidth(thinner / 3, available) ?? m)) < 1e-6,
    ),
  );
  const fits = available.mortiseWidths.some(({ width }) => Math.abs(width - m) < 1e-6);
  const nearest = nearestWidth(m, available);
  warn(
    !fits && nearest !== undefined,
    'cutter',
    'mortiseWidth',
    say('No cutter is {m}', { m }),
    say(
      'A smaller one makes it in two rows, which asks for two settings. The nearest cutter is {nearest}.',
      {
        nearest: nearest ?? m,
      },
    ),
    nearest,
    'mortised',
  );
  const reaching = available.mortiseWidths.filter(({ width }) => width <= m + 1e-6);
  const reach = Math.max(0, ...reaching.map((c) => c.reach));
  warn(
    reaching.length > 0 && D > reach + 1e-6,
    'reach',
    'mortiseDepth',
    say('Mortise {D} deep', { D }),
    say('The longest cutter that fits reaches {reach}.', { reach }),
    reach,
    'mortised',
  );
  const thinnest = Math.max(S / 4, 5);
  const wall = Math.min(p, S - p - m);
  warn(
    wall < thinnest - 1e-6,
    'wall',
    'setBack',
    say('A thin mortise wall'),
    say(
      'The thinner wall is {wall}. Less than {thinnest}, the greater of a quarter of the piece and {least}, may split.',
      { wall, thinnest, least: 5 },
    ),
  );
  warn(
    t < T / 4 - 1e-6,
    'thin-tenon',
    'mortiseWidth',
    say('A thin tenon'),
    say('{t} is less than a quarter of {T}; a third is usual.', { t, T }),
    nearestWidth(thinner / 3, available),
  );
  warn(
    m > T / 2 + 1e-6,
    'thick-tenon',
    'mortiseWidth',
    say('A thick tenon'),
    say('{m} is more than half of {T}: the shoulders are left small.', { m, T }),
    nearestWidth(thinner / 3, available),
  );
  warn(
    V - D < 6 - 1e-6,
    'behind',
    'mortiseDepth',
    say('Little wood behind the mortise'),
    say('{left} is left; {least} or more keeps the bottom from breaking through.', {
      left: V - D,
      least: 6,
    }),
    V - 6,
  );
  warn(
    L < V / 2 - 1e-6,
    'short',
    'tenonLength',
    say('A short tenon'),
    say('{L} is less than half of {V}. Two thirds to three quarters is usual.', { L, V }),
    roundTo(Math.min((V * 2) / 3, V - 6 - params.bottomClearance), available.step, 'nearest'),
  );
  warn(
    w > 6 * t + 1e-6 || w > 100 + 1e-6,
    'wide',
    'tenonWidth',
    say('A wide tenon'),
    say(
      '{w} is more than six times the thickness, or over {most}: the wood moves across it and the long mortise is weak. Two tenons with a gap are usual.',
      { w, most: 100 },
    ),
    Math.min(6 * t, 100),
  );
  warn(
    params.bottomClearance < 1.5 - 1e-6,
    'bottom',
    'bottomClearance',
    say('The tenon may bottom'),
    say('{f} is left for glue; {least} to {most} lets the shoulder close first.', {
      f: params.bottomClearance,
      least: 1.5,
      most: 3,
    }),
    2,
  );
  warn(
    params.faceClearance < -0.05 - 1e-9,
    'tight',
    'tenonThickness',
    say('A tight fit'),
    say('The tenon is {over} thicker than the mortise is wide: it can split a thin wall.', {
      over: -params.faceClearance,
    }),
    m - available.targetClearance,
  );
  warn(
    params.faceClearance > 0.15 + 1e-9,
    'loose',
    'tenonThickness',
    say('A loose fit'),
    say('{c} of clearance wobbles and is weak with water-based glue.', { c: params.faceClearance }),
    m - available.targetClearance,
  );
  if (params.corners === 'rounded')
    found.push({
      id: 'corners',
      dimension: 'corners',
      level: 'reason',
      title: say('Ends stay round'),
      reason: say(
        'The cutter leaves the mortise’s ends round, so the tenon’s edges are rounded to {r}.',
        { r: t / 2 },
      ),
    });
  return found;
}

import type { Mm, Vec2 } from '../../../ground/index.ts';
import { derive } from '../blind/index.ts';
import type { Outline } from '../kind.ts';
import type { Drawn } from '../modified.ts';
import { aside, dimension } from '../shape/index.ts';
import type { ThroughParams } from '../through/index.ts';
import { blindOf, cutsOf, type Wedged } from './params.ts';

export function drawnWedges(
  { kerf, stop, thickness, deep, flare, hole }: Wedged,
  tenons: readonly ThroughParams[],
  params: ThroughParams,
  V: Mm,
): Drawn {
  const { along, mortiseLength } = derive(blindOf(params));
  const L = params.tenonLength;
  const line = (points: Vec2[]): Outline => ({ role: 'hidden', points });
  const cuts = cutsOf(tenons, kerf);
  const starts = new Set(tenons.map(({ position }) => position - along));
  const opening = (from: Mm, to: Mm) =>
    line([
      [-V + deep, from],
      [-V, from],
      [-V, to],
    ]);
  return {
    view: 'face',
    outlines: [
      ...cuts.map((z) =>
        line([
          [-L, z],
          [-stop, z],
          [-stop, z + kerf],
          [-L, z + kerf],
        ]),
      ),
      ...[...starts].flatMap((start) => {
        const end = start + mortiseLength;
        return [opening(start, start - flare), opening(end, end + flare)];
      }),
    ],
    dimensions: [
      dimension(
        'wedgeStop',
        'saw cut to shoulder',
        stop,
        'face',
        [-stop, cuts[1]!],
        [0, cuts[1]!],
        10,
      ),
      aside('wedgeKerf', 'saw cut for the wedge', kerf),
      aside('wedgeThickness', 'wedge at the exit', thickness),
      aside('flareDepth', 'mortise flared over', deep),
      aside('reliefHole', 'relief hole at the foot of each cut', hole),
    ],
  };
}

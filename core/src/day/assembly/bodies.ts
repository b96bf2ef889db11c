import { entryOf, inARow, resolve, type Job, kindOf, movedAlong } from '../../design/index.ts';
import {
  difference,
  invert,
  scale,
  type Body,
  type Modeller,
  type Solid,
  type Vec3,
  type Mm,
} from '../../ground/index.ts';
import { pieceOf, pieceSolid, quarterTurn } from '../../shop/index.ts';
import { spotsOf, type Built, type PlacedPiece } from './build.ts';
import { clashes, type Spot } from './meet.ts';

/** What a joint takes out of one of its pieces, in the piece's own axes. */
export function gone(spot: Spot, job: Job): Solid {
  const joint = job.joints.find(({ id }) => id === spot.joint)!;
  const { params, members, parts } = resolve(joint, job);
  const { edge, turned } =
    spot.member === 'mortised' ? entryOf(joint.mortised.edge) : { edge: 'reference' as const };
  const pitch = inARow(joint) > 1 ? spot.nth * (joint.mortised.pitch ?? 0) : 0;
  const here = pitch ? movedAlong(kindOf(joint.kind), params, pitch) : params;
  const piece = members[spot.member];
  const { mustRemain } = kindOf(joint.kind).geometry(here, spot.member, piece, {
    end: spot.end,
    edge,
  });
  const solid = difference(pieceSolid(piece), mustRemain);
  const { thickness } = pieceOf(parts[spot.member], 'median');
  return turned ? { shape: 'placed', rigid: invert(quarterTurn(thickness)), solid } : solid;
}

/** A piece with all its joinery, in its own axes. Lives as long as the modeller's scope. */
export function bodyOf(
  modeller: Modeller,
  { part, hand }: Pick<PlacedPiece, 'part' | 'hand'>,
  job: Job,
): Body {
  const stock = pieceOf(
    job.parts.find(({ id }) => id === part)!,
    'median',
  );
  const whole = pieceSolid(stock);
  /** Joints of one end that is cut alike for all of them are cut once. */
  const cut = new Map(
    spotsOf(part, hand, job).map((spot) => [JSON.stringify(gone(spot, job)), spot]),
  );
  return modeller.solid(difference(whole, ...[...cut.values()].map((spot) => gone(spot, job))));
}

/** A step small enough that no wall is jumped over, mm. */
const STEP: Mm = 4;

/**
 * The pieces of an assembly as solids in their places, and whether some of them pass others on a
 * straight way.
 */
export class Bodies {
  readonly all: readonly Body[];
  private readonly bounds: readonly { min: Vec3; max: Vec3 }[];

  constructor(modeller: Modeller, { pieces }: Built, job: Job) {
    const made = new Map<string, Body>();
    this.all = pieces.map((piece) => {
      const key = `${piece.part} ${piece.hand}`;
      const body = made.get(key) ?? bodyOf(modeller, piece, job);
      made.set(key, body);
      return body.placed(piece.at);
    });
    this.bounds = this.all.map((body) => body.bounds());
  }

  /**
   * Least and greatest of some pieces along a direction, mm; of boxes round them where it is
   * aslant.
   */
  extent(pieces: readonly number[], along: Vec3): [least: Mm, most: Mm] {
    const ends = pieces.flatMap((i) => {
      const { min, max } = this.bounds[i]!;
      return corners(min, max).map((p) => p[0] * along[0] + p[1] * along[1] + p[2] * along[2]);
    });
    return [Math.min(...ends), Math.max(...ends)];
  }

  /**
   * A piece of the one lot that is in the way of one of the other, moved out along the way; nothing
   * where it is free.
   */
  inTheWay(
    moved: readonly number[],
    staying: readonly number[],
    way: Vec3,
  ): { moved: number; staying: number } | undefined {
    for (const i of moved)
      for (const j of staying) if (!this.passes(i, j, way)) return { moved: i, staying: j };
    return undefined;
  }

  private passes(i: number, j: number, way: Vec3): boolean {
    const [from, to] = this.meeting(i, j, way);
    for (let d = Math.max(STEP / 8, from); d < to; d += STEP) {
      const there = this.all[i]!.placed({
        rotation: [
          [1, 0, 0],
          [0, 1, 0],
          [0, 0, 1],
        ],
        shift: scale(way, d),
      });
      if (clashes(there, this.all[j]!)) return false;
    }
    return true;
  }

  /** From where to where on its way the box round a body lies in that round another, mm. */
  private meeting(i: number, j: number, way: Vec3): [from: Mm, to: Mm] {
    const [a, b] = [this.bounds[i]!, this.bounds[j]!];
    return ([0, 1, 2] as const).reduce<[Mm, Mm]>(
      ([from, to], k) => {
        const [near, far] = [b.min[k] - a.max[k], b.max[k] - a.min[k]];
        if (Math.abs(way[k]) < 1e-9) return near < -1e-6 && far > 1e-6 ? [from, to] : [0, 0];
        const ends = [near / way[k], far / way[k]].sort((x, y) => x - y) as [Mm, Mm];
        return [Math.max(from, ends[0]), Math.min(to, ends[1])];
      },
      [0, Infinity],
    );
  }
}

const corners = (min: Vec3, max: Vec3): Vec3[] =>
  [min[0], max[0]].flatMap((x) =>
    [min[1], max[1]].flatMap((y) => [min[2], max[2]].map((z): Vec3 => [x, y, z])),
  );

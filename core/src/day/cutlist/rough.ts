import type { Job } from '../../design/index.ts';
import {
  USUAL_SAWING,
  type Allowance,
  type Part,
  type Sawing,
  type Shop,
} from '../../shop/index.ts';
import { INCH, roundTo, say, type Mm, type Sentence } from '../../ground/index.ts';
import { allowancesOf } from './allowances.ts';

/** Sizes of a piece, mm. */
export interface Sizes {
  readonly length: Mm;
  readonly width: Mm;
  readonly thickness: Mm;
}

/** What has to be sawn for a part. */
export interface RoughPart {
  readonly part: Part;
  readonly final: Sizes;
  /** Sawn out of the board to this. */
  readonly rough: Sizes;
  /** Pieces the job needs, and those beside them. */
  readonly pieces: number;
  readonly spare: number;
  /** Of all these, those that are sawn already. */
  readonly sawn: number;
  /** What its ends keep until its joints are made and glued. */
  readonly allowances: readonly Allowance[];
  /** Why it is so much larger, and why there are spares. */
  readonly reasons: readonly Sentence[];
}

/** How a job's parts are sawn out. */
export const sawingOf = ({ sawing, units }: Pick<Job, 'sawing' | 'units'>): Sawing =>
  sawing ?? USUAL_SAWING[units];

/** Pieces of one section set a machine alike: one spare of each is tried on. */
const sectionOf = ({ thickness, width, species }: Part): string =>
  [thickness.nominal, width.nominal, species].join();

/**
 * One spare for each section that has joinery, with the first part of it, unless somebody said
 * otherwise.
 */
function proposedSpares({ parts, joints }: Job): ReadonlyMap<string, number> {
  const joined = new Set(joints.flatMap(({ tenoned, mortised }) => [tenoned.part, mortised.part]));
  const seen = new Set<string>();
  return new Map(
    parts.map((part) => {
      const first = joined.has(part.id) && !seen.has(sectionOf(part));
      if (first) seen.add(sectionOf(part));
      return [part.id, first ? 1 : 0];
    }),
  );
}

/**
 * Every part as it is sawn out of rough boards, in the order of the job, with the reason for all
 * that is over.
 */
export function roughParts(job: Job, shop: Shop): RoughPart[] {
  const over = sawingOf(job);
  const proposed = proposedSpares(job);
  /** Nobody saws rough to a tenth. */
  const rough = (size: Mm): Mm => roundTo(size, job.units === 'in' ? INCH / 16 : 1, 'up');
  return job.parts.map((part): RoughPart => {
    const final = {
      length: part.length,
      width: part.width.nominal,
      thickness: part.thickness.nominal,
    };
    const allowances = part.roughLength > 0 ? [] : allowancesOf(part, job, shop);
    const joined =
      part.roughLength || part.length + allowances.reduce((sum, { length }) => sum + length, 0);
    const spare = part.spare ?? proposed.get(part.id)!;
    return {
      part,
      final,
      rough: {
        length: rough(joined + over.length),
        width: rough(final.width + over.width),
        thickness: rough(final.thickness + over.thickness),
      },
      pieces: part.quantity,
      spare,
      sawn: Math.min(part.sawn ?? 0, part.quantity + spare),
      allowances,
      reasons: [
        ...allowances.map(({ reason }) => reason),
        ...(part.roughLength > part.length
          ? [say('{more} until the joinery is done', { more: part.roughLength - part.length })]
          : []),
        ...(over.length > 0 ? [say('{length} to cut square', { length: over.length })] : []),
        ...(over.width > 0 || over.thickness > 0
          ? [
              say('{width} wider and {thickness} thicker, to joint, plane and rest', {
                width: over.width,
                thickness: over.thickness,
              }),
            ]
          : []),
        ...(spare > 0 && part.spare === undefined
          ? [say('one spare to try this section’s set-ups on')]
          : []),
      ],
    };
  });
}

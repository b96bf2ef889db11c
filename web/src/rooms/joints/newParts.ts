import { availableIn, freshId, pieceOf, PLAIN_PART, type Part, type Shop } from '@velk/core/shop';
import { INCH } from '@velk/core/ground';
import { kindOf, withPerPiece, type Job, type Joint } from '@velk/core/design';
import { shopFor } from '@velk/core/day';

const SIZES = {
  rail: { mm: [600, 22, 70], in: [24, 0.75, 2.5] },
  stile: { mm: [900, 22, 50], in: [36, 0.75, 2] },
  part: { mm: [600, 22, 70], in: [24, 0.75, 2.5] },
} as const;

/** A part to start from; its sizes are there to be typed over. */
export function newPart(name: string, job: Job, sort: keyof typeof SIZES): Part {
  const unit = job.units === 'in' ? INCH : 1;
  const [length, thickness, width] = SIZES[sort][job.units].map((v) => v * unit) as [
    number,
    number,
    number,
  ];
  const titled = sort === 'part' ? `Part ${job.parts.length + 1}` : name;
  return {
    ...PLAIN_PART,
    id: freshId(titled, job.parts),
    name: titled,
    quantity: 2,
    length,
    thickness: { nominal: thickness, measured: [] },
    width: { nominal: width, measured: [] },
  };
}

/** A joint between two parts, with the proportions its kind proposes for this shop. */
export function newJoint(
  job: Job,
  shop: Shop,
  tenoned: Part,
  mortised: Part,
  kind = 'blind',
): Joint {
  const members = { tenoned: pieceOf(tenoned, 'median'), mortised: pieceOf(mortised, 'median') };
  const name = `${tenoned.name} into ${mortised.name.toLowerCase()}`;
  const available = availableIn(shopFor(job, shop));
  const joint: Joint = {
    id: freshId(name, job.joints),
    name,
    kind,
    tenoned: { part: tenoned.id, ends: 'both' },
    mortised: {
      part: mortised.id,
      ends: 'both',
      edge: 'reference',
      perPiece: 1,
    },
    params: kindOf(kind).propose(members, available).params,
    routes: {},
  };
  const perPiece = Math.max(1, Math.round((tenoned.quantity * 2) / mortised.quantity));
  return withPerPiece(joint, perPiece, job, available.step);
}

import { resolve, type Job } from './exchange/index.ts';
import { drawScene, faceOf, modelOf, type ScenePicture } from './machines/index.ts';
import { shopFor, type Plan, type PlannedOperation } from './plan.ts';
import type { LengthFigure, Occurrence, Setup } from './setups/index.ts';
import { IDENTITY, invert, scale, type Solid } from './solids/index.ts';
import { asBatch, OUTWARD, pieceOf, turnedPiece, type Part } from './stock/index.ts';
import type { Shop } from './tooling/index.ts';

/** One pass of an operation, pictured from the machine model's own placement. */
export interface PassScene {
  readonly pass: string;
  readonly pictures: readonly ScenePicture[];
  readonly figures: readonly LengthFigure[];
}

/**
 * The pictures of an operation's card, a set for each pass that looks different.
 * @throws Error when the operation's joint is not in the job
 */
export function scenesOf(operation: PlannedOperation, job: Job, chest: Shop, plan: Plan): PassScene[] {
  const shop = shopFor(job, chest);
  const { setup } = operation;
  const occurrence = setup.occurrences[0]!;
  const joint = job.joints.find((j) => j.id === occurrence.joint);
  if (!joint) throw new Error(`No joint “${occurrence.joint}” in this job.`);
  const { kind, params, parts } = resolve(joint, job);
  const asItLies = pieceOf(piecesOf(parts[occurrence.member], occurrence), 'median');
  const piece = occurrence.turned ? turnedPiece(asItLies) : asItLies;
  const model = modelOf(setup.model);
  const waste = kind.geometry(params, occurrence.member, piece, occurrence).mustBeEmpty;
  const half = (o: Occurrence) => o.joint === occurrence.joint && o.member === occurrence.member;
  /** Where a set-up has worked on this half: at the place that is pictured, else at its other end. */
  const workedBy = ({ occurrences }: Setup) =>
    occurrences.find((o) => half(o) && o.end === occurrence.end && o.edge === occurrence.edge) ??
    occurrences.find(half);
  const before = plan.operations
    .slice(
      0,
      plan.operations.findIndex((o) => o.id === operation.id),
    )
    .flatMap((o) => {
      const at = workedBy(o.setup);
      return at ? [{ s: o.setup, at }] : [];
    });
  const gone = before.flatMap(({ s, at }) =>
    s.passes.map((pass): Solid[] => {
      const placement = modelOf(s.model).place(s, pass, at, piece, shop);
      const sweep: Solid = { shape: 'placed', rigid: invert(placement.rigid), solid: placement.sweep };
      if (s.stage !== 'end') return [sweep];
      /** What an end loses is all that is before the cut, not the kerf alone. */
      const off = scale(OUTWARD[faceOf('worked-end', at)], piece.length);
      return [sweep, { shape: 'placed', rigid: { ...IDENTITY, shift: off }, solid: sweep }];
    }),
  );
  const shown = setup.passes.filter((p) => p.level === undefined);
  return shown.map((pass) => {
    const placement = model.place(setup, pass, occurrence, piece, shop);
    return { pass: pass.id, pictures: drawScene(model, placement, setup, pass, [waste], gone), figures: setup.figures };
  });
}

/** The part as the pieces an occurrence is about: all of them, or those of its batch. */
const piecesOf = (part: Part, { pieces, count }: Occurrence): Part =>
  pieces ? asBatch(part, { pieces, count, measured: pieces.map((n) => part.thickness.measured[n - 1]!) }) : part;

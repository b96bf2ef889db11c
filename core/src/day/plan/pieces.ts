import { resolve, type Job, type Joint } from '../../design/index.ts';
import type { Occurrence, Setup, PiecePlan, PlaceOnPiece } from '../../making/index.ts';
import { asBatch, type Part } from '../../shop/index.ts';
import { distinct } from './counting.ts';

type Work = PiecePlan['work'][number];

/**
 * Every distinct piece of a job with all that is done to it in the order of the run: one for each
 * hand and each batch of a part. A piece that only one half of one joint is cut in, at one end, is
 * not listed: the proof of its joint is the whole of it.
 * @param run set-ups in the order they are made, with their figures as they are set then
 * @param joints those that are cut, by id
 * @param again places that another joint has cut already
 */
export function piecesOf(
  run: readonly Setup[],
  job: Job,
  joints: ReadonlyMap<string, Joint>,
  again: (place: Occurrence) => boolean = () => false,
): PiecePlan[] {
  const byPart = new Map<string, Work[]>();
  for (const setup of run)
    for (const place of setup.occurrences)
      if (joints.has(place.joint) && !again(place))
        listIn(byPart, place.part).push({ setup, at: place });
  return job.parts
    .flatMap((part) => {
      const work = byPart.get(part.id) ?? [];
      return batchesIn(part, work).flatMap((batch) =>
        handsIn(batch, joints).map((hand) => piece(hand, job, joints)),
      );
    })
    .filter(({ places }) => places.length > 1);
}

const listIn = (lists: Map<string, Work[]>, key: string): Work[] => {
  const list = lists.get(key) ?? [];
  lists.set(key, list);
  return list;
};

type Drafted = Pick<PiecePlan, 'id' | 'part' | 'hand' | 'work'>;

/** The part once, or once for each batch that has set-ups of its own. */
function batchesIn(part: Part, work: readonly Work[]): Drafted[] {
  const batches = distinct(work.flatMap(({ at }) => (at.pieces ? [at.pieces.join()] : [])));
  if (!batches.length) return [{ id: part.id, part, work }];
  return batches.map((pieces) => {
    const own = work.filter(({ at }) => !at.pieces || at.pieces.join() === pieces);
    const { pieces: numbers, of } = own.find(({ at }) => at.pieces)!.at;
    const measured = numbers!.map((n) => part.thickness.measured[n - 1]!);
    return {
      id: `${part.id}/${pieces}`,
      part: asBatch(part, { pieces: numbers!, count: of, measured }),
      work: own,
    };
  });
}

/**
 * Left and right pieces, where a joint is at one end of the ones and at the other of the others.
 */
function handsIn(piece: Drafted, joints: ReadonlyMap<string, Joint>): Drafted[] {
  const isHanded = ({ joint, hand }: Occurrence) =>
    hand !== undefined && joints.get(joint)!.mortised.perPiece === 1;
  if (!piece.work.some(({ at }) => isHanded(at))) return [piece];
  return (['left', 'right'] as const).map((hand) => ({
    ...piece,
    id: `${piece.id}/${hand}`,
    hand,
    work: piece.work.filter(({ at }) => !isHanded(at) || at.hand === hand),
  }));
}

function piece(drafted: Drafted, job: Job, joints: ReadonlyMap<string, Joint>): PiecePlan {
  const places = new Map<string, PlaceOnPiece>();
  for (const { at } of drafted.work) {
    const { joint, member, end, edge, turned = false } = at;
    const key = [joint, member, end, edge, turned].join();
    if (places.has(key)) continue;
    const { kind, params } = resolve(joints.get(joint)!, job);
    places.set(key, { at, kind, params });
  }
  return { ...drafted, places: [...places.values()] };
}

import {
  provedBy,
  type PlanToProve,
  type RememberedProofs,
  type Stamp,
  type ToProve,
} from '@velk/core/day';
import type { JointProof, PieceProof } from '@velk/core/making';
import type { Modeller, Remembered } from '@velk/core/ground';
import type { KeptProofs } from './keptProofs.ts';

/** Proofs as they come, and which plan they belong to. */
export interface Proofs {
  readonly stamp: Stamp;
  readonly proofs: readonly JointProof[];
  /** Whole pieces, told all at once when every joint is proved. */
  readonly pieces?: readonly PieceProof[];
  /** Whether these were the last: what has none now can’t be made. */
  readonly last: boolean;
}

/** What a run of proofs asks and tells while it lasts. */
export interface Turn {
  /** The joint looked at now: it goes before all others. */
  readonly first: () => string | null;
  /** Whether anybody still wants to know. */
  readonly wanted: () => boolean;
  readonly tell: (proofs: Proofs) => void;
}

/**
 * How long proofs are gathered before they are told, ms: in a large job each costs the interface a
 * little.
 */
const GATHERED = 200;

/** Lets messages that came meanwhile be heard. */
const breath = () => new Promise((resolve) => setTimeout(resolve));

/** So many proofs are looked for at once. */
const LOOKED_FOR = 50;

/** Takes in what is kept of some proofs. */
async function takeIn<Proof extends object>(
  asked: readonly ToProve<Proof>[],
  remembered: Remembered<Proof>,
  kept: KeptProofs,
): Promise<void> {
  const unknown = asked.filter(({ question }) => !remembered.has(question));
  if (!unknown.length) return;
  const found = await kept.find(unknown.map(({ question }) => question));
  unknown.forEach(
    ({ question }, i) => found[i] && remembered.of(question, () => found[i] as Proof),
  );
}

/** One proof: as it is remembered, else cut, for which the modeller is fetched, and kept. */
async function provedOnce<Proof extends object>(
  asked: ToProve<Proof>,
  remembered: Remembered<Proof>,
  { modeller, kept }: Cutting,
): Promise<Proof> {
  const isKnown = remembered.has(asked.question);
  const proof = isKnown
    ? remembered.of(asked.question, () => undefined as never)
    : provedBy(asked, await modeller(), remembered);
  if (!isKnown) void kept.keep(asked.question, proof);
  return proof;
}

/** What cuts, fetched where something is to be cut, and what was cut before. */
export interface Cutting {
  readonly modeller: () => Promise<Modeller>;
  readonly kept: KeptProofs;
}

/**
 * Proves a plan’s joints, the one looked at first, then its whole pieces; tells what it has found
 * every now and then.
 */
export async function proveInTurn(
  { plan: { stamp }, provers, pieces }: PlanToProve,
  cutting: Cutting,
  remembered: RememberedProofs,
  { first, wanted, tell }: Turn,
): Promise<void> {
  const left = new Map(provers);
  const looked = new Map<string, ToProve<JointProof>>();
  /** Those kept are looked for some at a time, this one and the next. */
  const askedOf = async (id: string): Promise<ToProve<JointProof>> => {
    if (!looked.has(id)) {
      const some = [
        id,
        ...[...left.keys()].filter((other) => other !== id && !looked.has(other)),
      ].slice(0, LOOKED_FOR);
      for (const one of some) looked.set(one, provers.get(one)!());
      await takeIn(
        some.map((one) => looked.get(one)!),
        remembered.joints,
        cutting.kept,
      );
    }
    return looked.get(id)!;
  };
  let jointProofs: JointProof[] = [];
  let told = Date.now();
  while (left.size) {
    if (!wanted()) return;
    const seen = first() ?? '';
    const next = left.has(seen) ? seen : left.keys().next().value!;
    jointProofs.push(await provedOnce(await askedOf(next), remembered.joints, cutting));
    left.delete(next);
    if (!left.size || (next !== seen && Date.now() - told < GATHERED)) continue;
    tell({ stamp, proofs: jointProofs, last: false });
    jointProofs = [];
    told = Date.now();
    await breath();
  }
  const whole: PieceProof[] = [];
  const asked = pieces();
  await takeIn(asked, remembered.pieces, cutting.kept);
  for (const toProve of asked) {
    if (!wanted()) return;
    const isKnown = remembered.pieces.has(toProve.question);
    whole.push(await provedOnce(toProve, remembered.pieces, cutting));
    if (!isKnown) await breath();
  }
  tell({ stamp, proofs: jointProofs, pieces: whole, last: true });
}

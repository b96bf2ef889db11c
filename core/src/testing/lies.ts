import { modelOf } from '../making/machines.ts';
import type { Occurrence, Pass, Setup } from '../making/setups/index.ts';
import { turn } from '../ground/solids/index.ts';
import type { Piece } from '../shop/stock/index.ts';
import type { Shop } from '../shop/tooling/index.ts';

/**
 * Which way a piece lies in the machine, as a line has it that has no front: from its place there,
 * not from the card.
 */
export function lieIn(
  setup: Setup,
  pass: Pass,
  place: Occurrence,
  piece: Piece,
  shop: Shop,
): string {
  const { rigid } = modelOf(setup.model).place(setup, pass, place, piece, shop);
  const along = turn(rigid.rotation, [1, 0, 0]);
  const sign = Math.sign(along.find((v) => Math.abs(v) > 1e-6)!);
  return along.map((v) => (v * sign + 0).toFixed(4)).join();
}

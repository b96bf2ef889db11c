import type { MortiseFeature } from '../../design/index.ts';
import type { LengthFigure } from '../setups/index.ts';
import { say } from '../../ground/index.ts';
import { alongPiece } from '../method/wedged.ts';
import { byHand } from './byHand.ts';

/** The lines a chisel works to in a mortise: both ends, both walls and the floor. */
export function mortiseLines({
  start: q,
  length: l,
  wall: p,
  width: m,
  depth: D,
  into,
  lean,
}: MortiseFeature): LengthFigure[] {
  const end = into === 'end';
  const [from, top] = end
    ? (['reference-edge', 'tip'] as const)
    : (['layout-end', 'entry-edge'] as const);
  const [along, inward] = end ? (['width', 'length'] as const) : (['length', 'width'] as const);
  return [
    byHand(
      'near-end',
      'Near end line',
      alongPiece(lean, 'along', q),
      from,
      'near-end',
      along,
      say('position {q}', { q }),
    ),
    byHand(
      'far-end',
      'Far end line',
      alongPiece(lean, 'along', q + l),
      from,
      'far-end',
      along,
      say('position {q} + mortise length {l}', { q, l }),
    ),
    byHand(
      'near-wall',
      'Near wall',
      alongPiece(lean, 'across', p),
      'reference-face',
      'near-wall',
      'thickness',
      say('near wall {p}', { p }),
    ),
    byHand(
      'far-wall',
      'Far wall',
      alongPiece(lean, 'across', p + m),
      'reference-face',
      'far-wall',
      'thickness',
      say('near wall {p} + mortise {m}', { p, m }),
    ),
    byHand('depth', 'Depth', D, top, 'floor', inward, say('mortise depth {D}', { D })),
  ];
}

import { box, type Mm } from '../../ground/index.ts';
import type { Piece, PieceFace } from '../../shop/index.ts';
import type { MachineBody } from '../machine/machineBody.ts';

/** How thick the spare back is drawn, mm. */
export const BACK = 12;

/** A piece on end in its jig: its spare back, and what is held between it and the jig. */
export function uprightBodies(
  face: number,
  s: number,
  { width, thickness }: Piece,
  against: PieceFace,
  spacer: Mm,
): MachineBody[] {
  const front = face - s * spacer;
  const [along, across] = against.endsWith('face') ? [width, thickness] : [thickness, width];
  const back = face + s * 28;
  return [
    {
      role: 'jig',
      label: 'upright jig',
      travels: true,
      solid: box([face, -along / 2 - 30, 0], [back, along / 2 + 40, 190]),
    },
    { role: 'fence', label: 'fence', solid: box([back, -350, 0], [back + s * 45, 350, 70]) },
    {
      role: 'backing',
      label: 'spare back',
      travels: true,
      solid: box([front - s * across, -along / 2 - BACK, 0], [front, -along / 2, 190]),
    },
    ...(spacer
      ? [
          {
            role: 'fence' as const,
            label: 'spacer',
            travels: true,
            solid: box([front, -along / 2, 0], [face, along / 2, 120]),
          },
        ]
      : []),
  ];
}
